/**
 * Japanese verbs and adjectives of a termbase, by their dictionary form (Martin 1975, "A reference grammar of Japanese";
 * from memory). Nouns do not change.
 */

/** The last syllable of a five-row verb in its rows: a, i, u, e, o, and before た/て. */
const ROWS: Readonly<Record<string, readonly string[]>> = {
  う: ['わ', 'い', 'う', 'え', 'お', 'っ'],
  く: ['か', 'き', 'く', 'け', 'こ', 'い'],
  ぐ: ['が', 'ぎ', 'ぐ', 'げ', 'ご', 'い'],
  す: ['さ', 'し', 'す', 'せ', 'そ', 'し'],
  つ: ['た', 'ち', 'つ', 'て', 'と', 'っ'],
  ぬ: ['な', 'に', 'ぬ', 'ね', 'の', 'ん'],
  ぶ: ['ば', 'び', 'ぶ', 'べ', 'ぼ', 'ん'],
  む: ['ま', 'み', 'む', 'め', 'も', 'ん'],
  る: ['ら', 'り', 'る', 'れ', 'ろ', 'っ'],
};

const BEHIND_I = [
  'ます',
  'ました',
  'ません',
  'まし',
  'ながら',
  'たい',
  'やす',
  'にく',
  'すぎ',
  '方',
  '始め',
  '終え',
  '続け',
  'つつ',
  '、',
  '',
];
const BEHIND_A = ['ない', 'なかっ', 'なけれ', 'なく', 'ず', 'れ', 'せ', 'れる', 'せる'];
const BEHIND_T = ['た', 'て', 'だ', 'で', 'たら', 'だら', 'たり', 'だり'];
const BEHIND_STEM = [
  'る',
  'れ',
  'ろ',
  'よ',
  'られ',
  'させ',
  ...BEHIND_I,
  ...BEHIND_T,
  'ない',
  'なかっ',
  'なけれ',
  'なく',
  'ず',
];

/**
 * The forms, longest beginnings of them, of a word that changes; none for a noun.
 * @returns texts that stand in a sentence where the word does
 */
export function japaneseForms(term: string): readonly string[] {
  const before = term.slice(0, -1);
  const last = term.at(-1)!;
  if (before.length === 0) return [];
  const found = new Set<string>();
  if (/する$/u.test(term)) {
    const noun = term.slice(0, -2);
    if (noun)
      for (const end of ['し', 'する', 'すれ', 'せず', 'され', 'させ', 'しよう', 'せよ', 'しろ']) found.add(noun + end);
    return [...found];
  }
  if (last === 'い' && /\p{sc=Han}[\p{sc=Hira}]{0,2}い$/u.test(term)) {
    for (const end of ['く', 'かっ', 'けれ', 'さ', 'すぎ', 'そう']) found.add(before + end);
    return [...found];
  }
  const rows = ROWS[last];
  if (!rows || !/[\p{sc=Han}\p{sc=Hira}]$/u.test(before)) return [];
  const [a, i, , e, o, t] = rows as [string, string, string, string, string, string];
  // "開ける", "閉じる": a verb with one stem, if what stands before -る ends in -e or -i.
  if (last === 'る' && /[えけげせぜてでねへべぺめれいきぎしじちにひびぴみり]$/u.test(before))
    for (const end of BEHIND_STEM) found.add(before + end);
  if (last === 'る' && /\p{sc=Han}$/u.test(before))
    for (const end of [...BEHIND_I, ...BEHIND_T, 'ない', 'られ', 'させ', 'れ']) if (end) found.add(before + end);
  for (const end of BEHIND_I) found.add(before + i + end);
  for (const end of BEHIND_A) found.add(before + a + end);
  for (const end of BEHIND_T) found.add(before + t + end);
  for (const end of ['', 'ば', 'る', 'た', 'て', 'ない', 'ます']) found.add(before + e + end);
  found.add(before + o + 'う');
  found.delete(term);
  return [...found];
}

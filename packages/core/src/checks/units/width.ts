/** Half- and full-width forms of the same characters, mixed against the habit of the memory. */
import { Candidates, marksOf, onTarget, overPairs, type Side } from './pair.js';

const about = { id: 'width', severity: 'warning' } as const;

const LANGUAGES = new Set(['ja', 'zh', 'ko']);
/** Half-width katakana are for old terminals (JIS X 4051; from memory). */
const HALF_KATAKANA = /[\uff61-\uff9f]+/g;
const FULL_LETTERS = /[Ａ-Ｚａ-ｚ０-９]+/g;
const HALF_LETTERS = /[A-Za-z0-9]+/g;
/** Marks between characters of East Asia. */
const EAST = '\\p{sc=Han}\\p{sc=Hira}\\p{sc=Kana}ー';
const HALF_MARKS = new RegExp(`(?<=[${EAST}])[,!?;:](?=[${EAST}]|$)|(?<=[${EAST}])\\.(?=$)`, 'gu');
const FULL_MARKS = new RegExp(`(?<=[${EAST}])[，！？；：、。](?=[${EAST}]|$)`, 'gu');

const ENOUGH = 10;
const HABIT = 0.85;

const KINDS = [
  { code: 'letters', half: HALF_LETTERS, full: FULL_LETTERS },
  { code: 'marks', half: HALF_MARKS, full: FULL_MARKS },
] as const;

export const widthCheck = overPairs(about, (facts) => {
  const counts = new Map<string, { half: number; full: number }>();
  const candidates = new Candidates(facts);
  const countOf = (side: Side, code: string): { half: number; full: number } => {
    const key = `${side.general} ${code}`;
    let count = counts.get(key);
    if (!count) counts.set(key, (count = { half: 0, full: 0 }));
    return count;
  };
  const unusual = (side: Side, { code, half, full }: (typeof KINDS)[number]) => {
    const count = countOf(side, code);
    const all = count.half + count.full;
    if (all < ENOUGH) return null;
    if (count.half >= all * HABIT) return { marks: marksOf(side, full), wide: true };
    return count.full >= all * HABIT && code === 'marks' ? { marks: marksOf(side, half), wide: false } : null;
  };
  return {
    see(pair) {
      const { target } = pair;
      if (!LANGUAGES.has(target.general)) return;
      let any = HALF_KATAKANA.test(target.text);
      HALF_KATAKANA.lastIndex = 0;
      for (const { code, half, full } of KINDS) {
        const [halves, fulls] = [marksOf(target, half).length, marksOf(target, full).length];
        const count = countOf(target, code);
        if (halves > 0) count.half++;
        if (fulls > 0) count.full++;
        any ||= fulls > 0 || (code === 'marks' && halves > 0);
      }
      if (any) candidates.add(pair);
    },
    *end() {
      for (const [pair] of candidates.pairs()) {
        const { target } = pair;
        const found = [
          { marks: marksOf(target, HALF_KATAKANA), wide: false },
          ...KINDS.flatMap((kind) => unusual(target, kind) ?? []),
        ].filter(({ marks }) => marks.length > 0);
        if (found.length === 0) continue;
        const { marks, wide } = found[0]!;
        const shown = target.text.slice(marks[0]!.from, marks[0]!.to);
        // NFKC makes full-width letters half and half-width katakana full.
        const text =
          wide || HALF_KATAKANA.test(shown)
            ? replaced(
                target.text,
                found.flatMap((one) => one.marks),
              )
            : undefined;
        HALF_KATAKANA.lastIndex = 0;
        yield onTarget(
          about,
          pair,
          { code: wide ? 'full-width' : 'half-width', values: { text: shown } },
          { marks, ...(text !== undefined && { correction: { kind: 'text', text, safe: true } }) },
        );
      }
    },
  };
});

function replaced(text: string, marks: readonly { readonly from: number; readonly to: number }[]): string {
  let all = text;
  for (const { from, to } of [...marks].sort((a, b) => b.from - a.from))
    all = all.slice(0, from) + all.slice(from, to).normalize('NFKC') + all.slice(to);
  return all;
}

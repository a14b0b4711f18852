/** How well decoded letters fit words: what tells one reading of the same bytes from another. */
import { ALPHABETS } from '../language/alphabets.js';
import { identifyPooled } from '../language/identify.js';

/**
 * Letters of languages beyond Latin script, the most frequent first: read in a wrong code page of the same script, the rare
 * ones come out. From memory.
 */
const BY_FREQUENCY: Readonly<Record<string, readonly string[]>> = {
  Cyrl: [
    'оеаинтсрвлкмдпуяызьбгчйхжшюцщэфёъ', // Russian
    'оанивертсіклудмпязьбгчйхжшїюцєщфґ', // Ukrainian
    'аоеитнрсвлкдпмзъбугячцжхщшюйфь', // Bulgarian
    'аоиентрсјувкдлмпзбгчцшжћљњђхфџѓќѕ', // Serbian, Macedonian
    'анеоірсыклтдуяўмпзьбгчйцхшжюёэф', // Belarusian
  ],
  Grek: ['αοιετσνηυρπκμλςωδγχθφβξζψίόάέήύώϊϋΐΰ'],
  Hebr: ['יוהלארתבשמנעקדחפגסטצזךםןףץכ'],
  Arab: ['اليمنروتبةعدسفهكقحجشصطخىأزضذثئءغظإآؤپچژگکی'],
};

const SCRIPT_OF: readonly (readonly [string, RegExp])[] = [
  ['Latn', /\p{sc=Latn}/u],
  ['Cyrl', /\p{sc=Cyrl}/u],
  ['Grek', /\p{sc=Grek}/u],
  ['Hebr', /\p{sc=Hebr}/u],
  ['Arab', /\p{sc=Arab}/u],
  ['Thai', /\p{sc=Thai}/u],
];

const TYPOGRAPHY = /[“”„‚«»‹›–—…’‘§°€£©®±²³µ·×½¼¾¿¡№™ªº\u00A0\u202F]/u;
/** What no text is made of: unreadable bytes, boxes, blocks, control characters, private use. */
const NO_TEXT = /[\uFFFD\u2500-\u25FF\u0080-\u009F\uE000-\uF8FF]/;
const ALL_NO_TEXT = new RegExp(NO_TEXT, 'g');
/** Foreign names have these in any language. */
const WESTERN = new Set('áàâãäåæçéèêëíìîïñóòôõöøúùûüýß');
/** With more of what is no text than this share, nothing else has to be looked at. */
const TOO_MUCH = 0.2;
const THAI_MARK = /[\u0E31\u0E34-\u0E3A\u0E47-\u0E4E]/;
const THAI_LEADING = /[\u0E40-\u0E44]/;
const THAI_CONSONANT = /[\u0E01-\u0E2E]/;

/**
 * −3 to about 1: the mean over all characters beyond ASCII; −1 where there are none.
 * Cost: one pass, and the language of 300 cells.
 */
export function lettersFit(decoded: string): number {
  const text = decoded.normalize('NFC');
  const beyond = text.match(/[^\0-\x7F]/g)?.length ?? 0;
  const noText = text.match(ALL_NO_TEXT)?.length ?? 0;
  if (noText > beyond * TOO_MUCH) return (-3 * noText) / beyond;
  const lines = text
    .split(/[\r\n]+/)
    .filter(Boolean)
    .slice(0, 400);
  const cells = lines.flatMap((line) => line.split(/[\t;|,]/)).filter((cell) => /\p{L}{2}/u.test(cell));
  const languages = identifyPooled(cells, 300).filter((l) => l.share > 0.08);
  const ranks = new Map<string, ReadonlyMap<string, number>>();
  let sum = 0;
  let count = 0;
  for (let i = 0; i < text.length; i++) {
    if (text.charCodeAt(i) < 128) continue;
    sum += characterFit(text, i, languages, (script) => {
      if (!ranks.has(script)) ranks.set(script, likeliestRanks(script, text));
      return ranks.get(script)!;
    });
    count++;
  }
  return count === 0 ? -1 : sum / count;
}

type Ranks = ReadonlyMap<string, number>;

/** Of the languages of a script the one that fits best: 0.95 for its most frequent letter, down to 0.25. */
function likeliestRanks(script: string, text: string): Ranks {
  const letters = text.toLowerCase().match(new RegExp(`\\p{sc=${script}}`, 'gu')) ?? [];
  const all = (BY_FREQUENCY[script] ?? []).map(
    (order) => new Map([...order].map((letter, i, { length }) => [letter, 0.95 - (0.7 * i) / length])),
  );
  const total = (ranks: Ranks): number => letters.reduce((sum, letter) => sum + (ranks.get(letter) ?? -0.6), 0);
  return all.sort((a, b) => total(b) - total(a))[0] ?? new Map<string, number>();
}

function characterFit(
  text: string,
  i: number,
  languages: readonly { language: string; share: number }[],
  ranksOf: (script: string) => Ranks,
): number {
  const char = text[i]!;
  if (NO_TEXT.test(char)) return char === '\uFFFD' || char < '\u00A0' ? -3 : -1.5;
  const before = text[i - 1] ?? ' ';
  const after = text[i + 1] ?? ' ';
  const between = /\p{L}/u.test(before) && /\p{L}/u.test(after);
  const script = SCRIPT_OF.find(([, pattern]) => pattern.test(char))?.[0];
  if (script === 'Thai') return thaiFit(char, before, after);
  if (!/\p{L}/u.test(char)) {
    if (/\p{M}/u.test(char)) return between ? 0.2 : -1;
    if (TYPOGRAPHY.test(char)) return between && char !== '’' && char !== '·' && char !== '\u00A0' ? -1 : 0.3;
    const beside = /\p{L}/u.test(before) || /\p{L}/u.test(after);
    return between ? -1.5 : beside ? -1 : -0.5;
  }
  if (/\p{Ll}/u.test(before) && /\p{Lu}/u.test(char)) return -1;
  const lower = char.toLowerCase();
  if (script !== 'Latn') {
    if (/[A-Za-z]/.test(before) || /[A-Za-z]/.test(after)) return -1;
    return script && BY_FREQUENCY[script] ? (ranksOf(script).get(lower) ?? -0.6) : 0.9;
  }
  const home = languages.reduce(
    (best, l) => (ALPHABETS[l.language]?.includes(lower) ? Math.max(best, l.share) : best),
    0,
  );
  const crowd = before.charCodeAt(0) > 127 && /\p{L}/u.test(before) && !languages.some(isCrowded) ? -0.4 : 0;
  return (home > 0 ? 0.6 + Math.min(0.4, home) : WESTERN.has(lower) ? -0.35 : -0.6) + crowd;
}

/** Vietnamese has letters beyond ASCII side by side. */
const isCrowded = ({ language, share }: { language: string; share: number }): boolean =>
  language === 'vi' && share > 0.3;

/** Marks and vowels stand where Thai has them, or this is no Thai. */
function thaiFit(char: string, before: string, after: string): number {
  if (THAI_MARK.test(char)) return THAI_CONSONANT.test(before) || THAI_MARK.test(before) ? 0.9 : -1.5;
  if (THAI_LEADING.test(char)) return THAI_CONSONANT.test(after) ? 0.9 : -1.5;
  if (/[A-Za-z]/.test(before) || /[A-Za-z]/.test(after)) return -1;
  return /[\u0E50-\u0E5B]/.test(char) ? -0.5 : 0.8;
}

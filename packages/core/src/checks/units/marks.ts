/** Punctuation marks by what they say, and how languages write them. */
import { CODE } from '../../text/inline-codes.js';

/** What a text ends with. */
export const ENDINGS = ['none', '.', '?', '!', ':', ';', ',', '…'] as const;
export type Ending = (typeof ENDINGS)[number];

/**
 * Marks of many scripts by the mark that they stand for (Unicode, Script_Extensions and names of general punctuation;
 * Sentence_Terminal of PropList.txt).
 */
const SAME_AS: Readonly<Record<string, Ending>> = {
  '.': '.',
  '。': '.',
  '．': '.',
  '｡': '.',
  '।': '.',
  '॥': '.',
  '۔': '.',
  '։': '.',
  '።': '.',
  '។': '.',
  '၊': '.',
  '။': '.',
  '?': '?',
  '？': '?',
  '؟': '?',
  '\u037e': '?',
  '՞': '?',
  '⁇': '?',
  '!': '!',
  '！': '!',
  '՜': '!',
  '‼': '!',
  '⁉': '!',
  '⁈': '!',
  ':': ':',
  '：': ':',
  '﹕': ':',
  ';': ';',
  '；': ';',
  '؛': ';',
  '·': ';',
  '\u0387': ';',
  ',': ',',
  '，': ',',
  '、': ',',
  '،': ',',
  '…': '…',
  '⋯': '…',
  '‥': '…',
};

/** What may stand behind the last mark: quotation marks, brackets, codes, white space. */
const BEHIND = new RegExp(`[\\s${CODE}\\p{Pe}\\p{Pf}\\p{Pi}"'”’\\u200e\\u200f*_]`, 'u');

export interface FinalMark {
  readonly ending: Ending;
  /** As it is written, with what is repeated: "...", "?!"; empty: none. */
  readonly mark: string;
  /** Where it stands, in UTF-16 units. */
  readonly from: number;
  readonly to: number;
}

/** What a text ends with, behind which closing quotation marks and brackets may stand. */
export function finalMark(text: string, language: string): FinalMark {
  let to = text.length;
  while (to > 0 && BEHIND.test(text[to - 1]!)) to--;
  let from = to;
  while (from > 0 && SAME_AS[text[from - 1]!] !== undefined) from--;
  const mark = text.slice(from, to);
  if (mark === '') return { ending: 'none', mark, from: to, to };
  return { ending: endingOf(mark, language), mark, from, to };
}

function endingOf(mark: string, language: string): Ending {
  if (mark.includes('…') || mark.includes('⋯') || /\.{3,}|。{3,}/.test(mark)) return '…';
  // Greek asks with a semicolon (published orthography; also Unicode, U+037E).
  const all = [...mark].map((one) => (language === 'el' && one === ';' ? '?' : SAME_AS[one]!));
  for (const strong of ['?', '!'] as const) if (all.includes(strong)) return strong;
  return all.at(-1)!;
}

/** How a language writes the mark that ends a text; what is not named is written as in English. */
const WRITTEN: Readonly<Record<string, Partial<Record<Ending, string>>>> = {
  ja: { '.': '。', '?': '？', '!': '！', ':': '：' },
  zh: { '.': '。', '?': '？', '!': '！', ':': '：', ';': '；', ',': '，' },
  ar: { '?': '؟', ';': '؛', ',': '،' },
  fa: { '?': '؟', ';': '؛', ',': '،' },
  ur: { '.': '۔', '?': '؟', ';': '؛', ',': '،' },
  hi: { '.': '।' },
  el: { '?': ';', ';': '·' },
  hy: { '.': '։' },
  // No-break spaces before the double marks (Imprimerie nationale, Lexique des règles typographiques; from memory).
  fr: { '?': '\u202f?', '!': '\u202f!', ':': '\u00a0:', ';': '\u202f;' },
};

export function writtenMark(ending: Ending, language: string): string {
  return ending === 'none' ? '' : (WRITTEN[language]?.[ending] ?? ending);
}

/** Languages that end sentences without a mark: a space or nothing (common practice). */
export const WITHOUT_STOP = new Set(['th', 'lo', 'km', 'my']);

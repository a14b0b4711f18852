import { primaryLanguage } from '../language/tags.js';
import type { Said } from '../said.js';
import { onText, perItem } from './check.js';
import type { FindingCodes } from './said.js';

type Problem = Said<FindingCodes>;

const about = {
  id: 'brackets',
  severity: 'error',
} as const;

/** Marks of inches and minutes (5", 30') and enumeration labels ("a)") are no brackets and quotes. */
export const bracketsCheck = perItem(about, function* (texts, item) {
  for (const text of texts) {
    const problem = unbalanced(text.text, text.language);
    if (problem) yield onText(about, item, text, problem);
  }
});

const CLOSERS: Readonly<Record<string, string>> = {
  ')': '(',
  ']': '[',
  '}': '{',
  '）': '（',
  '」': '「',
  '』': '『',
  '】': '【',
};
const OPENERS = new Set(Object.values(CLOSERS));
const BRACKET = /[()[\]{}（）「」『』【】]/g;

/** What is unbalanced, or null. */
export function unbalanced(text: string, language: string): Problem | null {
  return unbalancedBrackets(text) ?? unbalancedQuotes(text, primaryLanguage(language));
}

export function unbalancedBrackets(text: string): Problem | null {
  const open: string[] = [];
  const label = /^\s*(?:\p{L}|\d{1,2}|[ivx]{1,4})\)/u.exec(text)?.[0].length ?? 0;
  for (const [char] of text.slice(label).matchAll(BRACKET)) {
    if (OPENERS.has(char)) open.push(char);
    const opener = CLOSERS[char];
    if (opener && open.pop() !== opener) return { code: 'not-opened', values: { mark: char } };
  }
  const mark = open.at(-1);
  return mark === undefined ? null : { code: 'not-closed', values: { mark } };
}

/** Languages that close a quotation with the mark that opens it (CLDR, delimiters). */
const SAME_MARK = new Set(['fi', 'sv', 'se', 'he', 'yi', 'lag', 'rn', 'sn']);
/** In Hebrew abbreviations a quotation mark stands before the last letter: it is a gershayim. */
const GERSHAYIM = /(?<=\p{sc=Hebr})["”](?=\p{sc=Hebr})/gu;

/** Opening and closing marks of CLDR's delimiters; languages that close with what others open with are told apart. */
export function unbalancedQuotes(whole: string, language: string): Problem | null {
  const text = whole.replace(GERSHAYIM, '');
  const straight = (text.replace(/\d"/g, '').match(/"/g) ?? []).length;
  if (straight % 2) return { code: 'straight-quotes-odd', values: {} };
  const count = (mark: string): number => text.split(mark).length - 1;
  const low = count('„');
  const high = count('“') + count('”');
  const same = SAME_MARK.has(language);
  if (low > 0 && low !== high) return unpaired('„', '“');
  if (low === 0 && same && count('“') === 0) {
    if (count('”') % 2) return { code: 'marks-odd', values: { mark: '”' } };
  } else if (low === 0 && count('“') !== count('”')) return unpaired('“', '”');
  for (const [open, close] of [
    ['«', '»'],
    ['‹', '›'],
  ] as const) {
    const paired = same && count(open) === 0 ? count(close) % 2 === 0 : count(open) === count(close);
    if (!paired) return unpaired(open, close);
  }
  return null;
}

const unpaired = (open: string, close: string): Problem => ({ code: 'marks-unpaired', values: { open, close } });

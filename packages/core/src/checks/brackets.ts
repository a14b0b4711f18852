import { primaryLanguage } from '../language/tags.js';
import { termsOf } from '../termbase/concept.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'brackets',
  title: 'Brackets and quotation marks',
  explains: 'A bracket or quotation mark is opened and not closed, or closed and not opened.',
  severity: 'error',
} as const;

/** Marks of inches and minutes (5", 30') and enumeration labels ("a)") are no brackets and quotes. */
export const bracketsCheck: Check = perConcept(about, function* (concept) {
  for (const { language, term } of termsOf(concept)) {
    const problem = unbalanced(term.text, language);
    if (problem) yield onTerm(about, concept, language, term, problem);
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

/** What is unbalanced, as a sentence, or null. */
export function unbalanced(text: string, language: string): string | null {
  return unbalancedBrackets(text) ?? unbalancedQuotes(text, primaryLanguage(language));
}

function unbalancedBrackets(text: string): string | null {
  const open: string[] = [];
  const label = /^\s*(?:\p{L}|\d{1,2}|[ivx]{1,4})\)/u.exec(text)?.[0].length ?? 0;
  for (const char of text.slice(label)) {
    if (OPENERS.has(char)) open.push(char);
    const opener = CLOSERS[char];
    if (opener && open.pop() !== opener) return `“${char}” closes nothing that was opened before it.`;
  }
  return open.length ? `“${open.at(-1)}” is opened and never closed.` : null;
}

/** Languages that close a quotation with the mark that opens it (CLDR, delimiters). */
const SAME_MARK = new Set(['fi', 'sv', 'se', 'he', 'yi', 'lag', 'rn', 'sn']);
/** In Hebrew abbreviations a quotation mark stands before the last letter: it is a gershayim. */
const GERSHAYIM = /(?<=\p{sc=Hebr})["”](?=\p{sc=Hebr})/gu;

/** Opening and closing marks of CLDR's delimiters; languages that close with what others open with are told apart. */
function unbalancedQuotes(whole: string, language: string): string | null {
  const text = whole.replace(GERSHAYIM, '');
  const straight = (text.replace(/\d"/g, '').match(/"/g) ?? []).length;
  if (straight % 2) return 'There is an odd number of straight quotation marks.';
  const count = (mark: string): number => text.split(mark).length - 1;
  const low = count('„');
  const high = count('“') + count('”');
  const same = SAME_MARK.has(language);
  if (low > 0 && low !== high) return 'Quotation marks „…“ are not in pairs.';
  if (low === 0 && same && count('“') === 0) {
    if (count('”') % 2) return 'There is an odd number of quotation marks ”.';
  } else if (low === 0 && count('“') !== count('”')) return 'Quotation marks “…” are not in pairs.';
  for (const [open, close] of [
    ['«', '»'],
    ['‹', '›'],
  ] as const) {
    const paired = same && count(open) === 0 ? count(close) % 2 === 0 : count(open) === count(close);
    if (!paired) return `Quotation marks ${open}…${close} are not in pairs.`;
  }
  return null;
}

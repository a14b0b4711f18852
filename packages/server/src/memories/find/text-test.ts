/** Whether texts hold what a filter looks for, by its options. */
import { nfc } from '@fair-copy/core/text/normal.js';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { ApiError } from '../../errors.js';
import { PATTERN_TIME, withinTime } from '../../jobs/within-time.js';
import type { UnitFilter } from '@fair-copy/api/memories.js';

/** Whether each of some texts (without codes) passes. Throws `ApiError` for a pattern that is wrong or takes too long. */
export type TextTest = (texts: readonly string[]) => readonly boolean[];

/** Null without a text to look for. */
export function textTest({ text, mode = 'any', case: exactCase, accents }: UnitFilter): TextTest | null {
  if (!text) return null;
  if (mode === 'pattern') return patternTest(text, exactCase ?? false);
  const form = accents ? (exactCase ? plain : lower) : exactCase ? withoutMarks : foldForSearch;
  const wanted = form(nfc(text).replace(/\s+/g, ' ').trim());
  if (wanted === '') return null;
  const test = singleTest(mode, wanted);
  return (texts) => texts.map((whole) => test(form(whole.replace(/\s+/g, ' ').trim())));
}

function singleTest(mode: 'any' | 'word' | 'beginning' | 'whole', wanted: string): (text: string) => boolean {
  switch (mode) {
    case 'any':
      return (text) => text.includes(wanted);
    case 'beginning':
      return (text) => text.startsWith(wanted);
    case 'whole':
      return (text) => text === wanted;
    case 'word':
      return (text) => hasWord(text, wanted);
  }
}

// Marks may stand in another order in the text than in what is looked for.
const plain = (text: string): string => nfc(text);
const lower = (text: string): string => nfc(text).toLowerCase();
const withoutMarks = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .normalize('NFC');

function hasWord(text: string, word: string): boolean {
  const isLetter = (char: string | undefined): boolean => char !== undefined && /[\p{L}\p{M}\p{N}]/u.test(char);
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (!isLetter(text[at - 1]) && !isLetter(text[at + word.length])) return true;
  return false;
}

/** Texts tried together: so few that a slow pattern is noticed soon. */
const TOGETHER = 500;

function patternTest(source: string, exactCase: boolean): TextTest {
  const pattern = compiled(source, exactCase);
  return (texts) => {
    const found: boolean[] = [];
    for (let i = 0; i < texts.length; i += TOGETHER) {
      const some = texts.slice(i, i + TOGETHER);
      found.push(...withinTime(PATTERN_TIME, () => some.map((text) => pattern.test(text))));
    }
    return found;
  };
}

export function compiled(source: string, exactCase: boolean): RegExp {
  try {
    return new RegExp(source, exactCase ? 'u' : 'iu');
  } catch (error) {
    throw new ApiError('pattern-wrong', {
      what: (error as Error).message.replace(/^Invalid regular expression: /, ''),
    });
  }
}

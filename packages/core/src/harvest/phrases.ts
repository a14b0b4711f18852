/** Texts as runs of words, and all phrases of them that occur often enough, by one pass for each length. */
import { isSpaceless, isSpacelessLanguage } from '../language/spaceless.js';
import { TextHash } from '../text/hash.js';
import { intlLocale } from '../language/tags.js';

/** A word, with its letters; what stands between two of them ends a phrase unless it is one space. */
const WORD = /[\p{L}\p{N}][\p{L}\p{M}\p{N}]*(?:[-'’][\p{L}\p{M}\p{N}]+)*/gu;

export interface WordInText {
  readonly text: string;
  readonly start: number;
  /** The phrase can go on from the word before. */
  readonly joins: boolean;
}

/** In order. @param language for the words of scripts without spaces (ICU's dictionary) */
export function wordsInText(text: string, language: string): WordInText[] {
  const found: WordInText[] = [];
  let end = -1;
  const push = (word: string, start: number, gap: string): void => {
    found.push({ text: word, start, joins: end >= 0 && text.slice(end, start) === gap });
    end = start + word.length;
  };
  if (isSpaceless(text)) {
    for (const { segment, index, isWordLike } of segmenterOf(language).segment(text))
      if (isWordLike) push(segment, index, '');
  } else for (const { 0: word, index } of text.matchAll(WORD)) push(word, index, ' ');
  return found;
}

/** What stands between the words of a phrase. */
export const gapOf = (language: string): string => (isSpacelessLanguage(language) ? '' : ' ');

/** Texts that were seen, as numbers: one that is repeated, numbers aside, says nothing new of its words. */
export class SeenTexts {
  private readonly hashes = new Set<number>();

  /** Notes the texts as one. O(their length) */
  has(...texts: readonly string[]): boolean {
    const hash = new TextHash();
    for (const text of texts) hash.add(text.replace(/\p{N}+/gu, '0'));
    if (this.hashes.has(hash.value)) return true;
    this.hashes.add(hash.value);
    return false;
  }
}

const segmenters = new Map<string, Intl.Segmenter>();
function segmenterOf(language: string): Intl.Segmenter {
  let segmenter = segmenters.get(language);
  if (!segmenter)
    segmenters.set(language, (segmenter = new Intl.Segmenter(intlLocale(language), { granularity: 'word' })));
  return segmenter;
}

/** Phrases of one length: where each begins, and how often it occurs. */
export interface Level {
  readonly length: number;
  /** By position in the texts; −1: no phrase that occurs often enough begins here. */
  readonly at: Int32Array;
  /** By phrase. */
  readonly times: readonly number[];
}

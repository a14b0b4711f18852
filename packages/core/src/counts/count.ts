/**
 * Counting units, words and characters. Words by UAX #29 (`Intl.Segmenter`, word-like only), so that "don't" is one and
 * Japanese text has words; characters are Unicode code points without white space. Inline codes count nothing. After the
 * idea of GMX-V (from memory): words and characters of the text, not of its markup.
 */
import type { LanguageTag } from '../language/tags.js';
import { withoutCodes } from '../text/inline-codes.js';
import type { Unit } from '../memory/unit.js';
import { intlLocale } from '../language/tags.js';

export interface TextCount {
  segments: number;
  words: number;
  /** Code points other than white space. */
  characters: number;
}

const segmenters = new Map<string, Intl.Segmenter>();

export function wordCount(text: string, language: string): number {
  // Words of basic Latin letters with single spaces: what UAX #29 finds there is plain to see.
  if (/^[A-Za-z]+(?: [A-Za-z]+)*$/.test(text)) return text.split(' ').length;
  let segmenter = segmenters.get(language);
  if (!segmenter)
    segmenters.set(language, (segmenter = new Intl.Segmenter(intlLocale(language), { granularity: 'word' })));
  let words = 0;
  for (const { isWordLike } of segmenter.segment(text)) if (isWordLike) words++;
  return words;
}

export function characterCount(text: string): number {
  let count = 0;
  for (const char of text) if (!/\s/u.test(char)) count++;
  return count;
}

/** Adds up by language. */
export class UnitCount {
  units = 0;
  readonly languages = new Map<LanguageTag, TextCount>();

  add(unit: Unit): void {
    this.units++;
    for (const { language, text } of unit.variants) {
      let count = this.languages.get(language);
      if (!count) this.languages.set(language, (count = { segments: 0, words: 0, characters: 0 }));
      const plain = withoutCodes(text);
      count.segments++;
      count.words += wordCount(plain, language);
      count.characters += characterCount(plain);
    }
  }
}

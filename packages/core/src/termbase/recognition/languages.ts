/** Which inflection a language has. Without one, a stemmer or common beginnings decide (see `matching.ts`). */
import type { AffixDictionary } from './affixes.js';
import type { Inflection } from './inflection.js';
import { ENGLISH } from './languages/english.js';
import { GERMAN } from './languages/german.js';
import { DUTCH } from './languages/dutch.js';
import { ITALIAN } from './languages/italian.js';
import { GREEK } from './languages/greek.js';
import { FINNISH } from './languages/finnish.js';
import { HUNGARIAN } from './languages/hungarian.js';
import { TURKISH } from './languages/turkish.js';
import { CZECH } from './languages/czech.js';
import { ARABIC_WORDS, HEBREW_WORDS } from './languages/semitic.js';
import { byDictionary } from './languages/dictionaries.js';

const RULES: Readonly<Record<string, Inflection>> = {
  en: ENGLISH,
  de: GERMAN,
  nl: DUTCH,
  it: ITALIAN,
  el: GREEK,
  fi: FINNISH,
  hu: HUNGARIAN,
  tr: TURKISH,
  cs: CZECH,
  ar: ARABIC_WORDS,
  he: HEBREW_WORDS,
};

/** @param dictionary of the language, where one ships with the application */
export function inflectionOf(primary: string, dictionary: AffixDictionary | null): Inflection | null {
  return RULES[primary] ?? byDictionary(primary, dictionary);
}

/**
 * The dictionaries with affix rules that ship with the application, for the languages where they help and their licences
 * allow it (see `docs/recognition.md`). They come as packages of the registry, as their makers publish them.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { AffixDictionary } from '@fair-copy/core/termbase/recognition/affixes.js';
import { BY_DICTIONARY } from '@fair-copy/core/termbase/recognition/languages/dictionaries.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';

const resolve = createRequire(import.meta.url);
const loaded = new Map<string, AffixDictionary>();

/**
 * @param language a BCP 47 tag
 * @returns the dictionary, kept for the life of the process (up to 0.7 s and 50 MB for the first use of a language);
 *   null for a language that goes by rules
 */
export function dictionaryFor(language: string): AffixDictionary | null {
  const primary = primaryLanguage(language);
  if (!BY_DICTIONARY.includes(primary)) return null;
  let dictionary = loaded.get(primary);
  if (!dictionary) {
    const folder = dirname(resolve.resolve(`dictionary-${primary}`));
    const read = (name: string): string => readFileSync(join(folder, name), 'utf8');
    dictionary = new AffixDictionary(read('index.aff'), read('index.dic'));
    loaded.set(primary, dictionary);
  }
  return dictionary;
}

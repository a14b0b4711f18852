/**
 * The word lists for spelling that ship with the application, as packages of the registry, where their licences allow it
 * (see `docs/spelling.md`). Two kinds: lists pressed into a trie, and dictionaries with affix rules.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import type { WordList } from '@fair-copy/core/checks/spelling/word-list.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { decodeTrie } from 'cspell-trie-lib';
import { dictionaryFor } from './dictionaries.js';
import { clearAway } from './heap-growth.js';

/** Package and file of each list. */
const PRESSED: Readonly<Record<string, readonly (readonly [name: string, file: string])[]>> = {
  bg: [['bg-bg', 'dict/bg_BG.trie.gz']],
  ca: [['ca', 'ca.trie.gz']],
  da: [['da-dk', 'da_DK.trie']],
  de: [['de-de', 'de_DE.trie.gz']],
  en: [
    ['en_us', 'en_US.trie.gz'],
    ['en-gb', 'en_GB.trie.gz'],
  ],
  'en-GB': [['en-gb', 'en_GB.trie.gz']],
  'en-US': [['en_us', 'en_US.trie.gz']],
  es: [['es-es', 'Spanish.trie.gz']],
  et: [['et-ee', 'et_EE.trie.gz']],
  fi: [['fi-fi', 'dict/fi-fi.trie.gz']],
  fr: [['fr-fr', 'fr-fr.trie.gz']],
  hr: [['hr-hr', 'dict/hr_HR.trie.gz']],
  lt: [['lt-lt', 'lt_LT.trie.gz']],
  lv: [['lv', 'dict/lv.trie.gz']],
  nl: [['nl-nl', 'Dutch.trie.gz']],
  pl: [['pl_pl', 'pl_pl.trie.gz']],
  pt: [['pt-pt', 'dict/Portuguese-European.trie.gz']],
  sk: [['sk-sk', 'Slovak.trie.gz']],
  sl: [['sl-si', 'sl_si.trie.gz']],
  tr: [['tr-tr', 'Turkish.trie.gz']],
};

/** Languages whose affix dictionary is looked at as well, or alone. */
const BY_AFFIXES: readonly string[] = ['pt', 'ru', 'sv'];

const resolve = createRequire(import.meta.url);
const loaded = new Map<string, WordList>();

/** Whether words of a language can be looked up. @param language a BCP 47 tag */
export function hasWordList(language: string): boolean {
  const primary = primaryLanguage(language);
  return primary in PRESSED || BY_AFFIXES.includes(primary);
}

/**
 * @param language a BCP 47 tag; English goes by its region
 * @returns its list, kept for the life of the process (up to 1.5 s and 60 MB for the first use of a language); null: none ships
 */
export function wordListFor(language: string): WordList | null {
  if (!hasWordList(language)) return null;
  const key = language in PRESSED ? language : primaryLanguage(language);
  let list = loaded.get(key);
  if (!list) {
    loaded.set(key, (list = anyOf(listsOf(key))));
    // Decoding makes several times the size of a list that nobody needs any more.
    clearAway();
  }
  return list;
}

function listsOf(key: string): WordList[] {
  const pressed = (PRESSED[key] ?? []).map(([name, file]) => {
    const packed = readFileSync(join(dirname(resolve.resolve(`@cspell/dict-${name}`)), file));
    return decodeTrie(file.endsWith('.gz') ? gunzipSync(packed) : packed);
  });
  const affixes = BY_AFFIXES.includes(key) ? dictionaryFor(key) : null;
  return [...pressed, ...(affixes ? [affixes] : [])];
}

function anyOf(lists: readonly WordList[]): WordList {
  return { has: (word) => lists.some((list) => list.has(word)) };
}

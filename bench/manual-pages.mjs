/**
 * Nouns in Debian's translated manual pages (packages manpages-XX and others): all their forms, and all words that begin
 * alike, were read one by one (`nouns/XX.txt`: "base form: form form …"). The pages themselves are not ours to ship.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';

const MANUALS = '/usr/share/man';
/** Characters that are looked through. */
const MOST = 1_500_000;
const folder = fileURLToPath(new URL('nouns/', import.meta.url));

export const NOUNS = readdirSync(folder).map((name) => name.replace('.txt', ''));

/** Lines of running text, without marks of the formatter. */
function linesOf(language) {
  const at = join(MANUALS, { en: '', pt: 'pt_BR' }[language] ?? language);
  const lines = [];
  let size = 0;
  for (const section of existsSync(at) ? readdirSync(at).sort() : []) {
    if (!/^man\d/.test(section)) continue;
    for (const name of readdirSync(join(at, section)).sort()) {
      if (size > MOST) return lines;
      const bytes = readFileSync(join(at, section, name));
      const text = (name.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString('utf8');
      for (const line of text.split('\n'))
        if (line && !line.startsWith('.')) {
          lines.push(line.replace(/\\f[BIRP]/g, '').replace(/\\-/g, '-'));
          size += line.length;
        }
    }
  }
  return lines;
}

/** @returns null where there are no pages of the language on this machine */
export function nounsIn(language) {
  const lines = linesOf(language);
  if (lines.length === 0) return null;
  const forms = new Map(
    readFileSync(join(folder, `${language}.txt`), 'utf8')
      .trim()
      .split('\n')
      .map((line) => line.split(': '))
      .map(([term, all]) => [term, new Set(all.split(' '))]),
  );
  const recognizer = new Recognizer(language, dictionaryFor(language));
  for (const term of forms.keys()) recognizer.add(term, term);
  const lower = (text) => text.toLocaleLowerCase(language);
  const result = { lines: 0, places: 0, found: 0, wrong: 0 };
  for (const line of lines) {
    const hits = recognizer.find(line).filter(({ how }) => how !== 'compound');
    let isCounted = false;
    for (const { 0: word, index } of line.matchAll(/[\p{L}\p{M}]+/gu)) {
      // Words all in capitals are names of files, variables and keys there.
      if (word.length > 1 && word === word.toUpperCase()) continue;
      if (language === 'de' && word === lower(word)) continue;
      for (const [term, all] of forms) {
        if (!all.has(lower(word))) continue;
        isCounted = true;
        result.places++;
        if (hits.some(({ concept, start }) => concept === term && start === index)) result.found++;
      }
    }
    for (const { concept, start, end, how } of hits) {
      const word = line.slice(start, end);
      if (how !== 'exact' && word !== word.toUpperCase() && !forms.get(concept).has(lower(word))) result.wrong++;
    }
    if (isCounted) result.lines++;
  }
  return result;
}

/**
 * Nouns in Debian's translated manual pages (packages manpages-XX and others) and in the handbook of its desktop
 * (gnome-user-docs): all their forms, and all words that begin alike, were read one by one (`nouns/SOURCE/XX.txt`: "base form:
 * form form …"). The texts themselves are not ours to ship.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';

const MANUALS = '/usr/share/man';
const HANDBOOKS = '/usr/share/help';
/** Characters that are looked through. */
const MOST = 1_500_000;
const folder = fileURLToPath(new URL('nouns/', import.meta.url));

/** Where the texts come from, and in which languages nouns of theirs were read. */
export const SOURCES = [
  { name: 'manual pages', folder: 'manual-pages', linesOf: linesOfManuals },
  { name: 'the handbook of a desktop', folder: 'handbook', linesOf: linesOfHandbook },
].map((source) => ({
  ...source,
  languages: readdirSync(join(folder, source.folder)).map((name) => name.replace('.txt', '')),
}));

/** Without the marks of Mallard. */
function linesOfHandbook(language) {
  const at = join(HANDBOOKS, { pt: 'pt_BR' }[language] ?? language, 'gnome-help');
  if (!existsSync(at)) return [];
  return readdirSync(at)
    .filter((name) => name.endsWith('.page'))
    .sort()
    .flatMap((name) =>
      readFileSync(join(at, name), 'utf8')
        .normalize('NFC')
        .replace(/<[^>]*>/g, ' ')
        .split('\n')
        .filter((line) => line.trim() !== ''),
    );
}

/** Lines of running text, without marks of the formatter. */
function linesOfManuals(language) {
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

/** @returns null where there are no texts of the language on this machine */
export function nounsIn({ folder: source, linesOf }, language) {
  const lines = linesOf(language);
  if (lines.length === 0) return null;
  const forms = new Map(
    readFileSync(join(folder, source, `${language}.txt`), 'utf8')
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

/** Memories against data and programs that are not ours. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { MemoryIndex } from '@fair-copy/core/memory/match/memory-index.js';
import { matchScore } from '@fair-copy/core/memory/match/score.js';
import { tokensOf } from '@fair-copy/core/memory/match/tokens.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import { xliffOfUnits } from '@fair-copy/core/formats/xliff/write-units.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { manualPagePairs } from './manual-pages.js';
import { inFolder, python, run } from './outside.js';

const CATALOGUES = ['iso_3166-1', 'iso_639-2'] as const;

async function unitsOf(path: string): Promise<Unit[]> {
  const file = await UnitFile.open(path, path);
  const units: Unit[] = [];
  for await (const batch of file.units()) for (const { unit } of batch) units.push(unit);
  file.close();
  return units;
}

describe('catalogues of Debian’s iso-codes, as msgunfmt (GNU gettext) writes them', () => {
  test.each(['de', 'fi', 'ja', 'ru', 'pl'])('%s: the same messages that Python’s gettext reads', (language) =>
    inFolder(async (folder) => {
      for (const name of CATALOGUES) {
        const mo = `/usr/share/locale/${language}/LC_MESSAGES/${name}.mo`;
        const path = join(folder, `${name}.po`);
        writeFileSync(path, run('msgunfmt', [mo]));
        const expected = python<[string, string][]>('catalogue_messages.py', [mo]);
        const units = await unitsOf(path);
        expect(units.map(({ variants }) => variants.map(({ text }) => text)).sort()).toEqual(expected.sort());
        expect(units[0]!.variants.map((variant) => variant.language)).toEqual(['en', language]);
      }
    }),
  );
});

test('what is written is well-formed for xmllint, and read back the same', () =>
  inFolder(async (folder) => {
    const po = join(folder, 'a.po');
    writeFileSync(po, run('msgunfmt', ['/usr/share/locale/ru/LC_MESSAGES/iso_3166-1.mo']));
    const units = await unitsOf(po);
    const tmx = join(folder, 'a.tmx');
    const xliff = join(folder, 'a.xlf');
    const gathered = async (pieces: AsyncIterable<string>): Promise<string> => {
      let text = '';
      for await (const piece of pieces) text += piece;
      return text;
    };
    const options = { languages: null, sourceLanguage: 'en', version: '1', date: '20261123T000000Z' };
    writeFileSync(tmx, await gathered(tmxOfUnits(units, options)));
    writeFileSync(
      xliff,
      await gathered(xliffOfUnits(units, { source: 'en' as LanguageTag, target: 'ru' as LanguageTag, name: 'a' })),
    );
    for (const path of [tmx, xliff]) run('xmllint', ['--noout', '--nonet', path]);
    expect(await unitsOf(tmx)).toEqual(units);
    expect((await unitsOf(xliff)).map(({ variants }) => variants)).toEqual(units.map(({ variants }) => variants));
  }));

describe('20,000 segments of a real word list (Debian’s trans-de-en)', () => {
  const segments = readFileSync('/usr/share/trans/de-en', 'utf8')
    .split('\n')
    .filter((line) => line.includes(' :: '))
    .slice(1000)
    .filter((_, i) => i % 5 === 0)
    .slice(0, 20_000)
    .map((line) => line.split(' :: ')[1]!);
  const index = new MemoryIndex();
  for (const segment of segments) index.add(segment);
  const tokens = segments.map(tokensOf);
  // What a new edition changes: a word more, a word less, another ending, another number.
  const queries = segments
    .filter((_, i) => i % 500 === 7)
    .map(
      (text, i) =>
        [text, text.replace(/ \S+$/, ''), `${text} of it`, text.replace(/s\b/, ''), text.replace(/^\S+ /, '')][i % 5]!,
    );

  test.each([70, 50])('the best match at %d %% is the one that comparing with all of them finds', (threshold) => {
    let found = 0;
    for (const query of queries) {
      const own = tokensOf(query);
      let best = 0;
      for (const other of tokens) best = Math.max(best, matchScore(own, other, Math.max(threshold, best)));
      const score = index.find(query, { threshold, limit: 5 })[0]?.score ?? 0;
      expect([query, score]).toEqual([query, best >= threshold ? best : 0]);
      if (score) found++;
    }
    expect(found).toBeGreaterThan(25);
  });
});

describe.each(['de', 'fr'])('manual pages in English and %s', (language) => {
  const pairs = manualPagePairs(language);
  const units = pairs.map(([english, other]): Unit => ({
    variants: [
      { language: 'en' as LanguageTag, text: english, codes: [] },
      { language: language as LanguageTag, text: other, codes: [] },
    ],
  }));

  test('as a memory: written as TMX, well-formed for xmllint, and read back whole', () =>
    inFolder(async (folder) => {
      expect(pairs.length).toBeGreaterThan(3000);
      const path = join(folder, 'pages.tmx');
      let text = '';
      const options = { languages: null, sourceLanguage: 'en', version: '1', date: '20261128T000000Z' };
      for await (const piece of tmxOfUnits(units, options)) text += piece;
      writeFileSync(path, text);
      run('xmllint', ['--noout', '--nonet', path]);
      expect((await unitsOf(path)).map(({ variants }) => variants.map((variant) => variant.text))).toEqual(pairs);
    }));

  test.each([0, 1] as const)('as queries, from side %d: the best match is the best of all', (side) => {
    const texts = pairs.map((pair) => pair[side]);
    const index = new MemoryIndex();
    for (const text of texts) index.add(text);
    const tokens = texts.map(tokensOf);
    let found = 0;
    for (const [k, text] of texts.entries()) {
      if (k % 700 !== 5) continue;
      const query = text.replace(/ \S+/, '').replace(/\d+/, '7');
      const own = tokensOf(query);
      let best = 0;
      for (const other of tokens) best = Math.max(best, matchScore(own, other, Math.max(70, best)));
      const score = index.find(query, { threshold: 70, limit: 5 })[0]?.score ?? 0;
      expect([query, score]).toEqual([query, best >= 70 ? best : 0]);
      if (score) found++;
    }
    expect(found).toBeGreaterThan(2);
  });
});

/** The npm package `xliff`, a reader and writer of its own. */
describe('XLIFF as another library reads and writes it', () => {
  const library = createRequire(import.meta.url)('xliff') as XliffLibrary;
  interface XliffLibrary {
    xliff2js(text: string): Promise<{ resources: Record<string, Record<string, { source: string; target: string }>> }>;
    js2xliff(given: object): Promise<string>;
    jsToXliff12(given: object): Promise<string>;
  }
  const TEXTS = [
    ['Gates & <weirs>', 'Tore & <Wehre>'],
    ['“Wait”, it said.', '„Warten“, hieß es.'],
    ['Lock 3', '水門 3'],
  ] as const;

  test('ours is read there', async () => {
    const units = TEXTS.map((texts): Unit => ({
      variants: texts.map((text, k) => ({ language: (k === 0 ? 'en' : 'de') as LanguageTag, text, codes: [] })),
    }));
    let text = '';
    const options = { source: 'en' as LanguageTag, target: 'de' as LanguageTag, name: 'signs' };
    for await (const piece of xliffOfUnits(units, options)) text += piece;
    const { resources } = await library.xliff2js(text);
    const read = Object.values(Object.values(resources)[0]!).map(({ source, target }) => [source, target]);
    expect(read).toEqual(TEXTS);
  });

  test.each(['js2xliff', 'jsToXliff12'] as const)('what %s writes is read here', (write) =>
    inFolder(async (folder) => {
      const entries = Object.fromEntries(TEXTS.map(([source, target], k) => [`key${k}`, { source, target }]));
      const path = join(folder, 'signs.xlf');
      const given = { resources: { signs: entries }, sourceLanguage: 'en', targetLanguage: 'de' };
      writeFileSync(path, await library[write](given));
      expect((await unitsOf(path)).map(({ variants }) => variants.map(({ text }) => text))).toEqual(TEXTS);
    }),
  );
});

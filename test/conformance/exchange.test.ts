/** TBX and TMX: well-formed by xmllint, and read back with nothing lost. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import { TbxReader } from '@fair-copy/core/formats/tbx/read.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { TmxReader } from '@fair-copy/core/formats/tmx/read.js';
import { tmxDocument } from '@fair-copy/core/formats/tmx/write.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept, ConceptBody, ConceptId, Fields } from '@fair-copy/core/termbase/concept.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import { inFolder, run } from './outside.js';

const text = fc
  .string({
    unit: fc.constantFrom('a', 'ß', '<', '>', '&', '"', "'", '\n', '水', '\u00a0', ']]>', '𠀀'),
    minLength: 1,
    maxLength: 12,
  })
  .map((s) => `x${s}x`);
const notes = fc.option(fc.array(text, { minLength: 1, maxLength: 2 }), { nil: undefined });
const term = fc.record({ text, note: notes });
const concept = fc.record({
  de: fc.array(term, { minLength: 1, maxLength: 3 }),
  pt: fc.array(term, { minLength: 1, maxLength: 2 }),
  note: notes,
});

const fieldsOf = (note: string[] | undefined): Fields => (note ? { note } : {});

const concepts = fc.sample(concept, { numRuns: 120, seed: 11 }).map((c, i): Concept => {
  let next = 1;
  const section = (language: string, terms: typeof c.de): ConceptBody['languages'][number] => ({
    language: language as LanguageTag,
    fields: {},
    terms: terms.map((t) => ({ id: `t${next++}`, text: t.text, fields: fieldsOf(t.note) })),
  });
  return {
    id: (i + 1) as ConceptId,
    fields: fieldsOf(c.note),
    languages: [section('de', c.de), section('pt-BR', c.pt)],
    origins: [{ file: 'a & b.csv', row: i + 2 }],
  };
});

async function whole(pieces: AsyncIterable<string>): Promise<string> {
  let all = '';
  for await (const piece of pieces) all += piece;
  return all;
}

function entries(document: string, reader: TbxReader | TmxReader, cut = document.length): ExchangeEntry[] {
  const xml = new XmlReader();
  const found: ExchangeEntry[] = [];
  for (let at = 0; at < document.length; at += cut)
    for (const event of xml.write(document.slice(at, at + cut))) {
      const entry = reader.take(event);
      if (entry) found.push(entry);
    }
  for (const event of xml.end()) reader.take(event);
  return found;
}

/** Without what writing adds: the number of the entry, and where it came from. */
const bare = ({ fields: { identifier: _, source: __, ...fields }, languages }: ConceptBody): unknown => ({
  fields,
  languages,
});
const options = { title: 'Canal & lock', languages: null } as const;
const tmxOptions = { languages: null, sourceLanguage: '*all*', version: '0.1.0', date: '20261123T120000Z' } as const;

describe.each([
  ['TBX (ISO 30042:2019)', () => whole(tbxDocument(concepts, options)), () => new TbxReader()],
  ['TMX 1.4b', () => whole(tmxDocument(concepts, tmxOptions)), () => new TmxReader()],
])('%s', (_, write, reader) => {
  test('is well-formed by xmllint', async () => {
    const document = await write();
    inFolder((folder) => {
      const path = join(folder, 'document.xml');
      writeFileSync(path, document);
      run('xmllint', ['--noout', '--nonet', path]);
    });
  });
  test('reads back with nothing lost', async () => {
    const read = entries(await write(), reader());
    // Line ends inside a text are one line feed in XML (section 2.11).
    expect(read.map((entry) => bare(entry.body))).toEqual(concepts.map(bare));
  });
  test('cut in pieces of 7 characters it reads the same', async () => {
    const document = await write();
    expect(entries(document, reader(), 7)).toEqual(entries(document, reader()));
  });
});

test('only the chosen languages go out; a TMX unit needs two', async () => {
  expect(await whole(tbxDocument(concepts, { ...options, languages: ['de'] }))).not.toContain('pt-BR');
  const left = { count: 0 };
  await whole(tmxDocument(concepts, { ...tmxOptions, languages: ['de'] }, left));
  expect(left.count).toBe(concepts.length);
});

/** ISO 30042:2008 (martif) and the DCT style of 2019, as the standards' own examples are built; from memory. */
test('older and other styles of TBX', () => {
  const martif = `<?xml version="1.0"?><!DOCTYPE martif SYSTEM "TBXcoreStructV02.dtd"><martif type="TBX" xml:lang="en"><text><body>
    <termEntry id="c1"><descrip type="subjectField">canals</descrip><langSet xml:lang="EN"><tig><term>lock</term><termNote type="partOfSpeech">noun</termNote></tig></langSet>
    <langSet xml:lang="de"><ntig><termGrp><term>Schleuse</term></termGrp><note>auch Kammerschleuse</note></ntig></langSet></termEntry></body></text></martif>`;
  expect(entries(martif, new TbxReader())[0]!.body.languages).toMatchObject([
    { language: 'en', terms: [{ text: 'lock', fields: { partOfSpeech: ['noun'] } }] },
    { language: 'de', terms: [{ text: 'Schleuse', fields: { note: ['auch Kammerschleuse'] } }] },
  ]);
  const dct = `<tbx type="TBX-Basic" style="dct" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2" xmlns:basic="http://www.tbxinfo.net/ns/basic"><text><body>
    <conceptEntry id="c1"><langSec xml:lang="fi"><termSec><term>sulku</term><basic:partOfSpeech>noun</basic:partOfSpeech></termSec></langSec></conceptEntry></body></text></tbx>`;
  expect(entries(dct, new TbxReader())[0]!.body.languages).toMatchObject([
    { language: 'fi', terms: [{ text: 'sulku', fields: { partOfSpeech: ['noun'] } }] },
  ]);
});

test('inline codes of a TMX segment are not text, what hi encloses is', () => {
  const tmx = `<tmx version="1.4"><body><tu><tuv xml:lang="en"><seg>Open the <bpt i="1">&lt;b></bpt>lock<ept i="1">&lt;/b></ept> <hi>gate</hi><ph>{0}</ph></seg></tuv><tuv lang="de"><seg>Tor</seg></tuv></tu></body></tmx>`;
  expect(entries(tmx, new TmxReader())[0]!.body.languages.map((s) => s.terms[0]!.text)).toEqual([
    'Open the lock gate',
    'Tor',
  ]);
});

describe('hostile XML', () => {
  const bomb = `<!DOCTYPE tmx [<!ENTITY a "xxxxxxxxxx"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><tmx><body><tu><tuv lang="en"><seg>&b;</seg></tuv></tu></body></tmx>`;
  test('entities of a DTD are never expanded', () =>
    expect(() => entries(bomb, new TmxReader())).toThrow(/undefined entity/));
  test('depth has a limit', () =>
    expect(() => entries('<a>'.repeat(5000), new TmxReader())).toThrow(/xml-too-deep .*200/));
  test('a cut-off file is told with its line', () =>
    expect(() => entries('<tmx>\n<body>\n<tu>', new TmxReader())).toThrow(/unclosed tag/));
});

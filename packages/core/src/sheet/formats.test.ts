import { expect, test } from '@jest/globals';
import { headingOf, glossaryHtml } from '../formats/glossary-html.js';
import { XliffReader } from '../formats/xliff/read.js';
import { PictureFinder, pictureType } from '../intake/pictures.js';
import type { LanguageTag } from '../language/tags.js';
import type { Concept, ConceptId } from '../termbase/concept.js';
import { XmlReader } from '../xml/reader.js';
import { OdsReader, type OdsRow } from './ods.js';
import { rowPictures } from './xlsx/drawings.js';

/** ISO/IEC 26300-3: repeated rows and cells, covered cells, several paragraphs in a cell. */
test('the tables of an OpenDocument spreadsheet', () => {
  const xml = new XmlReader();
  const reader = new OdsReader();
  const text = `<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet>
    <table:table table:name="A"><table:table-row><table:table-cell><text:p>Deutsch</text:p></table:table-cell><table:table-cell><text:p>Eng<text:span>lish</text:span></text:p></table:table-cell><table:table-cell table:number-columns-repeated="1000"/></table:table-row>
    <table:table-row table:number-rows-repeated="1000000"><table:table-cell table:number-columns-repeated="1024"/></table:table-row>
    <table:table-row table:visibility="collapse"><table:table-cell><office:annotation><text:p>who?</text:p></office:annotation><text:p>a<text:s text:c="2"/>b</text:p><text:p>c</text:p></table:table-cell><table:covered-table-cell><text:p>hidden</text:p></table:covered-table-cell><table:table-cell table:number-columns-repeated="2"><text:p>x</text:p></table:table-cell></table:table-row>
    </table:table><table:table table:name="B"/></office:spreadsheet></office:body></office:document-content>`;
  const rows: OdsRow[] = [];
  for (const event of [...xml.write(text), ...xml.end()]) rows.push(...reader.take(event));
  expect(reader.sheets).toEqual(['A', 'B']);
  expect(rows.map(({ row }) => row)).toEqual([
    { number: 1, cells: ['Deutsch', 'English'] },
    { number: 1_000_002, cells: ['a  b\nc', '', 'x', 'x'], hidden: true },
  ]);
});

/** XLIFF 1.2 and 2.1 (OASIS), after their specifications; from memory. */
test('XLIFF as a glossary', () => {
  const read = (text: string): unknown[] => {
    const xml = new XmlReader();
    const reader = new XliffReader();
    return [...xml.write(text), ...xml.end()].flatMap((event) => {
      const entry = reader.take(event);
      return entry ? [[entry.body.fields, ...entry.body.languages.map((s) => [s.language, s.terms[0]!.text])]] : [];
    });
  };
  expect(
    read(
      `<xliff version="1.2"><file source-language="en-US" target-language="de"><body><trans-unit id="1" resname="ok"><source>Open <bpt id="1">&lt;b></bpt>lock<ept id="1"/></source><target>Schleuse öffnen</target><note>button</note><alt-trans><target>nein</target></alt-trans></trans-unit><trans-unit id="2"><source>gate</source></trans-unit></body></file></xliff>`,
    ),
  ).toEqual([
    [{ identifier: ['ok'], note: ['button'] }, ['en-US', 'Open lock'], ['de', 'Schleuse öffnen']],
    [{ identifier: ['2'] }, ['en-US', 'gate']],
  ]);
  expect(
    read(
      `<xliff version="2.1" srcLang="en" trgLang="fi"><file id="f"><unit id="u1"><notes><note>n</note></notes><segment><source>lock</source><target>sulku</target></segment><segment><source> gate</source><target> portti</target></segment></unit></file></xliff>`,
    ),
  ).toEqual([[{ identifier: ['u1'], note: ['n'] }, ['en', 'lock gate'], ['fi', 'sulku portti']]]);
});

test('pictures are found by path, name, case and without their ending; used ones are known', () => {
  const finder = new PictureFinder(['images/Lock.PNG', 'images/old/weir.jpg']);
  expect(
    ['images/lock.png', 'LOCK.png', 'lock', 'weir.jpg', 'C:\\client\\Weir.JPG', 'weir.png', 'gate'].map((name) =>
      finder.find(name),
    ),
  ).toEqual([
    'images/Lock.PNG',
    'images/Lock.PNG',
    'images/Lock.PNG',
    'images/old/weir.jpg',
    'images/old/weir.jpg',
    null,
    null,
  ]);
  expect([...finder.used]).toHaveLength(2);
});

test.each([
  ['\x89PNG\r\n\x1a\n....', 'image/png'],
  ['\xff\xd8\xff\xe0', 'image/jpeg'],
  ['GIF89a', 'image/gif'],
  ['RIFF\x01\x00\x00\x00WEBPVP8 ', 'image/webp'],
  ['<svg xmlns="…">', null],
  ['<html>', null],
  ['', null],
])('the first bytes %j are %s', (bytes, type) => expect(pictureType(Buffer.from(bytes, 'latin1'))).toBe(type));

/** ECMA-376 part 1, 20.5: anchors count rows from 0. */
test('pictures on a worksheet belong to the row of their anchor', async () => {
  const parts: Record<string, string> = {
    'xl/worksheets/_rels/sheet1.xml.rels':
      '<Relationships><Relationship Id="d" Type="x/drawing" Target="../drawings/drawing1.xml"/></Relationships>',
    'xl/drawings/drawing1.xml':
      '<xdr:wsDr xmlns:xdr="x" xmlns:a="a" xmlns:r="r"><xdr:twoCellAnchor><xdr:from><xdr:col>3</xdr:col><xdr:row>4</xdr:row></xdr:from><xdr:to><xdr:row>9</xdr:row></xdr:to><xdr:pic><xdr:blipFill><a:blip r:embed="i"/></xdr:blipFill></xdr:pic></xdr:twoCellAnchor></xdr:wsDr>',
    'xl/drawings/_rels/drawing1.xml.rels':
      '<Relationships><Relationship Id="i" Type="x/image" Target="../media/image1.png"/></Relationships>',
    'xl/media/image1.png': '',
  };
  const archive = { names: Object.keys(parts), read: () => (async function* () {})() };
  const text = async function* (_: unknown, name: string): AsyncGenerator<string> {
    yield parts[name]!;
  };
  const found = await rowPictures(archive, text, { name: 'A', part: 'xl/worksheets/sheet1.xml', hidden: false });
  expect([...found]).toEqual([[5, ['xl/media/image1.png']]]);
});

test('a printed glossary has a heading for each letter and strikes out what is not to be used', () => {
  const concept: Concept = {
    id: 1 as ConceptId,
    fields: { definition: ['a <low> dam'], xGraphic: ['w.png'] },
    origins: [],
    languages: [
      {
        language: 'de' as LanguageTag,
        fields: {},
        terms: [
          { id: 't1', text: 'Ärmel', fields: {} },
          { id: 't2', text: 'alt', fields: { administrativeStatus: ['deprecatedTerm-admn-sts'] } },
        ],
      },
    ],
  };
  const page = [
    ...glossaryHtml([concept], { title: 'G & H', client: 'C', languages: ['de'], picture: () => 'data:x' }),
  ].join('');
  expect(page).toContain('<h2>A</h2>');
  expect(page).toContain('a &lt;low&gt; dam');
  expect(page).toContain('<span class="no"><b>alt</b></span>');
  expect(page).toContain('src="data:x"');
  expect(['Ärmel', '3D', 'žal', '水'].map(headingOf)).toEqual(['A', '0–9', 'Z', '水']);
});

/** What a file says and our model has no place for is named, never dropped without a word. */
import { describe, expect, test } from '@jest/globals';
import type { Diagnostic } from '../../diagnostic.js';
import { XmlReader } from '../../xml/reader.js';
import type { EntryReader, ExchangeEntry } from '../exchange.js';
import { TmxReader } from '../tmx/read.js';
import { XliffReader } from '../xliff/read.js';
import { TbxReader } from './read.js';

function read(reader: EntryReader, xml: string): { entries: ExchangeEntry[]; notes: readonly Diagnostic[] } {
  const parser = new XmlReader();
  const entries = [...parser.write(xml), ...parser.end()].flatMap((event) => reader.take(event) ?? []);
  return { entries, notes: reader.notes() };
}

/** After the examples of ISO 30042:2019, annex (from memory): header, hi in a definition, people in the back matter. */
const TBX = `<?xml version="1.0"?>
<tbx type="TBX-Basic" style="dca" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2">
<tbxHeader><fileDesc><titleStmt><title>Brennick
  terminology</title></titleStmt><sourceDesc><p>From the works office.</p></sourceDesc></fileDesc>
<revisionDesc><change><p>2026-01-01 first</p></change><change><p>2026-02-01 second</p></change></revisionDesc></tbxHeader>
<text><body><conceptEntry id="c1"><descrip type="definition">A <hi>chamber</hi> with <foreign>Tore</foreign>.</descrip>
<langSec xml:lang="de"><termSec><term>Schleuse<hi>n</hi>tor</term></termSec></langSec></conceptEntry></body>
<back><refObjectSec type="respPerson"><refObject id="p1"><itemSet><item type="fn">M. Brook</item></itemSet></refObject></refObjectSec></back></text></tbx>`;

describe('TBX', () => {
  const { entries, notes } = read(new TbxReader(), TBX);
  test('the text stays', () => {
    expect(entries[0]!.body.fields.definition).toEqual(['A chamber with Tore.']);
    expect(entries[0]!.body.languages[0]!.terms[0]!.text).toBe('Schleusentor');
  });
  test('title, source, revisions and people are named', () => {
    const [about] = notes;
    expect(about!.code).toBe('about-file-left');
    expect(about!.details).toMatchObject({ title: 'Brennick terminology', sources: 1, revisions: 2, people: 1 });
  });
  test('markup within texts is counted, with its first line', () => {
    expect(notes[1]).toMatchObject({ code: 'markup-dropped', place: { line: 6 } });
    expect(notes[1]!.details).toEqual({ what: 'hi, foreign', count: 2, line: 6 });
  });
  test('a file without any of it is silent', () => {
    const plain =
      '<tbx><text><body><conceptEntry><langSec xml:lang="de"><termSec><term>Tor</term></termSec></langSec></conceptEntry></body></text></tbx>';
    expect(read(new TbxReader(), plain).notes).toEqual([]);
  });
});

test('TMX and XLIFF as glossaries: codes are counted', () => {
  const tmx =
    '<tmx><body><tu><tuv xml:lang="en"><seg>a <bpt i="1">x</bpt>b<ept i="1"/></seg></tuv><tuv xml:lang="de"><seg>c</seg></tuv></tu></body></tmx>';
  expect(read(new TmxReader(), tmx).notes).toMatchObject([{ code: 'markup-dropped' }]);
  const xliff =
    '<xliff version="1.2"><file source-language="en" target-language="de"><body><trans-unit id="1"><source>a <g id="1">b</g></source><target>c</target></trans-unit></body></file></xliff>';
  expect(read(new XliffReader(), xliff).notes).toMatchObject([{ code: 'markup-dropped' }]);
});

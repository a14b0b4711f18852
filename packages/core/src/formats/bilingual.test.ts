/** XLIFF and message catalogues as units. */
import { describe, expect, test } from '@jest/globals';
import { withoutCodes } from '../text/inline-codes.js';
import { XmlReader } from '../xml/reader.js';
import { PoUnits, type PoOptions } from './po/units.js';
import { tmxSegment } from './tmx/write-units.js';
import { XliffUnits, type XliffOptions } from './xliff/units.js';
import { xliffOfUnits } from './xliff/write-units.js';
import type { LanguageTag } from '../language/tags.js';
import type { Unit } from '../memory/unit.js';

function xliff(text: string, options: XliffOptions = {}): { units: Unit[]; reader: XliffUnits } {
  const xml = new XmlReader();
  const reader = new XliffUnits(options);
  const units = [...xml.write(text), ...xml.end()].flatMap((event) => reader.take(event).map(({ unit }) => unit));
  return { units, reader };
}

const texts = ({ variants }: Unit): string[] => variants.map((variant) => withoutCodes(variant.text));

// Elements and states as in XLIFF 1.2 (OASIS, 2008) and 2.1 (OASIS, 2018); examples from memory.
const V12 = `<xliff version="1.2" xmlns="urn:oasis:names:tc:xliff:document:1.2"><file original="a.html" source-language="en-US" target-language="fr" datatype="html"><header><note>not ours</note></header><body>
<trans-unit id="1"><source>Click <g id="1" ctype="bold">here</g>.</source><target state="final">Cliquez <g id="1" ctype="bold">ici</g>.</target><note from="client">short</note><alt-trans match-quality="80"><source>Click.</source><target>Cliquer.</target></alt-trans></trans-unit>
<trans-unit id="2"><source>New</source><target state="new"></target></trans-unit>
<trans-unit id="3"><source>One. Two.</source><seg-source><mrk mtype="seg" mid="1">One.</mrk> <mrk mtype="seg" mid="2">Two.</mrk></seg-source><target><mrk mtype="seg" mid="1">Un.</mrk> <mrk mtype="seg" mid="2">Deux.</mrk></target></trans-unit>
<trans-unit id="4"><source>Line<x id="1" ctype="lb"/>break <ph id="2">&lt;br/></ph><bpt id="3">&lt;b></bpt>B<ept id="3">&lt;/b></ept></source><target>Saut<x id="1" ctype="lb"/></target></trans-unit>
</body></file></xliff>`;

const V21 = `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en" trgLang="fr"><file id="f1"><unit id="u1"><originalData><data id="d1">&lt;b></data></originalData>
<segment id="s1" state="final"><source>First <pc id="1" dataRefStart="d1">bold</pc>.</source><target>Premier <pc id="1" dataRefStart="d1">gras</pc>.</target></segment>
<ignorable><source> </source></ignorable>
<segment id="s2"><source>Second.<ph id="2"/></source><target>Deuxième.</target></segment>
<segment id="s3" state="initial"><source>Third.</source></segment></unit></file></xliff>`;

describe('XLIFF', () => {
  test('1.2: states, notes, segments; what is not translated is told', () => {
    const { units, reader } = xliff(V12);
    expect(units.map(texts)).toEqual([
      ['Click here.', 'Cliquez ici.'],
      ['One.', 'Un.'],
      ['Two.', 'Deux.'],
      ['Linebreak B', 'Saut'],
    ]);
    expect(units[0]).toMatchObject({
      attributes: { tuid: '1' },
      props: [
        { type: 'state', text: 'final' },
        { type: 'file', text: 'a.html' },
      ],
      notes: [{ text: 'client: short' }],
    });
    expect(units[3]!.variants[0]!.codes.map(({ kind, shown }) => [kind, shown])).toEqual([
      ['alone', 'line break'],
      ['alone', 'line break'],
      ['open', 'b'],
      ['close', 'b'],
    ]);
    expect(reader.left).toMatchObject([{ reason: 'not translated', number: 2 }]);
  });
  test('1.2: alternative translations by choice', () =>
    expect(xliff(V12, { alternatives: true }).units.map(texts)).toContainEqual(['Click.', 'Cliquer.']));
  test('2.1: each segment is a unit', () => {
    const { units, reader } = xliff(V21);
    expect(units.map(texts)).toEqual([
      ['First bold.', 'Premier gras.'],
      ['Second.', 'Deuxième.'],
    ]);
    expect(units.map((unit) => unit.attributes?.tuid)).toEqual(['u1.s1', 'u1.s2']);
    expect(reader.left).toHaveLength(1);
  });
  test('as TMX: codes hold their original form, and their content is text', () => {
    const [unit] = xliff(V12).units;
    expect(tmxSegment(unit!.variants[0]!)).toBe(
      'Click <bpt i="1" type="b">&lt;g id="1" ctype="bold"&gt;</bpt>here<ept i="1">&lt;/g&gt;</ept>.',
    );
  });
  test('written as 2.1 and read again: the same texts and as many codes', async () => {
    for (const source of [V12, V21]) {
      const { units } = xliff(source);
      const [from, to] = units[0]!.variants.map((variant) => variant.language);
      let text = '';
      for await (const piece of xliffOfUnits(units, { source: from!, target: to!, name: 'x' })) text += piece;
      const again = xliff(text).units;
      expect(again.map(texts)).toEqual(units.map(texts));
      expect(again.map((unit) => unit.variants.map(({ codes }) => codes.map(({ kind }) => kind)))).toEqual(
        units.map((unit) => unit.variants.map(({ codes }) => codes.map(({ kind }) => kind))),
      );
    }
  });
});

function po(text: string, options: PoOptions = {}): { units: Unit[]; reader: PoUnits } {
  const reader = new PoUnits(options);
  const units: Unit[] = [];
  // In small pieces, as a stream gives them.
  for (let i = 0; i < text.length; i += 13) units.push(...reader.write(text.slice(i, i + 13)).map(({ unit }) => unit));
  units.push(...reader.end().map(({ unit }) => unit));
  return { units, reader };
}

// The form of entries as in the GNU gettext manual, "The Format of PO Files".
const CATALOGUE = `# header
msgid ""
msgstr ""
"Language: pl\\n"
"Plural-Forms: nplurals=3;\\n"

#. for the button
#: lib/error.c:116
msgctxt "menu"
msgid "Open \\"%s\\"\\n"
"now"
msgstr "Otwórz \\"%s\\"\\n"
"teraz"

#, fuzzy, c-format
#| msgid "old"
msgid "Fuzzy"
msgstr "Rozmyte"

msgid "Nothing"
msgstr ""

msgid "%d file"
msgid_plural "%d files"
msgstr[0] "%d plik"
msgstr[1] "%d pliki"
msgstr[2] "%d plików"

#~ msgid "Gone"
#~ msgstr "Dawne"
`;

describe('message catalogues', () => {
  test('context, references, escapes, continued lines; plural forms are units of their own', () => {
    const { units, reader } = po(CATALOGUE);
    expect(units.map(texts)).toEqual([
      ['Open "%s"\nnow', 'Otwórz "%s"\nteraz'],
      ['%d file', '%d plik'],
      ['%d files', '%d pliki'],
      ['%d files', '%d plików'],
    ]);
    expect(units[0]).toMatchObject({
      props: [
        { type: 'context', text: 'menu' },
        { type: 'reference', text: 'lib/error.c:116' },
      ],
      notes: [{ text: 'for the button' }],
      variants: [{ language: 'en' }, { language: 'pl' }],
    });
    expect(reader.left.map(({ reason }) => reason)).toEqual(['not translated', 'not translated', 'obsolete']);
  });
  test('fuzzy and obsolete ones by choice', () =>
    expect(
      po(CATALOGUE, { fuzzy: true, obsolete: true, source: 'de' as LanguageTag })
        .units.map(texts)
        .map(([id]) => id),
    ).toEqual(['Open "%s"\nnow', 'Fuzzy', '%d file', '%d files', '%d files', 'Gone']));
});

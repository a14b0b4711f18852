/** Formatting within a document's segments, against memories with and without the codes (methods: codes cost little). */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { CommandLine } from './calls.js';

const line = new CommandLine();
afterAll(() => line.end());

const folder = mkdtempSync(join(tmpdir(), 'codes-'));
const at = (name: string): string => join(folder, name);

/** By ECMA-376 part 1, 17.3.2; runs are cut where a program noted something of its own. */
const docx = (): Uint8Array => {
  const run = (text: string, properties = ''): string =>
    `<w:r><w:rPr>${properties}<w:lang w:val="en-GB"/></w:rPr><w:t xml:space="preserve">${text}</w:t></w:r>`;
  const body =
    `<w:p>${run('Close the ')}${run('up', '<w:b/>')}<w:proofErr w:type="spellStart"/>${run('per', '<w:b/>')}` +
    `${run(' gate', '<w:b w:val="0"/>')}${run('.')}</w:p>` +
    `<w:p>${run('Wait for the ', '<w:b/>')}${run('green light.', '<w:b/>')}</w:p>` +
    `<w:p>${run('Ask the lock keeper.')}<w:r><w:footnoteReference w:id="1"/></w:r></w:p>`;
  return zipSync({
    '[Content_Types].xml': strToU8(
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    ),
    'word/document.xml': strToU8(
      `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`,
    ),
  });
};

/** By ISO 26300: automatic styles of text, spans and links. */
const odt = (): Uint8Array =>
  zipSync({
    mimetype: [strToU8('application/vnd.oasis.opendocument.text'), { level: 0 }],
    'content.xml': strToU8(
      '<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" ' +
        'xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0" ' +
        'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:automatic-styles>' +
        '<style:style style:name="T1" style:family="text"><style:text-properties fo:font-weight="bold"/></style:style>' +
        '<style:style style:name="T2" style:family="text"><style:text-properties fo:language="en"/></style:style>' +
        '</office:automatic-styles><office:body><office:text>' +
        '<text:p>Close <text:span text:style-name="T2">the </text:span><text:span text:style-name="T1">upper</text:span> gate.</text:p>' +
        '<text:p><text:span text:style-name="T1">Wait for the green light.</text:span></text:p>' +
        '<text:p>Ask the lock keeper.<text:note><text:note-citation>1</text:note-citation></text:note></text:p>' +
        '</office:text></office:body></office:document-content>',
    ),
  });

const DOCUMENTS: Readonly<Record<string, Uint8Array | string>> = {
  'rules.docx': docx(),
  'rules.odt': odt(),
  'rules.html':
    '<!DOCTYPE html><p>Close the <b>upper</b> gate.</p><p><strong>Wait for the green light.</strong></p>' +
    '<p>Ask the lock keeper.<img src="a.png"></p>',
  'rules.md': 'Close the **upper** gate.\n\n**Wait for the green light.**\n\nAsk the lock keeper.\n',
};

const tu = (english: string): string =>
  `<tu><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="de"><seg>${english.length}</seg></tuv></tu>`;
const tmx = (first: string): string =>
  `<tmx version="1.4"><header srclang="en" segtype="sentence"/><body>${tu(first)}${tu('Wait for the green light.')}` +
  `${tu('Ask the lock keeper.')}</body></tmx>`;

beforeAll(() => {
  for (const [name, content] of Object.entries(DOCUMENTS)) writeFileSync(at(name), content);
  writeFileSync(at('plain.tmx'), tmx('Close the upper gate.'));
  writeFileSync(at('coded.tmx'), tmx('Close the <bpt i="1">b</bpt>upper<ept i="1">/b</ept> gate.'));
  writeFileSync(at('terms.csv'), 'id;English;German\nc1;upper gate;Obertor\n');
});

test.each(Object.keys(DOCUMENTS))('%s: near a text without the codes, exact to one with them', (name) => {
  const rehearsed = (memory: string) => {
    const args = ['--source', 'en', '--target', 'de', '--memory', at(memory), '--termbase', at('terms.csv'), '--json'];
    const { out } = line.call('rehearse', at(name), ...args);
    return JSON.parse(out) as {
      segments: { text: string; class: string; score: number; words: number }[];
      terms: { segment: number; start: number; end: number }[];
    };
  };
  const { segments, terms } = rehearsed('plain.tmx');
  // What is told to others is the text as people read it, and its words are counted so.
  expect(segments.map(({ text }) => text)).toEqual([
    'Close the upper gate.',
    'Wait for the green light.',
    'Ask the lock keeper.',
  ]);
  expect(segments[0]).toMatchObject({ class: 'near', words: 4 });
  expect(segments[0]!.score).toBeGreaterThanOrEqual(95);
  // Bold from end to end, and the number of a note, are no codes of a segment.
  expect(segments.slice(1).map(({ score }) => score)).toEqual([100, 100]);
  expect(terms[0]).toMatchObject({ segment: 0, start: 10, end: 20 });
  expect(rehearsed('coded.tmx').segments.map(({ score }) => score)).toEqual([100, 100, 100]);
});

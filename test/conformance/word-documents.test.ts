/** Word documents that another library wrote (docx, by the rules of ECMA-376), read for alignment. */
import { expect, test } from '@jest/globals';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  AlignmentType,
  Bookmark,
  CheckBox,
  DeletedTextRun,
  Document,
  NoBreakHyphen,
  SoftHyphen,
  ExternalHyperlink,
  Footer,
  FootnoteReferenceRun,
  Header,
  HeadingLevel,
  InsertedTextRun,
  InternalHyperlink,
  LevelFormat,
  Packer,
  PageBreak,
  Paragraph,
  SymbolRun,
  Tab,
  Table,
  TableCell,
  TableRow,
  Textbox,
  TextRun,
  VerticalMergeType,
  type FileChild,
} from 'docx';
import { AS_SHOWN } from '@fair-copy/core/document/docx.js';
import { runningText } from '@fair-copy/files/running-text.js';

const folder = mkdtempSync(join(tmpdir(), 'fair-copy-word-'));
const by = { id: 1, author: 'Ilse Varn', date: '2026-11-28T00:00:00Z' };

async function read(children: readonly FileChild[], more = {}, reading?: Parameters<typeof runningText>[2]) {
  const document = new Document({
    numbering: {
      config: [
        {
          reference: 'steps',
          levels: [{ level: 0, format: LevelFormat.DECIMAL, text: '%1.', alignment: AlignmentType.START }],
        },
      ],
    },
    ...more,
    sections: [{ children }],
  });
  const path = join(folder, 'handbook.docx');
  writeFileSync(path, await Packer.toBuffer(document));
  return (await runningText(path, 'handbook.docx', reading)).map(({ kind, text }) => `${kind}: ${text}`);
}

const cell = (text: string, more = {}) => new TableCell({ children: [new Paragraph(text)], ...more });

test('headings, paragraphs, lists, links, fields and breaks in reading order', async () => {
  expect(
    await read([
      new Paragraph({ text: 'Lock handbook', heading: HeadingLevel.TITLE }),
      new Paragraph({ text: 'Mooring', heading: HeadingLevel.HEADING_1 }),
      new Paragraph({
        children: [new TextRun('Boats moor '), new TextRun({ text: 'on the left', bold: true }), new TextRun(' bank.')],
      }),
      new Paragraph({ text: 'Open the gate.', numbering: { reference: 'steps', level: 0 } }),
      new Paragraph({ text: 'Close the gate.', bullet: { level: 0 } }),
      new Paragraph({
        children: [
          new TextRun('See '),
          new ExternalHyperlink({ children: [new TextRun('the list')], link: 'https://example.com/' }),
          new TextRun(' and '),
          new InternalHyperlink({ children: [new TextRun('chapter 2')], anchor: 'two' }),
          new TextRun('.'),
        ],
      }),
      new Paragraph({ children: [new Bookmark({ id: 'two', children: [new TextRun('Water level')] })] }),
      new Paragraph({ children: [new TextRun('12'), new TextRun({ children: [new Tab()] }), new TextRun('Post')] }),
      new Paragraph({ children: [new TextRun('before'), new PageBreak(), new TextRun('after')] }),
      new Paragraph(''),
      new Paragraph({
        children: [new TextRun({ children: ['No', new NoBreakHyphen(), 'break, hand', new SoftHyphen(), 'book'] })],
      }),
    ]),
  ).toEqual([
    'heading: Lock handbook',
    'heading: Mooring',
    'paragraph: Boats moor on the left bank.',
    'paragraph: Open the gate.',
    'paragraph: Close the gate.',
    'paragraph: See the list and chapter 2.',
    'paragraph: Water level',
    'paragraph: 12',
    'paragraph: Post',
    expect.stringMatching(/^paragraph: before\s*after$/),
    'paragraph: No-break, handbook',
  ]);
});

test('tables cell by cell, merged ones once, tables within tables', async () => {
  const inner = new Table({ rows: [new TableRow({ children: [cell('inner 1'), cell('inner 2')] })] });
  const cells = await read([
    new Table({
      rows: [
        new TableRow({ tableHeader: true, children: [cell('Gauge'), cell('Level', { columnSpan: 2 })] }),
        new TableRow({
          children: [cell('upper', { verticalMerge: VerticalMergeType.RESTART }), cell('120'), cell('cm')],
        }),
        new TableRow({ children: [cell('', { verticalMerge: VerticalMergeType.CONTINUE }), cell('95'), cell('cm')] }),
        new TableRow({
          children: [
            new TableCell({ children: [new Paragraph('first'), new Paragraph('second')] }),
            new TableCell({ children: [new Paragraph('around'), inner, new Paragraph('below')] }),
            cell('last'),
          ],
        }),
      ],
    }),
  ]);
  expect(cells.join(' ').replaceAll('cell: ', '')).toBe(
    'Gauge Level upper 120 cm 95 cm first second around inner 1 inner 2 below last',
  );
  expect(cells).toEqual(expect.arrayContaining(['cell: first', 'cell: second']));
});

test('footnotes and text boxes', async () => {
  const texts = await read(
    [
      new Paragraph({
        children: [
          new TextRun('The level'),
          new FootnoteReferenceRun(1),
          new TextRun(' is read twice'),
          new TextRun('.'),
        ],
      }),
      new Textbox({ children: [new Paragraph('Do not open under pressure.')], style: { width: '5cm' } }),
    ],
    {
      footnotes: { 1: { children: [new Paragraph('Above datum.')] } },
    },
  );
  expect(texts).toEqual([
    'paragraph: The level is read twice.',
    'paragraph: Do not open under pressure.',
    'paragraph: Above datum.',
  ]);
});

const REVISED = [
  new Paragraph({
    children: [
      new TextRun('The '),
      new DeletedTextRun({ text: 'door', ...by }),
      new InsertedTextRun({ text: 'gate', ...by }),
      new TextRun(' opens.'),
      new TextRun({ text: ' Not for print.', vanish: true }),
    ],
  }),
];

test.each([
  ['accepted', false, 'The gate opens.'],
  ['accepted', true, 'The gate opens. Not for print.'],
  ['original', false, 'The door opens.'],
  ['original', true, 'The door opens. Not for print.'],
] as const)('changes as %s, hidden text read: %s', async (changes, hidden, text) => {
  expect(await read(REVISED, {}, { changes, hidden })).toEqual([`paragraph: ${text}`]);
});

test('content controls and symbols leave the text around them whole', async () => {
  const [text] = await read([
    new Paragraph({
      children: [
        new CheckBox({ checked: true }),
        new TextRun(' Gate closed '),
        new SymbolRun('F071'),
        new TextRun('!'),
      ],
    }),
  ]);
  expect(text).toMatch(/^paragraph: .*Gate closed.*!$/);
});

test('comments are no text of the document; headers and footers are not read', async () => {
  const document = new Document({
    comments: {
      children: [{ id: 0, author: by.author, date: new Date(by.date), children: [new Paragraph('Is this right?')] }],
    },
    sections: [
      {
        headers: { default: new Header({ children: [new Paragraph('Brennick Waterways')] }) },
        footers: { default: new Footer({ children: [new Paragraph('Page')] }) },
        children: [new Paragraph('Read at 6 hours.')],
      },
    ],
  });
  const path = join(folder, 'commented.docx');
  writeFileSync(path, await Packer.toBuffer(document));
  const texts = async (headers: boolean) =>
    (await runningText(path, 'commented.docx', { ...AS_SHOWN, headers })).map(({ text }) => text);
  expect(await texts(false)).toEqual(['Read at 6 hours.']);
  expect(await texts(true)).toEqual(['Read at 6 hours.', 'Page', 'Brennick Waterways']);
});

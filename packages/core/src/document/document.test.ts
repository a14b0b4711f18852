import { describe, expect, test } from '@jest/globals';
import { XmlReader } from '../xml/reader.js';
import type { Block } from './blocks.js';
import { DocxBlocks, type WordReading } from './docx.js';
import { MARK } from './formatting.js';
import { HtmlBlocks } from './html.js';
import { cutLine, isDictionary, patternFromExample, proposedPattern } from './pattern.js';

function docx(body: string, reading?: WordReading): Block[] {
  const xml = new XmlReader();
  const reader = new DocxBlocks(reading);
  const text = `<w:document xmlns:w="w" xmlns:mc="mc"><w:body>${body}</w:body></w:document>`;
  return [...xml.write(text), ...xml.end()].flatMap((event) => reader.take(event));
}
function html(text: string, cut = text.length): Block[] {
  const reader = new HtmlBlocks();
  const blocks: Block[] = [];
  for (let at = 0; at < text.length; at += cut) blocks.push(...reader.write(text.slice(at, at + cut)));
  return [...blocks, ...reader.end()];
}
const p = (inner: string): string => `<w:p>${inner}</w:p>`;
const r = (text: string, properties = ''): string =>
  `<w:r>${properties && `<w:rPr>${properties}</w:rPr>`}<w:t xml:space="preserve">${text}</w:t></w:r>`;
const tc = (text: string, properties = ''): string => `<w:tc><w:tcPr>${properties}</w:tcPr>${p(r(text))}</w:tc>`;

/** Built by the rules of ECMA-376 part 1; files that other programs wrote are read in the conformance tests. */
describe('word-processor documents', () => {
  test('runs, tabs and breaks; deleted, hidden and instruction text left out', () =>
    expect(
      docx(
        p(r('lock') + '<w:r><w:tab/><w:t>Schleuse</w:t></w:r>') +
          p(
            `<w:ins>${r('new')}</w:ins><w:del><w:r><w:delText>old</w:delText></w:r></w:del>${r(' secret', '<w:vanish/>')}`,
          ) +
          p('<w:r><w:instrText>PAGE</w:instrText></w:r>' + r('a') + '<w:r><w:br/></w:r>' + r('b')),
      ).map((block) => block.kind === 'paragraph' && block.text),
    ).toEqual(['lock\tSchleuse', 'new', 'a\nb']));

  test('formatting as it was before a tracked change is none, and ends no paragraph otherwise', () => {
    const was = (properties: string): string =>
      `<w:rPrChange w:id="1" w:author="a"><w:rPr>${properties}</w:rPr></w:rPrChange>`;
    const reading = { hidden: false, changes: 'accepted', codes: true } as const;
    const blocks = docx(
      p(
        `<w:pPr><w:pPrChange w:id="2" w:author="a"><w:pPr/></w:pPrChange></w:pPr>${r('Open ')}${r('the', was('<w:b/>'))}${r(' gate', '<w:i/>' + was('<w:vanish/>'))}`,
      ) + p(r('Wait.')),
      reading,
    );
    expect(blocks.map((block) => block.kind === 'paragraph' && block.text)).toEqual([
      `Open the${MARK.open} gate${MARK.close}`,
      'Wait.',
    ]);
  });

  test.each([
    ['accepted', false, ['The gate opens.', 'Wait here. Then go.', 'moved']],
    ['accepted', true, ['The gate opens. Not for print.', 'Wait here. Then go.', 'moved']],
    ['original', false, ['The door opens.', 'Wait here.', ' Then go.', 'moved']],
  ] as const)('tracked changes as %s, hidden text read: %s', (changes, hidden, texts) => {
    const change = 'w:id="1" w:author="a" w:date="2026-01-01T00:00:00Z"';
    const blocks = docx(
      p(
        r('The ') +
          `<w:del ${change}><w:r><w:delText>door</w:delText></w:r></w:del><w:ins ${change}>${r('gate')}</w:ins>` +
          r(' opens.') +
          r(' Not for print.', '<w:vanish/>'),
      ) +
        // The end of this paragraph was deleted: accepted, the next one goes on with it.
        p(`<w:pPr><w:rPr><w:del ${change}/></w:rPr></w:pPr>${r('Wait here.')}`) +
        p(r(' Then go.')) +
        p(
          `<w:moveFrom ${change}>${changes === 'original' ? r('moved') : ''}</w:moveFrom>` +
            `<w:moveTo ${change}>${changes === 'accepted' ? r('moved') : ''}</w:moveTo>`,
        ),
      { changes, hidden },
    );
    expect(blocks.map((block) => block.kind === 'paragraph' && block.text)).toEqual(texts.map((text) => text.trim()));
  });

  test('a text box is read once', () =>
    expect(
      docx(
        p(
          `<w:r><mc:AlternateContent><mc:Choice><w:txbxContent>${p(r('box'))}</w:txbxContent></mc:Choice><mc:Fallback><w:txbxContent>${p(r('box'))}</w:txbxContent></mc:Fallback></mc:AlternateContent></w:r>`,
        ),
      ),
    ).toEqual([{ kind: 'paragraph', text: 'box', heading: false }]));

  test('tables with cells that reach over columns and rows, and a table inside a cell', () =>
    expect(
      docx(
        `<w:tbl><w:tr>${tc('Wide', '<w:gridSpan w:val="2"/>')}${tc('c')}</w:tr>
         <w:tr>${tc('Down', '<w:vMerge w:val="restart"/>')}${tc('x')}${tc('y')}</w:tr>
         <w:tr>${tc('', '<w:vMerge/>')}${tc('z')}<w:tc><w:tbl><w:tr>${tc('in')}${tc('ner')}</w:tr></w:tbl>${p('')}</w:tc></w:tr></w:tbl>`,
      ),
    ).toEqual([
      {
        kind: 'table',
        rows: [
          ['Wide', '', 'c'],
          ['Down', 'x', 'y'],
          ['Down', 'z', 'in ner'],
        ],
      },
    ]));

  test('headings by their style', () =>
    expect(docx(`<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr>${r('Title')}</w:p>`)).toEqual([
      { kind: 'paragraph', text: 'Title', heading: true },
    ]));
});

/** After the HTML Living Standard. */
describe('web pages', () => {
  const page = `<title>no</title><script>no()</script><h1>T</h1><p>one &amp; <b>two</b><p>three
    <table><tr><th colspan=2>A<th>B<tr><td rowspan=2>x<td>y<td>z<tr><td>v<td>w<br>u</table><ul><li>li 1<li>li 2</ul><dl><dt>Tor<dd>gate</dl>`;
  const expected: Block[] = [
    { kind: 'paragraph', text: 'T', heading: true },
    { kind: 'paragraph', text: 'one & two', heading: false },
    { kind: 'paragraph', text: 'three', heading: false },
    {
      kind: 'table',
      rows: [
        ['A', '', 'B'],
        ['x', 'y', 'z'],
        ['x', 'v', 'w\nu'],
      ],
    },
    { kind: 'paragraph', text: 'li 1', heading: false },
    { kind: 'paragraph', text: 'li 2', heading: false },
    { kind: 'paragraph', text: 'Tor\tgate', heading: false },
  ];
  test('paragraphs, lists, definition lists and tables', () => expect(html(page)).toEqual(expected));
  test('cut anywhere it reads the same', () => expect(html(page, 5)).toEqual(expected));
  test('deep nesting does no harm', () => expect(html('<div>'.repeat(100_000) + 'x')).toEqual([]));
});

describe('the pattern of lines', () => {
  test.each([
    [['Tor\tgate', 'Wehr\tweir', 'Kai\tquay'], { between: '\t', then: null, groups: null }],
    [['Tor – gate', 'Wehr – weir: a low dam', 'Kai – quay: for ships'], { between: ' – ', then: ': ', groups: null }],
    [['Tor = gate', 'Wehr = weir', 'Kai = quay'], { between: ' = ', then: null, groups: null }],
    [['Tor {n} | Tore {pl} :: gate | gates', 'Wehr {n} :: weir'], { between: ' :: ', then: null, groups: ' | ' }],
  ])('%j', (lines, pattern) => expect(proposedPattern(lines).value).toEqual(pattern));
  test('is none in ordinary text', () =>
    expect(
      proposedPattern(['The gate is closed.', 'It opens at six.', 'Ships wait.', 'Nobody knows why.']).value,
    ).toBeNull());
  test('is taken from an example', () => {
    expect(patternFromExample('Wehr (weir) a low dam', ['Wehr', 'weir', 'a low dam'])).toEqual({
      between: ' (',
      then: ') ',
      groups: null,
    });
    expect(patternFromExample('Wehr (weir)', ['weir', 'Wehr'])).toBeNull();
  });
  test('cuts lines into cells, groups into rows, and leaves the rest whole', () => {
    expect(cutLine('a | b :: c | d', { between: ' :: ', then: null, groups: ' | ' })).toEqual([
      ['a', 'c'],
      ['b', 'd'],
    ]);
    expect(cutLine('a | b :: c', { between: ' :: ', then: null, groups: ' | ' })).toEqual([
      ['a', 'c'],
      ['b', ''],
    ]);
    expect(cutLine('a – b: c: d', { between: ' – ', then: ': ', groups: null })).toEqual([['a', 'b', 'c: d']]);
    expect(cutLine('nothing here', { between: ' – ', then: null, groups: null })).toEqual([['nothing here']]);
  });
  test('a dictionary is known by its marks', () => {
    expect(isDictionary(['# comment', 'a :: b', 'c :: d | e'])).toBe(true);
    expect(isDictionary(['a: b', 'c: d'])).toBe(false);
  });
});

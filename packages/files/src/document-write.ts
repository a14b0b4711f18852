/** A table as a Word document (ECMA-376), streamed: for texts that people review, of any length. */
import { direction } from '@fair-copy/core/language/tags.js';
import { xmlAttribute, xmlText } from '@fair-copy/core/xml/writer.js';
import { writeZip, type ZipMember } from './zip-write.js';

export interface DocumentTable {
  readonly header: readonly string[];
  /** The language of each column, or null. */
  readonly languages: readonly (string | null)[];
  readonly rows: AsyncIterable<readonly string[]>;
}

const TYPES = `<?xml version="1.0" encoding="UTF-8"?>
<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>`;
const RELATIONS = `<?xml version="1.0" encoding="UTF-8"?>
<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>`;
/** Twentieths of a point between the margins of a page lying on its side. */
const WIDTH = 15000;

export function writeTableDocument(path: string, table: DocumentTable): Promise<void> {
  const member = (name: string, content: AsyncIterable<string>): ZipMember => ({ name, content, packed: false });
  return writeZip(path, [
    member('[Content_Types].xml', once(TYPES)),
    member('_rels/.rels', once(RELATIONS)),
    member('word/document.xml', documentXml(table)),
  ]);
}

async function* once(text: string): AsyncGenerator<string> {
  yield text;
}

async function* documentXml({ header, languages, rows }: DocumentTable): AsyncGenerator<string> {
  const share = Math.floor(WIDTH / Math.max(1, header.length));
  const border = ['top', 'left', 'bottom', 'right', 'insideH', 'insideV']
    .map((side) => `<w:${side} w:val="single" w:sz="4" w:space="0" w:color="E2DCCF"/>`)
    .join('');
  yield `<?xml version="1.0" encoding="UTF-8"?>
<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:tbl><w:tblPr><w:tblW w:w="${WIDTH}" w:type="dxa"/><w:tblBorders>${border}</w:tblBorders><w:tblLayout w:type="fixed"/></w:tblPr><w:tblGrid>${header.map(() => `<w:gridCol w:w="${share}"/>`).join('')}</w:tblGrid>
`;
  const cell = (text: string, column: number, bold: boolean): string => {
    const language = languages[column] ?? null;
    const isRtl = language !== null && direction(language) === 'rtl';
    const style = `<w:rPr>${bold ? '<w:b/>' : ''}${isRtl ? '<w:rtl/>' : ''}${language ? `<w:lang w:val="${xmlAttribute(language)}"${isRtl ? ` w:bidi="${xmlAttribute(language)}"` : ''}/>` : ''}</w:rPr>`;
    const runs = text
      .split('\n')
      .map((line) => `<w:t xml:space="preserve">${xmlText(line)}</w:t>`)
      .join('<w:br/>');
    return `<w:tc><w:tcPr><w:tcW w:w="${share}" w:type="dxa"/></w:tcPr><w:p>${isRtl ? '<w:pPr><w:bidi/></w:pPr>' : ''}<w:r>${style}${runs}</w:r></w:p></w:tc>`;
  };
  yield `<w:tr><w:trPr><w:tblHeader/></w:trPr>${header.map((text, i) => cell(text, i, true)).join('')}</w:tr>\n`;
  for await (const cells of rows)
    yield `<w:tr>${header.map((_, i) => cell(cells[i] ?? '', i, false)).join('')}</w:tr>\n`;
  yield `</w:tbl><w:p/><w:sectPr><w:pgSz w:w="16838" w:h="11906" w:orient="landscape"/><w:pgMar w:top="900" w:right="900" w:bottom="900" w:left="900" w:header="450" w:footer="450" w:gutter="0"/></w:sectPr></w:body></w:document>`;
}

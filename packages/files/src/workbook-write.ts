/**
 * Rows to XLSX (ECMA-376), streamed to a file. What is text stays text, so that nothing is taken for a formula, number or date.
 * Checked against openpyxl, LibreOffice and our own reader.
 */
import { xmlAttribute, xmlText } from '@fair-copy/core/xml/writer.js';
import { writeZip, type ZipMember } from './zip-write.js';

export interface WorkbookSheet {
  readonly name: string;
  readonly header: readonly string[];
  /** In characters; the others get the usual width. */
  readonly widths?: readonly number[];
  readonly rows: AsyncIterable<readonly (string | number)[]> | Iterable<readonly (string | number)[]>;
}

const USUAL_WIDTH = 32;
/** Characters that a name of a sheet may have. */
const NAME_LENGTH = 31;
/** Rows are put together until they have so many characters. */
const PIECE = 64 * 1024;

const DECLARATION = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';

/** The places of the formats in `STYLES`: text, text in bold, a number. */
const TEXT = 1;
const BOLD = 2;
const NUMBER = 3;
const FORMAT = 'numFmtId="49" applyNumberFormat="1" applyAlignment="1"';
const ALIGNMENT = '<alignment vertical="top" wrapText="1"/>';
const STYLES = `${DECLARATION}<styleSheet xmlns="${MAIN}"><fonts count="2"><font><sz val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name val="Calibri"/></font></fonts><fills count="2"><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill></fills><borders count="1"><border><left/><right/><top/><bottom/><diagonal/></border></borders><cellStyleXfs count="1"><xf numFmtId="0" fontId="0" fillId="0" borderId="0"/></cellStyleXfs><cellXfs count="4"><xf numFmtId="0" fontId="0" fillId="0" borderId="0" xfId="0"/><xf fontId="0" fillId="0" borderId="0" xfId="0" ${FORMAT}>${ALIGNMENT}</xf><xf fontId="1" fillId="0" borderId="0" xfId="0" applyFont="1" ${FORMAT}>${ALIGNMENT}</xf><xf numFmtId="0" fontId="0" fillId="0" borderId="0" xfId="0" applyAlignment="1">${ALIGNMENT}</xf></cellXfs><cellStyles count="1"><cellStyle name="Normal" xfId="0" builtinId="0"/></cellStyles></styleSheet>`;

/** The sheets one after another; memory stays flat. */
export async function writeWorkbook(path: string, sheets: readonly WorkbookSheet[]): Promise<void> {
  await writeZip(path, members(sheets));
}

function* members(sheets: readonly WorkbookSheet[]): Generator<ZipMember> {
  const part = (name: string, text: string): ZipMember => ({ name, content: one(text), packed: false });
  yield part('[Content_Types].xml', contentTypes(sheets.length));
  yield part(
    '_rels/.rels',
    `${DECLARATION}<Relationships xmlns="${PACKAGE}/relationships"><Relationship Id="rId1" Type="${OFFICE}/officeDocument" Target="xl/workbook.xml"/><Relationship Id="rId2" Type="${PACKAGE}/relationships/metadata/core-properties" Target="docProps/core.xml"/></Relationships>`,
  );
  yield part(
    'docProps/core.xml',
    `${DECLARATION}<cp:coreProperties xmlns:cp="${PACKAGE}/metadata/core-properties" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:creator>Fair Copy</dc:creator></cp:coreProperties>`,
  );
  yield part('xl/workbook.xml', workbook(sheets));
  yield part('xl/_rels/workbook.xml.rels', workbookRelationships(sheets.length));
  yield part('xl/styles.xml', STYLES);
  for (const [i, sheet] of sheets.entries())
    yield { name: `xl/worksheets/sheet${i + 1}.xml`, content: worksheet(sheet), packed: false };
}

async function* one(text: string): AsyncGenerator<string> {
  yield text;
}

function contentTypes(sheets: number): string {
  const type = (part: string, kind: string): string =>
    `<Override PartName="${part}" ContentType="application/vnd.openxmlformats-${kind}+xml"/>`;
  const office = 'officedocument.spreadsheetml';
  return `${DECLARATION}<Types xmlns="${PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/>${type('/xl/workbook.xml', `${office}.sheet.main`)}${type('/xl/styles.xml', `${office}.styles`)}${type('/docProps/core.xml', 'package.core-properties')}${Array.from({ length: sheets }, (_, i) => type(`/xl/worksheets/sheet${i + 1}.xml`, `${office}.worksheet`)).join('')}</Types>`;
}

function workbook(sheets: readonly WorkbookSheet[]): string {
  const list = sheets.map(
    ({ name }, i) =>
      `<sheet name="${xmlAttribute(name.slice(0, NAME_LENGTH))}" sheetId="${i + 1}" r:id="rId${i + 1}"/>`,
  );
  return `${DECLARATION}<workbook xmlns="${MAIN}" xmlns:r="${OFFICE}"><sheets>${list.join('')}</sheets></workbook>`;
}

function workbookRelationships(sheets: number): string {
  const list = Array.from(
    { length: sheets },
    (_, i) => `<Relationship Id="rId${i + 1}" Type="${OFFICE}/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`,
  );
  return `${DECLARATION}<Relationships xmlns="${PACKAGE}/relationships">${list.join('')}<Relationship Id="rId${sheets + 1}" Type="${OFFICE}/styles" Target="styles.xml"/></Relationships>`;
}

async function* worksheet({ header, widths, rows }: WorkbookSheet): AsyncGenerator<string> {
  const columns = header.map(
    (_, i) =>
      `<col min="${i + 1}" max="${i + 1}" width="${widths?.[i] ?? USUAL_WIDTH}" style="${TEXT}" customWidth="1"/>`,
  );
  let piece = `${DECLARATION}<worksheet xmlns="${MAIN}"><sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews>${columns.length ? `<cols>${columns.join('')}</cols>` : ''}<sheetData>${rowText(1, header, BOLD)}`;
  let number = 1;
  for await (const cells of rows) {
    piece += rowText(++number, cells, TEXT);
    if (piece.length < PIECE) continue;
    yield piece;
    piece = '';
  }
  yield `${piece}</sheetData></worksheet>`;
}

function rowText(number: number, cells: readonly (string | number)[], style: number): string {
  let text = `<row r="${number}">`;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    if (typeof cell === 'number') text += `<c r="${columnName(i)}${number}" s="${NUMBER}"><v>${cell}</v></c>`;
    else if (cell !== '')
      text += `<c r="${columnName(i)}${number}" s="${style}" t="inlineStr"><is><t xml:space="preserve">${cellText(cell)}</t></is></c>`;
  }
  return `${text}</row>`;
}

const NAMES: string[] = [];

/** "A" for 0, "AA" for 26. */
function columnName(index: number): string {
  return (NAMES[index] ??=
    (index >= 26 ? columnName(Math.floor(index / 26) - 1) : '') + String.fromCharCode(65 + (index % 26)));
}

// What XML has no character for, and what would be read as one, is written as "_xHHHH_" (ECMA-376 part 1, 22.9.2.19).
const ESCAPED = /[\u0000-\u0008\u000B-\u001F\uFFFE\uFFFF]|_(?=x[0-9A-Fa-f]{4}_)/g;
const NEEDS_ESCAPE = /[\u0000-\u0008\u000B-\u001F\uFFFE\uFFFF_]/;

function cellText(cell: string): string {
  if (!NEEDS_ESCAPE.test(cell)) return xmlText(cell);
  return xmlText(
    cell.replace(ESCAPED, (char) => `_x${char.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}_`),
  );
}

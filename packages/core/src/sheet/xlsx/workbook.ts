/** What a workbook consists of: its sheets, shared strings and number formats (ECMA-376 part 1, 18.2, 18.4, 18.8). */
import { DataError } from '../../diagnostic.js';
import { XmlReader, type XmlEvent } from '../../xml/reader.js';
import type { Archive, PartText } from '../archive.js';

export interface SheetEntry {
  readonly name: string;
  readonly part: string;
  readonly hidden: boolean;
}

export interface Workbook {
  readonly sheets: readonly SheetEntry[];
  readonly strings: readonly string[];
  /** The number format of each cell style. */
  readonly formats: readonly string[];
  readonly date1904: boolean;
}

export async function openWorkbook(archive: Archive, text: PartText): Promise<Workbook> {
  const root = await target(archive, text, '_rels/.rels', '/officeDocument', 'xl/workbook.xml');
  const base = root.slice(0, root.lastIndexOf('/') + 1);
  const relations = await relationsOf(archive, text, `${base}_rels/${root.slice(base.length)}.rels`, base);
  const sheets: SheetEntry[] = [];
  let date1904 = false;
  for await (const event of partEvents(archive, text, root)) {
    if (event.type !== 'open') continue;
    if (event.name === 'workbookPr') date1904 = /^(1|true)$/.test(event.attributes.date1904 ?? '');
    if (event.name === 'sheet') {
      const relation = relations.find((r) => r.id === event.attributes.id);
      if (relation?.type.endsWith('/worksheet'))
        sheets.push({
          name: event.attributes.name ?? '',
          part: relation.part,
          hidden: (event.attributes.state ?? 'visible') !== 'visible',
        });
    }
  }
  if (sheets.length === 0) throw new DataError('workbook-empty');
  const partOf = (type: string): string | undefined => relations.find((r) => r.type.endsWith(type))?.part;
  const stringsPart = partOf('/sharedStrings');
  const stylesPart = partOf('/styles');
  return {
    sheets,
    date1904,
    strings: stringsPart && archive.names.includes(stringsPart) ? await sharedStrings(archive, text, stringsPart) : [],
    formats: stylesPart && archive.names.includes(stylesPart) ? await cellFormats(archive, text, stylesPart) : [],
  };
}

/** What a part of the package refers to. */
export function partRelations(archive: Archive, text: PartText, part: string): Promise<Relation[]> {
  const cut = part.lastIndexOf('/') + 1;
  return relationsOf(archive, text, `${part.slice(0, cut)}_rels/${part.slice(cut)}.rels`, part.slice(0, cut));
}

interface Relation {
  readonly id: string;
  readonly type: string;
  readonly part: string;
}

async function relationsOf(archive: Archive, text: PartText, part: string, base: string): Promise<Relation[]> {
  const relations: Relation[] = [];
  if (!archive.names.includes(part)) return relations;
  for await (const event of partEvents(archive, text, part)) {
    if (event.type !== 'open' || event.name !== 'Relationship') continue;
    const { Id = '', Type = '', Target = '', TargetMode } = event.attributes;
    if (TargetMode === 'External') continue;
    relations.push({ id: Id, type: Type, part: resolve(base, Target) });
  }
  return relations;
}

async function target(archive: Archive, text: PartText, part: string, type: string, usual: string): Promise<string> {
  const found = (await relationsOf(archive, text, part, '')).find((r) => r.type.endsWith(type))?.part ?? usual;
  if (!archive.names.includes(found)) throw new DataError('workbook-part-missing', { name: found });
  return found;
}

function resolve(base: string, path: string): string {
  if (path.startsWith('/')) return path.slice(1);
  const parts = base.split('/').slice(0, -1);
  for (const step of path.split('/')) {
    if (step === '..') parts.pop();
    else if (step !== '.') parts.push(step);
  }
  return parts.join('/');
}

/** The events of one part of the package. */
export async function* partEvents(archive: Archive, text: PartText, part: string): AsyncGenerator<XmlEvent> {
  const reader = new XmlReader(part);
  try {
    for await (const piece of text(archive, part)) yield* reader.write(piece);
    yield* reader.end();
  } catch (error) {
    if (error instanceof DataError && error.diagnostic.code === 'xml-malformed')
      throw new DataError('workbook-damaged', { what: error.diagnostic.details.what ?? '' });
    throw error;
  }
}

/** The plain text of each shared string: runs joined, phonetic guides (`rPh`) left out. */
async function sharedStrings(archive: Archive, text: PartText, part: string): Promise<string[]> {
  const strings: string[] = [];
  let current = '';
  let inText = false;
  let phonetic = false;
  for await (const event of partEvents(archive, text, part)) {
    if (event.type === 'open') {
      if (event.name === 'si') current = '';
      else if (event.name === 'rPh') phonetic = true;
      else if (event.name === 't') inText = true;
    } else if (event.type === 'close') {
      if (event.name === 'si') strings.push(unescaped(current));
      else if (event.name === 'rPh') phonetic = false;
      else if (event.name === 't') inText = false;
    } else if (inText && !phonetic) current += event.text;
  }
  return strings;
}

/** "_x000D_" and the like (ECMA-376 part 1, 22.9.2.19). */
export function unescaped(text: string): string {
  return text.includes('_x')
    ? text.replace(/_x([0-9A-Fa-f]{4})_/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    : text;
}

/** The formats that need no definition (ECMA-376 part 1, 18.8.30). Dates of the reader's locale are shown as ISO 8601. */
const BUILT_IN: Readonly<Record<number, string>> = {
  1: '0',
  2: '0.00',
  3: '#,##0',
  4: '#,##0.00',
  9: '0%',
  10: '0.00%',
  11: '0.00E+00',
  12: '# ?/?',
  13: '# ??/??',
  14: 'yyyy-mm-dd',
  15: 'd-mmm-yy',
  16: 'd-mmm',
  17: 'mmm-yy',
  18: 'h:mm AM/PM',
  19: 'h:mm:ss AM/PM',
  20: 'h:mm',
  21: 'h:mm:ss',
  22: 'yyyy-mm-dd h:mm',
  37: '#,##0 ;(#,##0)',
  38: '#,##0 ;(#,##0)',
  39: '#,##0.00;(#,##0.00)',
  40: '#,##0.00;(#,##0.00)',
  45: 'mm:ss',
  46: '[h]:mm:ss',
  47: 'mmss.0',
  48: '##0.0E+0',
  49: '@',
};

async function cellFormats(archive: Archive, text: PartText, part: string): Promise<string[]> {
  const own = new Map<number, string>();
  const formats: string[] = [];
  let inCells = false;
  for await (const event of partEvents(archive, text, part)) {
    if (event.type === 'text') continue;
    if (event.name === 'cellXfs') inCells = event.type === 'open';
    if (event.type !== 'open') continue;
    if (event.name === 'numFmt') own.set(Number(event.attributes.numFmtId), event.attributes.formatCode ?? 'General');
    if (event.name === 'xf' && inCells) {
      const id = Number(event.attributes.numFmtId ?? 0);
      formats.push(own.get(id) ?? BUILT_IN[id] ?? 'General');
    }
  }
  return formats;
}

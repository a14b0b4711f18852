/** Units to a file, in each of the formats in which they are handed over. */
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import { xliffOfUnits } from '@fair-copy/core/formats/xliff/write-units.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitColumns } from '@fair-copy/core/memory/table.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeTableDocument } from './document-write.js';
import { writeText } from './text-write.js';
import { writeWorkbook } from './workbook-write.js';

export type UnitFormat = 'tmx' | 'xliff' | 'docx' | 'xlsx' | 'csv' | 'tsv';

export interface UnitsFile {
  /** The columns or variants in this order, the first as source; null: all there are. */
  readonly languages: readonly LanguageTag[] | null;
  /** What TMX says of the source; left out: the first language, or "*all*". */
  readonly sourceLanguage?: string;
  /** For formats of one pair. */
  readonly pair: readonly [source: LanguageTag, target: LanguageTag];
  /** All languages that the units have. */
  readonly known: readonly LanguageTag[];
  /** What the file is called inside. */
  readonly name: string;
  readonly header: TmxHeader | null;
  /** Counts units that the format or the languages leave out. */
  readonly left: { count: number };
  /** Of tables, where somebody has seen all units already. */
  readonly columns?: UnitColumns;
  /** Of texts. */
  readonly encoding?: EncodingName;
  /** Of delimited texts. */
  readonly delimiter?: string;
  readonly byteOrderMark?: boolean;
}

/** @param units is called twice for tables whose columns are not known yet */
export async function writeUnitsFile(
  path: string,
  format: UnitFormat,
  units: () => AsyncIterable<Unit> | Iterable<Unit>,
  about: UnitsFile,
): Promise<void> {
  const { pair, name, left, encoding } = about;
  if (format === 'tmx') return writeText(path, tmxOfUnits(units(), tmxOptions(about), left), encoding);
  if (format === 'xliff') {
    const [source, target] = pair;
    return writeText(path, xliffOfUnits(units(), { source, target, name }, left), encoding);
  }
  return writeTable(path, format, units, about);
}

function tmxOptions({ languages, sourceLanguage, header }: UnitsFile) {
  return {
    languages,
    sourceLanguage: sourceLanguage ?? languages?.[0] ?? '*all*',
    version: VERSION,
    date: tmxDate(new Date().toISOString()),
    ...(header && { header }),
  };
}

async function writeTable(
  path: string,
  format: Exclude<UnitFormat, 'tmx' | 'xliff'>,
  units: () => AsyncIterable<Unit> | Iterable<Unit>,
  about: UnitsFile,
): Promise<void> {
  const columns = about.columns ?? (await columnsOf(units(), about.languages));
  const header = columns.header();
  const rows = rowsOf(units(), columns);
  if (format === 'xlsx') return writeWorkbook(path, [{ name: 'Units', header, rows }]);
  if (format === 'docx') {
    const languages = header.map((text) => (about.known.includes(text as LanguageTag) ? text : null));
    return writeTableDocument(path, { header, languages, rows });
  }
  const delimiter = about.delimiter ?? (format === 'csv' ? ',' : '\t');
  return writeText(path, linesOf(header, rows, delimiter), about.encoding, about.byteOrderMark);
}

async function columnsOf(
  units: AsyncIterable<Unit> | Iterable<Unit>,
  languages: readonly LanguageTag[] | null,
): Promise<UnitColumns> {
  const columns = new UnitColumns(languages);
  for await (const unit of units) columns.see(unit);
  return columns;
}

async function* rowsOf(
  units: AsyncIterable<Unit> | Iterable<Unit>,
  columns: UnitColumns,
): AsyncGenerator<readonly string[]> {
  for await (const unit of units) {
    const row = columns.row(unit);
    if (row.some(Boolean)) yield row;
  }
}

async function* linesOf(
  header: readonly string[],
  rows: AsyncIterable<readonly string[]>,
  delimiter: string,
): AsyncGenerator<string> {
  const style = { delimiter, lineEnd: '\r\n', guardFormulas: true } as const;
  yield delimitedLine(header, style);
  for await (const row of rows) yield delimitedLine(row, style);
}

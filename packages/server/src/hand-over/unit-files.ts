/** Units in each of the formats in which they are handed over. */
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/units.js';
import { xliffOfUnits } from '@fair-copy/core/formats/xliff/write-units.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitColumns } from '@fair-copy/core/memory/table.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeTableDocument } from '@fair-copy/files/document-write.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { UnitFormat } from './unit-formats.js';

export interface UnitsFile {
  /** The columns or variants in this order, the first as source; null: all there are. */
  readonly languages: readonly LanguageTag[] | null;
  /** For formats of one pair. */
  readonly pair: readonly [source: LanguageTag, target: LanguageTag];
  /** All languages that the units have. */
  readonly known: readonly LanguageTag[];
  readonly name: string;
  readonly header: TmxHeader | null;
  /** Counts units that the format or the languages leave out. */
  readonly left: { count: number };
}

/** @param units is called twice for tables, whose columns must be known first */
export async function writeUnitsFile(
  path: string,
  format: UnitFormat,
  units: () => Iterable<Unit>,
  { languages, pair: [source, target], known, name, header, left }: UnitsFile,
): Promise<void> {
  if (format === 'tmx') {
    const options = {
      languages,
      sourceLanguage: languages?.[0] ?? '*all*',
      version: VERSION,
      date: tmxDate(new Date().toISOString()),
      ...(header && { header }),
    };
    return writeText(path, tmxOfUnits(units(), options, left));
  }
  if (format === 'xliff') return writeText(path, xliffOfUnits(units(), { source, target, name }, left));
  const columns = new UnitColumns(languages);
  for (const unit of units()) columns.see(unit);
  const titles = columns.header();
  const rows = async function* (): AsyncGenerator<readonly string[]> {
    for (const unit of units()) {
      const row = columns.row(unit);
      if (row.some(Boolean)) yield row;
    }
  };
  if (format === 'xlsx') return writeWorkbook(path, [{ name: 'Units', header: titles, rows: rows() }]);
  if (format === 'docx') {
    const named = titles.map((text) => (known.includes(text as LanguageTag) ? text : null));
    return writeTableDocument(path, { header: titles, languages: named, rows: rows() });
  }
  const style = { delimiter: format === 'csv' ? ',' : '\t', lineEnd: '\r\n', guardFormulas: true } as const;
  const lines = async function* (): AsyncGenerator<string> {
    yield delimitedLine(titles, style);
    for await (const row of rows()) yield delimitedLine(row, style);
  };
  return writeText(path, lines());
}

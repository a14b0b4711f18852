/** The report of a rehearsal as a file: a workbook, or a page. */
import { rename, rm } from 'node:fs/promises';
import type { ReportCell, ReportTable } from '@fair-copy/core/rehearsal/report.js';
import { xmlAttribute, xmlText } from '@fair-copy/core/xml/writer.js';
import { writeText } from './text-write.js';
import { writeWorkbook } from './workbook-write.js';

export interface RehearsalReport {
  /** What the page is headed with. */
  readonly title: string;
  /** Of its words: BCP 47. */
  readonly language: string;
  readonly tables: readonly ReportTable[];
}

/** All of it, or nothing. */
export async function writeRehearsalReport(
  output: string,
  format: 'xlsx' | 'html',
  report: RehearsalReport,
): Promise<void> {
  const part = `${output}.part`;
  try {
    await (format === 'xlsx' ? writeWorkbook(part, report.tables) : writeText(part, pageOf(report)));
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

const STYLE = `body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:72rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.3rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
td.number{text-align:end;white-space:nowrap}@media print{body{background:#fff;margin:0}}`;

function* pageOf({ title, language, tables }: RehearsalReport): Generator<string> {
  const number = new Intl.NumberFormat(language, { maximumFractionDigits: 2 });
  const cellOf = (cell: ReportCell): string =>
    typeof cell === 'number'
      ? `<td class="number">${number.format(cell)}</td>`
      : `<td dir="auto">${xmlText(cell)}</td>`;
  yield `<!doctype html>\n<html lang="${xmlAttribute(language)}"><head><meta charset="utf-8"><title>${xmlText(title)}</title><style>\n${STYLE}\n</style></head><body>\n<h1>${xmlText(title)}</h1>\n`;
  for (const { name, header, rows } of tables) {
    if (rows.length === 0) continue;
    yield `<h2>${xmlText(name)}</h2>\n<table><thead><tr>${header.map((cell) => `<th>${xmlText(cell)}</th>`).join('')}</tr></thead><tbody>\n`;
    for (const row of rows) yield `<tr>${row.map(cellOf).join('')}</tr>\n`;
    yield '</tbody></table>\n';
  }
  yield '</body></html>\n';
}

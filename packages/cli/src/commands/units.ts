/** `convert` for memories: units in, units out. */
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { describe } from '@fair-copy/core/diagnostic.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/units.js';
import { xliffOfUnits } from '@fair-copy/core/formats/xliff/write-units.js';
import { fits, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitColumns } from '@fair-copy/core/memory/table.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeTableDocument } from '@fair-copy/files/document-write.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { UsageError } from '../usage.js';

export type UnitFormat = 'tmx' | 'xliff' | 'csv' | 'tsv' | 'xlsx' | 'docx';

export interface UnitConversion {
  readonly output: string;
  readonly format: UnitFormat;
  readonly languages: readonly LanguageTag[] | null;
  readonly encoding: EncodingName;
  readonly bom: boolean;
  readonly delimiter: string;
  readonly open: UnitFileOptions;
}

/** Reads the files once for their tally and columns and once to write; keeps no unit in memory. */
export async function convertUnits(paths: readonly string[], job: UnitConversion): Promise<void> {
  const part = `${job.output}.part`;
  const files: UnitFile[] = [];
  try {
    for (const path of paths) files.push(await UnitFile.open(path, basename(path), job.open));
    const columns = new UnitColumns(job.languages);
    let header: TmxHeader | null = null;
    const found = new Set<LanguageTag>();
    for (const file of files) {
      let taken = 0;
      for await (const batch of file.units()) {
        taken += batch.length;
        for (const { unit } of batch) {
          columns.see(unit);
          for (const { language } of unit.variants) found.add(language);
        }
      }
      header ??= file.seen.header;
      report(file, taken);
    }
    const languages = job.languages && fitting(job.languages, [...found]);
    const left = { count: 0 };
    await write(part, all(files), { ...job, languages, ranges: job.languages }, [...found], columns, header, left);
    if (left.count)
      process.stderr.write(`${left.count.toLocaleString('en')} units without the chosen languages are left out\n`);
    await rename(part, job.output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    for (const file of files) file.close();
  }
}

async function* all(files: readonly UnitFile[]): AsyncGenerator<Unit> {
  for (const file of files) for await (const batch of file.units()) for (const { unit } of batch) yield unit;
}

/** "en" chooses en-GB and en-US as well (RFC 4647). */
function fitting(chosen: readonly LanguageTag[], found: readonly LanguageTag[]): LanguageTag[] {
  return chosen.flatMap((tag) => {
    const exact = found.filter(
      (language) => language === tag || (tag === primaryLanguage(tag) && primaryLanguage(language) === tag),
    );
    return exact.length ? exact : [tag];
  });
}

async function write(
  path: string,
  units: AsyncIterable<Unit>,
  job: UnitConversion & { readonly ranges: readonly LanguageTag[] | null },
  found: readonly LanguageTag[],
  columns: UnitColumns,
  header: TmxHeader | null,
  left: { count: number },
): Promise<void> {
  const { languages } = job;
  switch (job.format) {
    case 'tmx': {
      const said = header?.attributes?.srclang;
      const sourceLanguage =
        languages?.[0] ??
        (said && found.some((tag) => primaryLanguage(tag) === said.split(/[-_]/)[0]!.toLowerCase()) ? said : '*all*');
      const options = {
        languages,
        sourceLanguage,
        version: VERSION,
        date: tmxDate(new Date().toISOString()),
        ...(header && { header }),
      };
      return writeText(path, tmxOfUnits(units, options, left), job.encoding);
    }
    case 'xliff': {
      const pair = job.ranges && pairOf(job.ranges, found);
      const [source, target] = pair ?? languages ?? found;
      if (!source || !target) throw new UsageError('XLIFF holds a pair of languages: name it with --languages en,de.');
      if (!pair && (languages ?? found).length > 2)
        throw new UsageError(
          `XLIFF holds a pair of languages; the file has ${found.join(', ')}. Choose with --languages ${source},${target}.`,
        );
      return writeText(
        path,
        xliffOfUnits(pair ? relabelled(units, pair) : units, { source, target, name: basename(job.output) }, left),
        job.encoding,
      );
    }
    case 'xlsx':
      return writeWorkbook(path, [{ name: 'Units', header: columns.header(), rows: rowsOf(units, columns) }]);
    case 'docx': {
      const names = columns.header();
      const table = {
        header: names,
        languages: names.map((name) => (found.includes(name as LanguageTag) ? name : null)),
        rows: rowsOf(units, columns),
      };
      return writeTableDocument(path, table);
    }
    default:
      return writeText(path, lines(units, columns, job.delimiter), job.encoding, job.bom);
  }
}

/** The tags of a file that two ranges choose first; null unless there are two. */
function pairOf(ranges: readonly LanguageTag[], found: readonly LanguageTag[]): LanguageTag[] | null {
  if (ranges.length !== 2) return null;
  return ranges.map((range) => found.find((tag) => tag === range) ?? found.find((tag) => fits(range, tag)) ?? range);
}

/** Regions of the two languages under one tag each: XLIFF names its languages once. */
async function* relabelled(units: AsyncIterable<Unit>, pair: readonly LanguageTag[]): AsyncGenerator<Unit> {
  const wanted = pair.map((tag) => primaryLanguage(tag));
  for await (const unit of units)
    yield {
      ...unit,
      variants: unit.variants.map((variant) => {
        const at = pair.includes(variant.language) ? -1 : wanted.indexOf(primaryLanguage(variant.language));
        return at < 0 ? variant : { ...variant, language: pair[at]! };
      }),
    };
}

async function* rowsOf(units: AsyncIterable<Unit>, columns: UnitColumns): AsyncGenerator<readonly string[]> {
  for await (const unit of units) {
    const row = columns.row(unit);
    if (row.some(Boolean)) yield row;
  }
}

async function* lines(units: AsyncIterable<Unit>, columns: UnitColumns, delimiter: string): AsyncGenerator<string> {
  const style = { delimiter, lineEnd: '\r\n', guardFormulas: true } as const;
  yield delimitedLine(columns.header(), style);
  for await (const row of rowsOf(units, columns)) yield delimitedLine(row, style);
}

const LISTED = 20;

/** The tally and what was left out, on standard error. */
export function report(file: UnitFile, taken: number): void {
  const { count, left, notes, spellings } = file.seen;
  const number = (value: number): string => value.toLocaleString('en');
  const reasons = new Map<string, number>();
  for (const { reason } of left) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
  const parts = [...reasons].map(([reason, times]) => `${number(times)} left out (${reason})`);
  process.stderr.write(`${file.name}: ${number(count)} units = ${[`${number(taken)} taken`, ...parts].join(' + ')}\n`);
  for (const [spelling, { tag }] of spellings)
    if (spelling !== tag) process.stderr.write(`  language “${spelling}” is read as ${tag}\n`);
  for (const { number: ordinal, line, reason, what } of left.slice(0, LISTED))
    process.stderr.write(`  unit ${number(ordinal)}, line ${number(line)}: ${reason}: ${what}\n`);
  if (left.length > LISTED) process.stderr.write(`  … and ${number(left.length - LISTED)} more\n`);
  for (const note of notes) process.stderr.write(`  ${describe(note)}\n`);
}

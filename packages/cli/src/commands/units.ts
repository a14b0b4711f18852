/** `convert` for memories: units in, units out. */
import { DataError } from '@fair-copy/core/diagnostic.js';
import { lineOf } from '../words.js';
import type { LeftReason } from '@fair-copy/core/formats/read-units.js';
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { inWords } from '@fair-copy/core/said.js';
import { intake } from '@fair-copy/words/en/intake.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { fits, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitColumns } from '@fair-copy/core/memory/table.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import { writeUnitsFile, type UnitFormat } from '@fair-copy/files/write-units.js';
import { UsageError } from '../usage.js';

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
    let all = 0;
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
      all += taken;
    }
    if (all === 0) {
      const left = files.reduce((sum, file) => sum + file.seen.left.length, 0);
      throw new DataError('no-units', { left }, { file: files.map(({ name }) => name).join(', ') });
    }
    const languages = job.languages && fitting(job.languages, [...found]);
    const left = { count: 0 };
    await write(
      part,
      files,
      { ...job, languages, ranges: job.languages },
      { found: [...found], columns, header, left },
    );
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

interface Seen {
  readonly found: readonly LanguageTag[];
  readonly columns: UnitColumns;
  readonly header: TmxHeader | null;
  readonly left: { count: number };
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

/** Throws `UsageError` where XLIFF would need more than a pair of languages. */
async function write(
  path: string,
  files: readonly UnitFile[],
  job: UnitConversion & { readonly ranges: readonly LanguageTag[] | null },
  { found, columns, header, left }: Seen,
): Promise<void> {
  const { languages, format, encoding, bom: byteOrderMark, delimiter } = job;
  const chosen = format === 'xliff' ? xliffPair(job, found) : null;
  const pair = chosen?.pair ?? [found[0]!, found[1]!];
  const units = (): AsyncIterable<Unit> => (chosen?.relabels ? relabelled(all(files), pair) : all(files));
  await writeUnitsFile(path, format, units, {
    languages,
    sourceLanguage: languages?.[0] ?? declaredSource(header, found),
    pair: [pair[0]!, pair[1]!],
    known: found,
    name: basename(job.output),
    header,
    left,
    columns,
    encoding,
    delimiter,
    byteOrderMark,
  });
}

/** What the header of the first file says, if there are texts in it. */
function declaredSource(header: TmxHeader | null, found: readonly LanguageTag[]): string {
  const said = header?.attributes?.srclang;
  return said && found.some((tag) => primaryLanguage(tag) === said.split(/[-_]/)[0]!.toLowerCase()) ? said : '*all*';
}

function xliffPair(
  { languages, ranges }: UnitConversion & { readonly ranges: readonly LanguageTag[] | null },
  found: readonly LanguageTag[],
): { readonly pair: readonly LanguageTag[]; readonly relabels: boolean } {
  const pair = ranges && pairOf(ranges, found);
  if (pair) return { pair, relabels: true };
  const [source, target, ...more] = languages ?? found;
  if (!source || !target) throw new UsageError('XLIFF holds a pair of languages: name it with --languages en,de.');
  if (more.length)
    throw new UsageError(
      `XLIFF holds a pair of languages; the file has ${found.join(', ')}. Choose with --languages ${source},${target}.`,
    );
  return { pair: [source, target], relabels: false };
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

const LISTED = 20;

/** The tally and what was left out, on standard error. */
export function report(file: UnitFile, taken: number): void {
  const { count, left, notes, spellings } = file.seen;
  const number = (value: number): string => value.toLocaleString('en');
  const reasons = new Map<LeftReason, number>();
  for (const { reason } of left) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
  const parts = [...reasons].map(([reason, times]) => `${number(times)} left out (${intake.leftBecause[reason]})`);
  process.stderr.write(`${file.name}: ${number(count)} units = ${[`${number(taken)} taken`, ...parts].join(' + ')}\n`);
  for (const [spelling, { tag }] of spellings)
    if (spelling !== tag) process.stderr.write(`  language “${spelling}” is read as ${tag}\n`);
  for (const { number: ordinal, line, reason, what } of left.slice(0, LISTED))
    process.stderr.write(
      `  unit ${number(ordinal)}, line ${number(line)}: ${intake.leftBecause[reason]}: ${inWords(intake.left, what)}\n`,
    );
  if (left.length > LISTED) process.stderr.write(`  … and ${number(left.length - LISTED)} more\n`);
  for (const note of notes) process.stderr.write(`  ${lineOf(note)}\n`);
}

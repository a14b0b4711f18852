/** What is read from memories beside the main thread: filters over everything, and hand-over. */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/units.js';
import { xliffOfUnits } from '@fair-copy/core/formats/xliff/write-units.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitColumns } from '@fair-copy/core/memory/table.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeTableDocument } from '@fair-copy/files/document-write.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { unitIds, type FoundUnits } from './filter.js';
import type { UnitFilter, UnitSelection, UnitSort } from './schemas.js';
import { memoryById } from './store.js';

function withMemory<T>(memoryId: number, dataDir: string, work: (file: MemoryFile, name: string) => T): T {
  const db = openForReading(pathsOf(dataDir).workspace);
  const row = (() => {
    try {
      return memoryById(db, memoryId);
    } finally {
      db.close();
    }
  })();
  const file = MemoryFile.openForReading(pathsOf(dataDir).memory(row.file));
  const close = (): void => file.close();
  try {
    const result = work(file, row.name);
    if (result instanceof Promise) return result.finally(close) as T;
    close();
    return result;
  } catch (error) {
    close();
    throw error;
  }
}

export interface UnitsToFind {
  readonly memoryId: number;
  readonly filter: UnitFilter;
  readonly sort: UnitSort;
  readonly limit: number | null;
}

export function findUnits({ memoryId, filter, sort, limit }: UnitsToFind, context: TaskContext): FoundUnits {
  return withMemory(memoryId, context.dataDir, (file) =>
    unitIds(file, filter, sort, limit ?? Infinity, (share) => context.checkpoint(share)),
  );
}

export interface MemoryHandOver extends UnitSelection {
  readonly memoryId: number;
  readonly jobId: number;
  readonly format: 'tmx' | 'xliff' | 'docx' | 'xlsx' | 'csv' | 'tsv';
  /** In this order; the first is the source. Empty: all. */
  readonly languages: readonly LanguageTag[];
}

/** To a file in the job's folder; gives back its path and how many units went into it. */
export function handOverMemory(
  job: MemoryHandOver,
  context: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string; readonly units: number; readonly left: number }> {
  const { format, memoryId, jobId } = job;
  return withMemory(memoryId, context.dataDir, async (file, name) => {
    const folder = pathsOf(context.dataDir).outgoing(jobId);
    await mkdir(folder, { recursive: true });
    const tags = file.languages().map(({ language }) => language);
    const languages = job.languages.length
      ? job.languages.flatMap((range) => tags.filter((tag) => fits(range, tag)))
      : null;
    const stem = name.replace(/[\\/:*?"<>|]+/g, ' ').trim();
    const fileName = `${stem}${languages && languages.length < tags.length ? ` ${languages.join('-')}` : ''}.${format === 'xliff' ? 'xlf' : format}`;
    const path = join(folder, fileName);
    const left = { count: 0 };
    let units = 0;
    const all = function* (): Generator<Unit> {
      const filtered = job.ids !== undefined || Object.keys(job.filter).length > 0;
      const total = Math.max(1, file.count);
      if (!filtered) {
        for (const unit of file.units()) {
          if (++units % 500 === 0) context.checkpoint(units / total);
          yield bare(unit);
        }
        return;
      }
      const ids = job.ids ?? unitIds(file, job.filter, { by: 'file', descending: false }).ids;
      for (const id of ids) {
        if (++units % 500 === 0) context.checkpoint(units / ids.length);
        const unit = file.unit(id);
        if (unit) yield bare(unit);
      }
    };
    if (format === 'tmx') {
      const header = file.about('header');
      const options = {
        languages,
        sourceLanguage: languages?.[0] ?? '*all*',
        version: VERSION,
        date: tmxDate(new Date().toISOString()),
        ...(header !== null && { header: JSON.parse(header) as TmxHeader }),
      };
      await writeText(path, tmxOfUnits(all(), options, left));
    } else if (format === 'xliff') {
      const [source, target] = languages ?? tags;
      await writeText(path, xliffOfUnits(all(), { source: source!, target: target ?? source!, name: stem }, left));
    } else {
      const columns = new UnitColumns(languages);
      for (const unit of all()) columns.see(unit);
      units = 0;
      const header = columns.header();
      const rows = async function* (): AsyncGenerator<readonly string[]> {
        for await (const unit of all()) {
          const row = columns.row(unit);
          if (row.some(Boolean)) yield row;
        }
      };
      if (format === 'xlsx') await writeWorkbook(path, [{ name: 'Units', header, rows: rows() }]);
      else if (format === 'docx') {
        const named = header.map((text) => (tags.includes(text as LanguageTag) ? text : null));
        await writeTableDocument(path, { header, languages: named, rows: rows() });
      } else {
        const style = { delimiter: format === 'csv' ? ',' : '\t', lineEnd: '\r\n', guardFormulas: true } as const;
        await writeText(
          path,
          (async function* () {
            yield delimitedLine(header, style);
            for await (const row of rows()) yield delimitedLine(row, style);
          })(),
        );
      }
    }
    return { path, fileName, units: units - left.count, left: left.count };
  });
}

function bare({ attributes, props, notes, variants }: Unit): Unit {
  return { ...(attributes && { attributes }), ...(props && { props }), ...(notes && { notes }), variants };
}

/** What is read from memories beside the main thread: filters over everything, and hand-over. */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/units.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { unitIds, type FoundUnits } from './filter.js';
import type { UnitFilter, UnitSelection, UnitSort } from './schemas.js';
import { memoryById } from './store.js';
import { fileNameOf, writeUnitsFile, type UnitFormat } from './unit-formats.js';

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
  readonly format: UnitFormat;
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
    const stem = `${name}${languages && languages.length < tags.length ? ` ${languages.join('-')}` : ''}`;
    const fileName = fileNameOf(stem, format);
    const path = join(folder, fileName);
    const left = { count: 0 };
    let handed = 0;
    let passes = 0;
    const of = format === 'tmx' || format === 'xliff' ? 1 : 2;
    const all = function* (): Generator<Unit> {
      const pass = passes++;
      handed = 0;
      const filtered = job.ids !== undefined || Object.keys(job.filter).length > 0;
      const total = Math.max(1, file.count);
      if (!filtered) {
        for (const unit of file.units()) {
          if (++handed % 500 === 0) context.checkpoint((pass + handed / total) / of);
          yield bare(unit);
        }
        return;
      }
      const ids = job.ids ?? unitIds(file, job.filter, { by: 'file', descending: false }).ids;
      for (const id of ids) {
        if (++handed % 500 === 0) context.checkpoint((pass + handed / ids.length) / of);
        const unit = file.unit(id);
        if (unit) yield bare(unit);
      }
    };
    const header = file.about('header');
    await writeUnitsFile(path, format, all, {
      languages,
      pair: [(languages ?? tags)[0]!, (languages ?? tags)[1] ?? (languages ?? tags)[0]!],
      known: tags,
      name: stem,
      header: header === null ? null : (JSON.parse(header) as TmxHeader),
      left,
    });
    return { path, fileName, units: handed - left.count, left: left.count };
  });
}

function bare({ attributes, props, notes, variants }: Unit): Unit {
  return { ...(attributes && { attributes }), ...(props && { props }), ...(notes && { notes }), variants };
}

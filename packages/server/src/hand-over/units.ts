/** What is read from memories beside the main thread: filters over everything, and hand-over. */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { TMX_END, tmxHead } from '@fair-copy/core/formats/tmx/write-units.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { BlocksAhead } from '../jobs/blocks-ahead.js';
import type { TaskContext } from '../jobs/task.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { passing } from '../memories/find/passing.js';
import type { UnitSelection } from '@fair-copy/api/memories.js';
import { withMemory } from '../memories/with-memory.js';
import { tmxBlocks, UNITS } from './tmx-blocks.js';
import { writeUnitsFile, type UnitFormat } from '@fair-copy/files/write-units.js';
import { fileNameOf } from './file-name.js';

export interface MemoryHandOver extends UnitSelection {
  readonly memoryId: number;
  readonly jobId: number;
  readonly format: UnitFormat;
  /** In this order; the first is the source. Empty: all. */
  readonly languages: readonly LanguageTag[];
}

export interface HandedOver {
  readonly path: string;
  readonly fileName: string;
  readonly units: number;
  /** Units that the format or the languages leave out. */
  readonly left: number;
}

/** To a file in the job's folder. */
export function handOverMemory(job: MemoryHandOver, context: TaskContext): Promise<HandedOver> {
  const { format, memoryId, jobId } = job;
  return withMemory(memoryId, context.dataDir, async (file, { name }) => {
    const folder = pathsOf(context.dataDir).outgoing(jobId);
    await mkdir(folder, { recursive: true });
    const tags = file.languages().map(({ language }) => language);
    const languages = job.languages.length
      ? job.languages.flatMap((range) => tags.filter((tag) => fits(range, tag)))
      : null;
    const stem = `${name}${languages && languages.length < tags.length ? ` ${languages.join('-')}` : ''}`;
    const fileName = fileNameOf(stem, format);
    const path = join(folder, fileName);
    const counts =
      format === 'tmx'
        ? await asTmx(file, path, languages, chosen(file, job, context), context)
        : await asOther(file, path, format, { languages, tags, stem }, chosen(file, job, context), context);
    return { path, fileName, ...counts };
  });
}

/** Null: all units. */
function chosen(file: MemoryFile, { ids, filter }: UnitSelection, context: TaskContext): Uint32Array | null {
  if (ids) return Uint32Array.from(ids);
  if (Object.keys(filter).length === 0) return null;
  return Uint32Array.from(passing(file, filter, 0, () => context.checkpoint()));
}

interface Counts {
  readonly units: number;
  readonly left: number;
}

async function asTmx(
  file: MemoryFile,
  path: string,
  languages: readonly LanguageTag[] | null,
  ids: Uint32Array | null,
  context: TaskContext,
): Promise<Counts> {
  const header = file.about('header');
  const options = {
    languages,
    sourceLanguage: languages?.[0] ?? '*all*',
    version: VERSION,
    date: tmxDate(new Date().toISOString()),
    ...(header !== null && { header: JSON.parse(header) as TmxHeader }),
  };
  const blocks = Math.ceil((ids?.length ?? file.highest) / UNITS);
  const ahead = new BlocksAhead(tmxBlocks, { path: file.db.name, languages, ids }, blocks);
  const counts = { units: 0, left: 0 };
  const pieces = function* (): Generator<string> {
    yield tmxHead(options);
    for (let block = 0; block < blocks; block++) {
      context.checkpoint(block / blocks);
      const { text, units, left } = ahead.take(block);
      counts.units += units;
      counts.left += left;
      yield text;
    }
    yield TMX_END;
  };
  try {
    await writeText(path, pieces());
    return counts;
  } finally {
    ahead.close();
  }
}

async function asOther(
  file: MemoryFile,
  path: string,
  format: UnitFormat,
  about: { readonly languages: readonly LanguageTag[] | null; readonly tags: LanguageTag[]; readonly stem: string },
  ids: Uint32Array | null,
  context: TaskContext,
): Promise<Counts> {
  const { languages, tags, stem } = about;
  const left = { count: 0 };
  const total = Math.max(1, ids?.length ?? file.countUnits());
  const of = format === 'xliff' ? 1 : 2;
  let handed = 0;
  let passes = 0;
  const all = function* (): Generator<Unit> {
    const pass = passes++;
    handed = 0;
    for (const unit of ids ? unitsOf(file, ids) : file.units()) {
      if (++handed % 500 === 0) context.checkpoint((pass + handed / total) / of);
      yield unit;
    }
  };
  const shown = languages ?? tags;
  await writeUnitsFile(path, format, all, {
    languages,
    pair: [shown[0]!, shown[1] ?? shown[0]!],
    known: tags,
    name: stem,
    header: null,
    left,
  });
  return { units: handed - left.count, left: left.count };
}

function* unitsOf(file: MemoryFile, ids: Uint32Array): Generator<Unit> {
  for (const id of ids) {
    const unit = file.unit(id);
    if (unit) yield unit;
  }
}

/** The report of the last rehearsal, or the kit packed for the project: only the units that match and the concepts that occur. */
import { createReadStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { GalleySegment, KitPlan } from '@fair-copy/api/rehearsals.js';
import { TbxSurvey } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { withNeighbours } from '@fair-copy/core/rehearsal/kit-memory.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeReport, type ReportTable } from '@fair-copy/files/rehearsal-report.js';
import { writeZip, type ZipMember } from '@fair-copy/files/zip-write.js';
import { ApiError } from '../errors.js';
import { fileNameOf } from '../hand-over/file-name.js';
import type { TaskContext } from '../jobs/task.js';
import { clientById } from '../store/clients.js';
import { conceptById } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { withStaged } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import { termbaseById } from '../store/termbases.js';

export interface RehearsalOut {
  readonly clientId: number;
  readonly plan: KitPlan;
  readonly jobId: number;
  readonly what: 'xlsx' | 'html' | 'pack';
}

interface Kept {
  readonly tables: readonly ReportTable[];
  /** By memory of the plan: units that match, with what stands beside them. */
  readonly neighbours: readonly (readonly [unit: number, beside: { before: string; after: string }])[][];
  /** By termbase: concepts that occur. */
  readonly concepts: ReadonlyMap<number, ReadonlySet<number>>;
}

export async function handOverRehearsal(
  job: RehearsalOut,
  context: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string }> {
  const paths = pathsOf(context.dataDir);
  const kept = withStaged(paths.stagedPlan(job.clientId, 'rehearse'), null, keptIn);
  if (!kept) throw new ApiError('nothing-chosen');
  const db = openForReading(paths.workspace);
  try {
    const folder = paths.outgoing(job.jobId);
    await mkdir(folder, { recursive: true });
    const { source, target } = job.plan;
    const stem = `${clientById(db, job.clientId).name} ${source}-${target}`;
    const isPack = job.what === 'pack';
    const fileName = fileNameOf(`${stem} ${isPack ? 'kit' : 'rehearsal'}`, isPack ? 'zip' : job.what);
    const path = join(folder, fileName);
    if (isPack) {
      const report = join(folder, 'report.xlsx');
      await writeReport(report, 'xlsx', kept.tables, stem);
      await writeZip(path, membersOf(db, job, kept, report, context));
    } else await writeReport(path, job.what as 'xlsx' | 'html', kept.tables, stem);
    return { path, fileName };
  } finally {
    db.close();
  }
}

function keptIn(db: Db): Kept {
  const about = (name: string): unknown =>
    JSON.parse(db.prepare<[string], string>('SELECT body FROM about WHERE name = ?').pluck().get(name)!);
  const concepts = new Map<number, Set<number>>();
  for (const body of db.prepare<[], string>('SELECT body FROM segment').pluck().iterate())
    for (const { termbaseId, concept } of (JSON.parse(body) as GalleySegment).terms) {
      const there = concepts.get(termbaseId);
      if (there) there.add(concept);
      else concepts.set(termbaseId, new Set([concept]));
    }
  return { tables: about('tables') as Kept['tables'], neighbours: about('neighbours') as Kept['neighbours'], concepts };
}

async function* membersOf(
  db: Db,
  { plan }: RehearsalOut,
  { neighbours, concepts }: Kept,
  report: string,
  context: TaskContext,
): AsyncGenerator<ZipMember> {
  for (const [i, { id }] of plan.memories.entries()) {
    const wanted = neighbours[i] ?? [];
    if (wanted.length === 0) continue;
    const { name, file: stored } = memoryById(db, id);
    const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(stored));
    try {
      const units = wanted.flatMap(([unit, beside]) => {
        const found = file.unit(unit);
        return found ? [withNeighbours(found, beside)] : [];
      });
      const options = {
        languages: null,
        sourceLanguage: plan.source,
        version: VERSION,
        date: tmxDate(new Date().toISOString()),
      };
      yield { name: fileNameOf(name, 'tmx'), content: pieces(tmxOfUnits(units, options, { count: 0 })), packed: false };
    } finally {
      file.close();
    }
  }
  for (const [termbaseId, ids] of concepts) {
    const { name } = termbaseById(db, termbaseId);
    const all = [...ids].flatMap((id) => conceptById(db, id as never) ?? []);
    const survey = new TbxSurvey();
    for (const concept of all) survey.see(concept);
    const targets = await survey.targets(() => all, null);
    const options = { title: name, languages: null, beyondBasic: survey.beyondBasic, targets };
    yield { name: fileNameOf(name, 'tbx'), content: pieces(tbxDocument(all, options)), packed: false };
  }
  yield { name: 'report.xlsx', content: createReadStream(report), packed: true };
  yield { name: 'rates.json', content: pieces([`${JSON.stringify(plan.rates, null, 2)}\n`]), packed: false };
}

async function* pieces(text: Iterable<string> | AsyncIterable<string>): AsyncGenerator<string> {
  yield* text;
}

/** The report of the last rehearsal, or the kit packed for the project: only the units that match and the concepts that occur. */
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { KeptSegment, KitPlan } from '@fair-copy/api/rehearsals.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { withNeighbours } from '@fair-copy/core/rehearsal/kit-memory.js';
import type { ConceptId } from '@fair-copy/core/termbase/concept.js';
import type { Beside } from '@fair-copy/core/rehearsal/packing.js';
import { rehearsalTables, rehearsalTitle } from '@fair-copy/core/rehearsal/report.js';
import { triedAgain, type KeptTried } from '@fair-copy/core/rehearsal/tried.js';
import { writeKit, type MemoryToPack, type TermbaseToPack } from '@fair-copy/files/kit-pack.js';
import { writeRehearsalReport, type RehearsalReport } from '@fair-copy/files/rehearsal-report.js';
import { catalogueOf, type Spoken } from '@fair-copy/words/catalogues.js';
import { ApiError } from '../errors.js';
import { fileNameOf } from '../hand-over/file-name.js';
import { picturesToPack } from '../hand-over/pictures.js';
import type { TaskContext } from '../jobs/task.js';
import { clientById } from '../store/clients.js';
import { conceptById } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { kitById } from '../store/kits.js';
import { withStaged } from '../store/outcome-file.js';
import { pathsOf, type Paths } from '../store/paths.js';
import { picturesOf } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';
import { noteKey, notesOf } from './notes.js';

export interface RehearsalOut {
  readonly kitId: number;
  readonly jobId: number;
  readonly what: 'xlsx' | 'html' | 'pack';
  /** The reader's. */
  readonly language: Spoken;
}

interface Kept {
  /** With which it was rehearsed: what is on the desk may be another by now. */
  readonly plan: KitPlan;
  readonly report: RehearsalReport;
  /** By memory of the kit: units that match, with what stands beside them. */
  readonly units: readonly (readonly (readonly [unit: number, beside: Beside])[])[];
  /** By termbase: concepts that occur. */
  readonly concepts: ReadonlyMap<number, ReadonlySet<number>>;
}

export async function handOverRehearsal(
  { kitId, jobId, what, language }: RehearsalOut,
  context: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string }> {
  const paths = pathsOf(context.dataDir);
  const desk = openForReading(paths.desk);
  const notes = notesOf(desk, kitId);
  desk.close();
  const kept = withStaged(paths.rehearsal(kitId), null, (db) => keptIn(db, language, notes));
  if (!kept) throw new ApiError('not-rehearsed');
  const { plan } = kept;
  const db = openForReading(paths.workspace);
  const folder = paths.outgoing(jobId);
  try {
    await mkdir(folder, { recursive: true });
    const isPack = what === 'pack';
    const kit = kitById(db, kitId);
    const stem = `${clientById(db, kit.client_id).name} ${kit.name} ${isPack ? 'kit' : 'rehearsal'}`;
    const fileName = fileNameOf(stem, isPack ? 'zip' : what);
    const path = join(folder, fileName);
    if (isPack) {
      const report = join(folder, 'report.xlsx');
      await writeRehearsalReport(report, 'xlsx', kept.report);
      const memories = kept.units.flatMap((units, i) =>
        units.length > 0 ? [memoryToPack(db, paths, plan.memories[i]!.id, units)] : [],
      );
      const termbases = [...kept.concepts].map(([id, concepts]) => termbaseToPack(db, paths, id, concepts));
      await writeKit(path, { memories, termbases, report, card: plan.rates });
      await rm(report);
    } else await writeRehearsalReport(path, what, kept.report);
    return { path, fileName };
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  } finally {
    db.close();
  }
}

/** Null: it was rehearsed by an earlier version, that kept other things. */
function keptIn(db: Db, language: Spoken, notes: ReadonlyMap<string, string>): Kept | null {
  const about = (name: string): unknown => {
    const body = db.prepare<[string], string>('SELECT body FROM about WHERE name = ?').pluck().get(name);
    return body === undefined ? null : JSON.parse(body);
  };
  const [plan, kept] = [about('plan') as KitPlan | null, about('tried') as KeptTried | null];
  if (!plan || !kept) return null;
  const concepts = new Map<number, Set<number>>();
  for (const body of db.prepare<[], string>('SELECT body FROM segment').pluck().iterate())
    for (const { termbaseId, concept } of (JSON.parse(body) as KeptSegment).terms) {
      const there = concepts.get(termbaseId);
      if (there) there.add(concept);
      else concepts.set(termbaseId, new Set([concept]));
    }
  const tried = triedAgain(kept);
  const words = catalogueOf(language).rehearsal;
  const report = {
    title: rehearsalTitle(tried, words),
    language,
    tables: rehearsalTables(tried, words, (document, text) => notes.get(noteKey(document, text)) ?? ''),
  };
  return { plan, report, units: about('units') as Kept['units'], concepts };
}

function memoryToPack(db: Db, paths: Paths, id: number, wanted: Kept['units'][number]): MemoryToPack {
  const { name, file: stored } = memoryById(db, id);
  const opened = (): MemoryFile => MemoryFile.openForReading(paths.memory(stored));
  const file = opened();
  const header = JSON.parse(file.about('header') ?? 'null') as TmxHeader | null;
  file.close();
  return {
    name,
    header,
    *units(): Generator<Unit> {
      const memory = opened();
      try {
        for (const [number, beside] of wanted) {
          const unit = memory.unit(number);
          if (unit) yield withNeighbours(unit, beside);
        }
      } finally {
        memory.close();
      }
    },
  };
}

function termbaseToPack(db: Db, paths: Paths, id: number, ids: ReadonlySet<number>): TermbaseToPack {
  const concepts = [...ids].sort((a, b) => a - b).flatMap((one) => conceptById(db, one as ConceptId) ?? []);
  const named = new Set(concepts.flatMap(({ fields }) => fields.xGraphic ?? []));
  const pictures = picturesOf(db, id).filter(({ name }) => named.has(name));
  return { name: termbaseById(db, id).name, concepts, pictures: picturesToPack(pictures, paths) };
}

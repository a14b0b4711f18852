/** The pairs of alignments, several at once if wished: to a memory, to a file, and what is left out of them. */
import { isOnlyCutInDoubt } from '@fair-copy/core/alignment/bead.js';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { unitsOfBeads, type PairedText } from '@fair-copy/core/alignment/units.js';
import { UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { writeUnitsFile, type UnitFormat } from '@fair-copy/files/write-units.js';
import { fileNameOf } from '../hand-over/file-name.js';
import { stageUnits } from '../memories/staged.js';
import { openForReading } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { beadOf, hasBothSides, isSure } from './pairs.js';
import { Recognizers } from '../termbases/recognize.js';
import type { AlignmentBody, BeadBody, ChosenPairs, TermMarks } from '@fair-copy/api/alignments.js';
import { Alignments } from './store.js';

/** The pairs as units, staged for the memory that they go to. */
export async function stagePairs(
  { ids, sure, staged, name }: ChosenPairs & { readonly staged: string; readonly name: string },
  context: TaskContext,
): Promise<void> {
  const all = alignmentsOf(context.dataDir, ids);
  requireSome(all, sure);
  await stageUnits({ staged, name }, unitsOf(all, sure), context);
}

export interface PairsHandOver extends ChosenPairs {
  readonly jobId: number;
  readonly format: UnitFormat | 'left out';
}

/** To a file in the job's folder: the pairs, or a sheet of the segments that are in none of them. */
export async function handOverPairs(
  { ids, sure, jobId, format }: PairsHandOver,
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string; readonly units: number; readonly left: number }> {
  const all = alignmentsOf(dataDir, ids);
  const folder = pathsOf(dataDir).outgoing(jobId);
  await mkdir(folder, { recursive: true });
  const first = all[0]!;
  const more = all.length > 1 ? ` and ${all.length - 1} more` : '';
  const stem = `${first.source.name.replace(/\.[^.]+$/, '')} ${first.source.language}-${first.target.language}${more}`;
  if (format === 'left out') {
    const path = join(folder, fileNameOf(`${stem} left out`, 'xlsx'));
    const rows = [...leftOut(all, sure)];
    const header = ['File', 'Language', 'Position', 'Text', 'Why'];
    await writeWorkbook(path, [{ name: 'Left out', header, rows: plain(rows), widths: [28, 10, 10, 80, 32] }]);
    return { path, fileName: fileNameOf(`${stem} left out`, 'xlsx'), units: rows.length, left: 0 };
  }
  requireSome(all, sure);
  const known = [...new Set(all.flatMap(({ source, target }) => [languageOf(source), languageOf(target)]))];
  if (format === 'xliff' && known.length > 2)
    throw new ApiError('invalid-request', { what: 'XLIFF holds one pair of languages; these files have more' });
  const fileName = fileNameOf(stem, format);
  const path = join(folder, fileName);
  let units = 0;
  await writeUnitsFile(
    path,
    format,
    function* () {
      units = 0;
      for (const unit of unitsOf(all, sure)) {
        units++;
        yield unit;
      }
    },
    {
      languages: known,
      pair: [languageOf(first.source), languageOf(first.target)],
      known,
      name: stem,
      header: null,
      left: { count: 0 },
    },
  );
  const pairs = all.reduce((count, { beads }) => count + beads.filter(hasBothSides).length, 0);
  return { path, fileName, units, left: pairs - units };
}

async function* plain<T>(rows: readonly T[]): AsyncGenerator<T> {
  yield* rows;
}

/** Each segment that goes out in no pair, with its place, counted from 1, and why. */
function* leftOut(all: readonly AlignmentBody[], sure: number): Generator<readonly string[]> {
  for (const { source, target, sourceSegments, targetSegments, beads } of all) {
    for (const bead of beads) {
      const both = hasBothSides(bead);
      if (both && isSure(bead, sure)) continue;
      const why = both ? doubtOf(bead, sure) : 'no counterpart';
      for (let i = bead[0]; i < bead[1]; i++)
        yield [source.name, source.language ?? '', String(i + 1), sourceSegments[i]!, why];
      for (let j = bead[2]; j < bead[3]; j++)
        yield [target.name, target.language ?? '', String(j + 1), targetSegments[j]!, why];
    }
  }
}

function doubtOf([, , , , sureness, , , together]: BeadBody, sure: number): string {
  const cut = isOnlyCutInDoubt({ sureness, together: together ?? 0 }, sure);
  return `doubtful, ${Math.round(sureness * 100)} % sure${cut ? '; it belongs together, only the cut is in doubt' : ''}`;
}

function* unitsOf(all: readonly AlignmentBody[], sure: number): Generator<Unit> {
  for (const { source, target, sourceSegments, targetSegments, beads } of all) {
    const left: PairedText = { name: source.name, language: languageOf(source), segments: sourceSegments };
    const right: PairedText = { name: target.name, language: languageOf(target), segments: targetSegments };
    yield* unitsOfBeads(left, right, beads.filter((bead) => isSure(bead, sure)).map(beadOf));
  }
}

const languageOf = ({ language }: { readonly language: string | null }): LanguageTag =>
  (language ?? UNDETERMINED) as LanguageTag;

function requireSome(all: readonly AlignmentBody[], sure: number): void {
  if (!all.some(({ beads }) => beads.some((bead) => hasBothSides(bead) && isSure(bead, sure))))
    throw new ApiError('nothing-to-write', { name: all[0]!.source.name });
}

function alignmentsOf(dataDir: string, ids: readonly number[]): AlignmentBody[] {
  const desk = openForReading(pathsOf(dataDir).desk);
  const workspace = openForReading(pathsOf(dataDir).workspace);
  try {
    const alignments = new Alignments(desk, workspace);
    return ids.map((id) => alignments.get(id));
  } finally {
    desk.close();
    workspace.close();
  }
}

export interface TextsToMark {
  readonly clientId: number;
  readonly language: { readonly source: string; readonly target: string };
  readonly source: readonly string[];
  readonly target: readonly string[];
}

const recognizers = new Recognizers(4);

/** Where terms of the client's termbases stand in texts of both sides. */
export function markTerms({ clientId, language, source, target }: TextsToMark, { dataDir }: TaskContext): TermMarks {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    const marks = (tag: string, texts: readonly string[]): TermMarks['source'] => {
      const recognizer = recognizers.get(dataDir, db, { kind: 'client', id: clientId }, tag);
      return texts.map((text) => recognizer.find(text).map(({ start, end, concept }) => [start, end, concept]));
    };
    return { source: marks(language.source, source), target: marks(language.target, target) };
  } finally {
    db.close();
  }
}

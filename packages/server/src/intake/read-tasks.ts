/** Reading a client file into its staging, and working out what becomes of its rows. */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rename } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import {
  Evaluation,
  questionText,
  type RowDecision,
  type StepCount,
  type Tally,
} from '@fair-copy/core/intake/evaluate.js';
import { proposeReading, type Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, type CleaningStepId, type Reading } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import { SEPARATORS, splitTerms } from '@fair-copy/core/intake/cleaning/synonyms.js';
import { ZipArchive } from '@fair-copy/files/archive.js';
import { ClientFile, type SourceChoices } from '@fair-copy/files/client-file.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { Staging } from '../store/staging.js';
import { existingIn } from './existing.js';

export interface FileToRead {
  readonly fileId: number;
  readonly sha256: string;
  readonly name: string;
  readonly choices: SourceChoices;
  readonly decisions: Decisions;
}

export interface UnpackedMember {
  readonly name: string;
  readonly sha256: string;
  readonly size: number;
}

export type ReadResult =
  | { readonly kind: 'reading'; readonly reading: Reading; readonly otherSheets: readonly string[] }
  /** An archive: its members are files of their own. */
  | { readonly kind: 'members'; readonly members: readonly UnpackedMember[] };

/** Goes through the whole file; leaves its rows in the staging. */
export async function readFile(file: FileToRead, context: TaskContext): Promise<ReadResult> {
  const paths = pathsOf(context.dataDir);
  const source = await ClientFile.open(paths.original(file.sha256), file.name);
  try {
    if (source.kind === 'zip') return { kind: 'members', members: await unpack(file, context) };
    const staging = Staging.create(paths.staging(file.fileId));
    try {
      const sample = await staging.fill((sink) =>
        source.survey(file.choices, (rows, share) => {
          context.checkpoint(share * 0.7);
          sink(rows);
        }),
      );
      const visible = source.sheets.filter((sheet) => !sheet.hidden).map((sheet) => sheet.name);
      const own = sample.source.kind === 'workbook' ? sample.source.sheet : '';
      return {
        kind: 'reading',
        reading: proposeReading(sample, file.decisions),
        otherSheets: visible.filter((name) => name !== own),
      };
    } finally {
      staging.close();
    }
  } finally {
    source.close();
  }
}

/** The members of an archive become originals; folders, hidden files and system leftovers are not taken. */
async function unpack(file: FileToRead, context: TaskContext): Promise<UnpackedMember[]> {
  const paths = pathsOf(context.dataDir);
  const archive = await ZipArchive.open(paths.original(file.sha256));
  try {
    const names = archive.names.filter((name) => !/(^|\/)(\.|__MACOSX\/|Thumbs\.db$)/.test(name));
    const members: UnpackedMember[] = [];
    await mkdir(paths.incoming, { recursive: true });
    for (const [i, name] of names.entries()) {
      context.checkpoint(i / names.length);
      const hash = createHash('sha256');
      let size = 0;
      const temporary = join(paths.incoming, `member-${file.fileId}-${i}`);
      const counted = async function* (): AsyncGenerator<Uint8Array> {
        for await (const chunk of archive.read(name)) {
          hash.update(chunk);
          size += chunk.length;
          yield chunk;
        }
      };
      await pipeline(counted, createWriteStream(temporary));
      const sha256 = hash.digest('hex');
      await mkdir(dirname(paths.original(sha256)), { recursive: true });
      await rename(temporary, paths.original(sha256));
      members.push({ name: basename(name), sha256, size });
    }
    return members;
  } finally {
    archive.close();
  }
}

/** A new proposal around what the person decided, from the staged rows. */
export function proposeFile(
  { fileId, decisions }: { readonly fileId: number; readonly decisions: Decisions },
  { dataDir }: TaskContext,
): Reading {
  const staging = Staging.openForReading(pathsOf(dataDir).staging(fileId));
  try {
    return proposeReading(staging.sample, decisions);
  } finally {
    staging.close();
  }
}

export interface FileToEvaluate {
  readonly fileId: number;
  readonly reading: Reading;
  readonly rowDecisions: readonly (readonly [number, RowDecision])[];
  readonly targetId: number | null;
}

export interface FileOutcome {
  readonly tally: Tally;
  readonly steps: Readonly<Record<CleaningStepId, StepCount>>;
  /** How many cells each separator would cut. */
  readonly separators: Readonly<Record<string, number>>;
}

/** What becomes of each row; the outcomes replace the earlier ones at once. */
export function evaluateFile(file: FileToEvaluate, context: TaskContext): FileOutcome {
  const paths = pathsOf(context.dataDir);
  const staging = Staging.open(paths.staging(file.fileId));
  // A connection cannot write while it is being read from row by row, so the rows come from a second one.
  const source = Staging.openForReading(paths.staging(file.fileId));
  const workspace = file.targetId === null ? null : openForReading(paths.workspace);
  try {
    const existing = workspace ? existingIn(workspace, file.targetId!) : undefined;
    const evaluation = new Evaluation(file.reading, existing, new Map(file.rowDecisions));
    const separators = new SeparatorCounts(file.reading);
    const count = Math.max(1, staging.count);
    staging.writeOutcomes(
      (function* () {
        for (const { position, ...row } of source.rows()) {
          if (position % 500 === 0) context.checkpoint(0.7 + (0.3 * position) / count);
          separators.see(row.cells);
          yield { position, outcome: evaluation.see(row) };
        }
      })(),
    );
    const steps = Object.fromEntries(
      CLEANING_STEPS.map((id) => [id, evaluation.stepCount(id)]),
    ) as FileOutcome['steps'];
    return { tally: evaluation.tally, steps, separators: separators.counts };
  } finally {
    workspace?.close();
    source.close();
    staging.close();
  }
}

class SeparatorCounts {
  readonly counts: Record<string, number> = {};
  private readonly columns: readonly number[];

  constructor(reading: Reading) {
    this.columns = reading.columns.filter((c) => c.role.value.kind === 'term').map((c) => c.index);
  }

  see(cells: readonly string[]): void {
    for (const index of this.columns) {
      const cell = cells[index];
      if (!cell || !/[\n;|•；/、,]/.test(cell)) continue;
      for (const separator of SEPARATORS)
        if (cell.includes(separator.trim() || separator) && splitTerms(cell, [separator]).length > 1)
          this.counts[separator] = (this.counts[separator] ?? 0) + 1;
    }
  }
}

/** The held-back rows as a spreadsheet for the client; gives back its path. */
export async function queryList(
  file: FileToEvaluate & { readonly jobId: number; readonly name: string },
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string; readonly rows: number }> {
  const paths = pathsOf(dataDir);
  const staging = Staging.openForReading(paths.staging(file.fileId));
  try {
    const columns = file.reading.columns.filter((column) => column.role.value.kind !== 'ignored');
    const evaluation = new Evaluation(file.reading, undefined, new Map(file.rowDecisions));
    let rows = 0;
    const held = function* (): Generator<string[]> {
      for (const row of staging.rows()) {
        const outcome = evaluation.see(row);
        if (outcome.kind !== 'held back') continue;
        rows++;
        yield [
          String(row.number),
          questionText(outcome.question),
          '',
          ...columns.map((column) => row.cells[column.index] ?? ''),
        ];
      }
    };
    const headers = columns.map((column) => column.header || `Column ${columnLetter(column.index)}`);
    const stem = file.name.replace(/\.[^.]+$/, '');
    const fileName = `${stem} - questions.xlsx`;
    await mkdir(paths.outgoing(file.jobId), { recursive: true });
    const path = join(paths.outgoing(file.jobId), fileName);
    await writeWorkbook(path, [
      { name: 'Questions', header: ['Row', 'Question', 'Your answer', ...headers], widths: [8, 60, 40], rows: held() },
    ]);
    return { path, fileName, rows };
  } finally {
    staging.close();
  }
}

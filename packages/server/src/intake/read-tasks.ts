/** Reading a client file into its staging, and working out what becomes of its rows. */
import { catalogueOf, type Spoken } from '@fair-copy/words/catalogues.js';
import type { IntakeWords } from '@fair-copy/words/intake.js';
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import { swapFinder } from '@fair-copy/core/intake/exchanged-languages.js';
import type { Outcome, RowDecision, StepCount, Tally } from '@fair-copy/core/intake/outcome.js';
import { PICTURE_NAME, PictureFinder, pictureType } from '@fair-copy/core/intake/pictures.js';
import { readHeaderCell } from '@fair-copy/core/intake/header.js';
import { languageOfRole, type ColumnReading } from '@fair-copy/core/intake/reading.js';
import { proposeReading, type Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, type CleaningStepId, type Reading } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import { SEPARATORS, splitTerms } from '@fair-copy/core/intake/cleaning/synonyms.js';
import { looksLikeUnits } from '@fair-copy/core/intake/unit-rows.js';
import { ZipArchive } from '@fair-copy/files/archive.js';
import type { SourceChoices, ClientFile } from '@fair-copy/files/client/client-file.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { pathsOf, type Paths } from '../store/paths.js';
import { Staging, type StagedRow } from '../store/staging.js';
import { Contents } from './contents.js';
import { requireFitting, requireRoom, type UploadLeft } from './upload-limits.js';
import { safeFileName, shownName } from '@fair-copy/files/file-names.js';
import { existingIn } from '../termbases/existing.js';
import { placedRows } from './placed-rows.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

export interface FileToRead {
  readonly fileId: number;
  readonly sha256: string;
  readonly name: string;
  readonly choices: SourceChoices;
  readonly decisions: Decisions;
}

const LINES_SHOWN = 60;
const LONGEST_SHOWN = 2000;

/** The first lines of a file as they stand, for an example of how they are read. */
export async function firstLines(
  { sha256, name, source }: { readonly sha256: string; readonly name: string; readonly source: Reading['source'] },
  { dataDir }: TaskContext,
): Promise<string[]> {
  const file = await openClientFile(pathsOf(dataDir).original(sha256), name);
  try {
    return (await file.firstLines(source, LINES_SHOWN)).map((line) => line.slice(0, LONGEST_SHOWN));
  } finally {
    file.close();
  }
}

export interface UnpackedMember {
  readonly name: string;
  readonly sha256: string;
  readonly size: number;
  /** The kind of picture that it is; null: a file to be read. */
  readonly picture: string | null;
}

export interface ReadResult {
  readonly reading: Reading;
  readonly otherSheets: readonly string[];
  /** Pictures that lie in the workbook. */
  readonly pictures: readonly UnpackedMember[];
  /** Its texts are sentences rather than terms. */
  readonly units: boolean;
}

/** Goes through the whole file; leaves its rows in the staging. */
export async function readFile(file: FileToRead, context: TaskContext): Promise<ReadResult> {
  const paths = pathsOf(context.dataDir);
  const source = await openClientFile(paths.original(file.sha256), file.name);
  try {
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
      const reading = proposeReading(sample, file.decisions);
      return {
        reading,
        units: file.choices.as ? file.choices.as === 'units' : looksLikeUnits(reading, sample.rows),
        otherSheets: visible.filter((name) => name !== own),
        pictures: await embedded(source, file, context),
      };
    } finally {
      staging.close();
    }
  } finally {
    source.close();
  }
}

export interface ArchiveToUnpack {
  readonly fileId: number;
  readonly sha256: string;
  readonly name: string;
  /** How many archives it lies in itself. */
  readonly depth: number;
  /** What may still come out of the upload that it belongs to. */
  readonly left: UploadLeft;
}

/** The members of an archive become originals; folders, hidden files and system leftovers are not taken. */
export async function unpackArchive(file: ArchiveToUnpack, context: TaskContext): Promise<readonly UnpackedMember[]> {
  const paths = pathsOf(context.dataDir);
  const archive = await ZipArchive.open(paths.original(file.sha256));
  try {
    const names = archive.names.filter((name) => !/(^|\/)(\.|__MACOSX\/|Thumbs\.db$)/.test(name));
    const claimed = names.map((name) => ({ size: archive.sizeOf(name), isPicture: PICTURE_NAME.test(name) }));
    requireFitting(file.name, file.depth, claimed, file.left);
    const members: UnpackedMember[] = [];
    let bytes = 0;
    for (const [i, name] of names.entries()) {
      context.checkpoint(i / names.length);
      const before = bytes;
      const counted = async function* (): AsyncGenerator<Uint8Array> {
        for await (const chunk of archive.read(name)) {
          bytes += chunk.length;
          requireRoom(file.name, bytes, file.left);
          yield chunk;
        }
      };
      const member = await keptOriginal(counted(), `member-${file.fileId}-${i}`, paths);
      bytes = before + member.size;
      // Pictures are found by their path; a file is called by its name.
      const picture = PICTURE_NAME.test(name) ? member.picture : null;
      members.push({ ...member, picture, name: shownName(picture ? name : basename(name)) });
    }
    return members;
  } finally {
    archive.close();
  }
}

/** Pictures on the sheet become originals like any other file. */
async function embedded(source: ClientFile, file: FileToRead, { dataDir }: TaskContext): Promise<UnpackedMember[]> {
  const found: UnpackedMember[] = [];
  for (const [i, { name, part }] of source.pictures.entries()) {
    const member = await keptOriginal(source.picture(part), `picture-${file.fileId}-${i}`, pathsOf(dataDir));
    if (member.picture) found.push({ ...member, name });
  }
  return found;
}

/** Larger than this a picture is a file like any other. */
const PICTURE_LIMIT = 50 * 1024 ** 2;

async function keptOriginal(
  content: AsyncIterable<Uint8Array>,
  temporaryName: string,
  paths: Paths,
): Promise<Omit<UnpackedMember, 'name'>> {
  const hash = createHash('sha256');
  let size = 0;
  let head: Uint8Array = new Uint8Array();
  const counted = async function* (): AsyncGenerator<Uint8Array> {
    for await (const chunk of content) {
      if (head.length < 32) head = Buffer.concat([head, chunk.subarray(0, 32)]);
      hash.update(chunk);
      size += chunk.length;
      yield chunk;
    }
  };
  await mkdir(paths.incoming, { recursive: true });
  const temporary = join(paths.incoming, temporaryName);
  try {
    await pipeline(counted, createWriteStream(temporary));
    const sha256 = hash.copy().digest('hex');
    await mkdir(dirname(paths.original(sha256)), { recursive: true });
    await rename(temporary, paths.original(sha256));
  } catch (error) {
    await rm(temporary, { force: true });
    throw error;
  }
  const sha256 = hash.copy().digest('hex');
  return { sha256, size, picture: size <= PICTURE_LIMIT ? pictureType(head) : null };
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
  readonly name: string;
  readonly reading: Reading;
  readonly rowDecisions: readonly (readonly [number, RowDecision])[];
  readonly targetId: number | null;
  /** The names of the pictures that came with the files. */
  readonly pictures: readonly string[];
}

/** What outcomes follow from: equal texts, equal outcomes. A termbase that is joined may change; see `writeIntake`. */
export function basisOf({
  reading,
  rowDecisions,
  targetId,
}: Pick<FileToEvaluate, 'reading' | 'rowDecisions' | 'targetId'>): string {
  return createHash('sha256')
    .update(JSON.stringify([reading, rowDecisions, targetId]))
    .digest('hex');
}

export interface PictureOutcome {
  readonly found: number;
  /** Named in a row and not there; the first of them. */
  readonly missing: readonly { readonly name: string; readonly row: number }[];
  readonly missingCount: number;
  /** There and not named. */
  readonly unused: readonly string[];
}

export interface FileOutcome {
  readonly pictures: PictureOutcome | null;
  readonly tally: Tally;
  readonly steps: Readonly<Record<CleaningStepId, StepCount>>;
  /** How many cells each separator would cut. */
  readonly separators: Readonly<Record<string, number>>;
}

/** What becomes of each row; the outcomes replace the earlier ones at once. */
export function evaluateFile(file: FileToEvaluate, context: TaskContext): FileOutcome {
  const paths = pathsOf(context.dataDir);
  const path = paths.staging(file.fileId);
  const staging = Staging.open(path);
  const workspace = file.targetId === null ? null : openForReading(paths.workspace);
  try {
    const existing = workspace ? existingIn(workspace, file.targetId!) : undefined;
    const evaluation = new Evaluation<StagedRow>(file.reading, {
      ...(existing && { existing }),
      decisions: new Map(file.rowDecisions),
      swaps: swapFinder(file.reading, staging.sample.rows),
    });
    const separators = new SeparatorCounts(file.reading);
    const pictures = new PictureCheck(file.pictures);
    const contents = new Contents(file);
    const count = Math.max(1, staging.count);
    staging.writeOutcomes(
      basisOf(file),
      (function* () {
        for (const { row, outcome } of placedRows(evaluation, path, file.reading)) {
          if (row.position % 500 === 0) context.checkpoint(0.7 + (0.3 * row.position) / count);
          separators.see(row.cells);
          pictures.see(row.number, outcome);
          yield { position: row.position, outcome, content: contents.of(row, outcome) };
        }
      })(),
      () => contents.used(),
    );
    const steps = Object.fromEntries(
      CLEANING_STEPS.map((id) => [id, evaluation.stepCount(id)]),
    ) as FileOutcome['steps'];
    return { tally: evaluation.tally, steps, separators: separators.counts, pictures: pictures.outcome() };
  } finally {
    workspace?.close();
    staging.close();
  }
}

const MISSING_SHOWN = 50;

/** Pictures that rows name, against those that came. */
class PictureCheck {
  private readonly finder: PictureFinder;
  private readonly missing: { name: string; row: number }[] = [];
  private named = 0;
  private missingCount = 0;

  constructor(names: readonly string[]) {
    this.finder = new PictureFinder(names);
  }

  see(row: number, outcome: Outcome): void {
    if (outcome.kind !== 'entry' && outcome.kind !== 'joined' && outcome.kind !== 'joined existing') return;
    if (outcome.kind !== 'entry' && outcome.how === 'part') return;
    for (const name of outcome.draft.fields.xGraphic ?? []) {
      this.named++;
      if (this.finder.find(name) !== null) continue;
      this.missingCount++;
      if (this.missing.length < MISSING_SHOWN) this.missing.push({ name, row });
    }
  }

  outcome(): PictureOutcome | null {
    if (this.named === 0) return null;
    const { used, all } = this.finder;
    return {
      found: this.named - this.missingCount,
      missing: this.missing,
      missingCount: this.missingCount,
      unused: all.filter((name) => !used.has(name)),
    };
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

/** Headers that are read back as what the columns are, whatever they were called. */
function queryHeader(column: ColumnReading, words: IntakeWords['queryList']): string {
  const language = languageOfRole(column.role.value);
  const says = readHeaderCell(column.header);
  if (column.header && (!language || says.languages[0]?.tag === language)) return column.header;
  const name = column.header || (language ? '' : words.column(columnLetter(column.index)));
  return language ? `${name} (${language})`.trim().replace(/^\((.*)\)$/, '$1') : name;
}

/** The held-back rows as a spreadsheet for the client; gives back its path. */
export async function queryList(
  file: FileToEvaluate & { readonly jobId: number; readonly language: Spoken },
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string; readonly rows: number }> {
  const paths = pathsOf(dataDir);
  const { intake } = catalogueOf(file.language);
  const words = intake.queryList;
  const staging = Staging.openForReading(paths.staging(file.fileId));
  try {
    const columns = file.reading.columns.filter((column) => column.role.value.kind !== 'ignored');
    const evaluation = new Evaluation<StagedRow>(file.reading, {
      decisions: new Map(file.rowDecisions),
      swaps: swapFinder(file.reading, staging.sample.rows),
    });
    let rows = 0;
    const held = function* (): Generator<string[]> {
      for (const { row, outcome } of Evaluation.of(evaluation, staging.rows())) {
        if (outcome.kind !== 'held back') continue;
        rows++;
        yield [
          String(row.number),
          intake.question(outcome.question),
          '',
          '',
          ...columns.map((column) => row.cells[column.index] ?? ''),
        ];
      }
    };
    const headers = columns.map((column) => queryHeader(column, words));
    const stem = file.name.replace(/\.[^.]+$/, '');
    const fileName = safeFileName(words.fileName(stem));
    await mkdir(paths.outgoing(file.jobId), { recursive: true });
    const path = join(paths.outgoing(file.jobId), fileName);
    await writeWorkbook(path, [
      { name: words.sheet, header: [...words.header, ...headers], widths: [8, 60, 40, 14], rows: held() },
    ]);
    return { path, fileName, rows };
  } finally {
    staging.close();
  }
}

/** What happens to a file on the desk: received, read, read again after a change. */
import { doing } from '@fair-copy/words/work.js';
import { existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import type { Context } from '../context.js';
import type { RowDecision } from '@fair-copy/core/intake/outcome.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { shownName } from '@fair-copy/files/file-names.js';
import { ApiError, bodyOf, carried, StoppedError } from '../errors.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import type { JobControls } from '../jobs/jobs.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { clientById } from '../store/clients.js';
import { Staging } from '../store/staging.js';
import { reconciled, type Decided, type Reconciled } from './kept-corrections.js';
import { termbaseById } from '../store/termbases.js';
import { PICTURE_NAME } from '@fair-copy/core/intake/pictures.js';
import { DeskPictures } from './pictures.js';
import { Recipes } from './recipes.js';
import { keepUpload } from '../store/originals.js';
import { Uploads } from './upload-limits.js';
import { IntakeFiles, type IntakeFile } from './files.js';
import { Evaluations } from './evaluations.js';
import { fileOfUnits, isArchive, isFileOfUnits, namesPictures, type OnDesk } from './on-the-desk.js';
import { Writing } from './writing.js';
import { intakeTasks } from './tasks.js';
import { memoryTasks } from '../memories/tasks.js';

/** Milliseconds between the last picture of a folder and the new tallies. */
const PICTURES_WAIT = 400;
const SIZE_LIMIT = 2 * 1024 ** 3;

/** What was decided about a file before it is cut anew, and about what. */
interface BeforeCut {
  readonly rows: readonly Decided[];
  readonly decisions: Decisions;
  readonly columns: number | undefined;
  readonly header: string;
}

export class Desk implements OnDesk {
  readonly files: IntakeFiles;
  readonly pictures: DeskPictures;
  readonly recipes: Recipes;
  private readonly uploads: Uploads;
  readonly writing: Writing;
  private readonly evaluations: Evaluations;
  private readonly deciding = new Map<number, Promise<void>>();
  /** What was decided about files that cannot be read as somebody chose last. */
  private readonly beforeCut = new Map<number, BeforeCut>();
  private waiting: ReturnType<typeof setTimeout> | undefined;

  constructor(readonly context: Context) {
    this.files = new IntakeFiles(context.desk);
    this.pictures = new DeskPictures(context.desk);
    this.recipes = new Recipes(context.desk);
    this.uploads = new Uploads(context.desk);
    this.evaluations = new Evaluations(this);
    this.writing = new Writing(this, this.recipes, this.evaluations);
  }

  /** Streams an upload to the originals and begins to read it; a picture is laid beside the files. */
  async receive(
    body: Readable,
    clientId: number,
    path: string,
  ): Promise<{ readonly fileId: number | null; readonly jobId: number | null }> {
    clientById(this.context.workspace, clientId);
    const { sha256, size, picture } = await keepUpload(body, this.context.paths, SIZE_LIMIT);
    // A picture by another name is not what the client meant: it is read, and said to be one.
    if (picture && PICTURE_NAME.test(path)) {
      this.pictures.add(clientId, { name: path, sha256, size, type: picture });
      this.picturesChanged(clientId);
      return { fileId: null, jobId: null };
    }
    const name = shownName(path.replace(/^.*[/\\]/, ''));
    const uploadId = this.uploads.begin(size);
    const fileId = this.files.add({ clientId, name, sha256, size, uploadId, depth: 0 });
    return { fileId, jobId: this.read(fileId).id };
  }

  /** New pictures may be what rows were missing. Many come at once, so the tallies wait a moment. */
  private picturesChanged(clientId: number): void {
    clearTimeout(this.waiting);
    this.waiting = setTimeout(() => {
      if (!this.context.desk.open) return;
      for (const file of this.files.list(clientId))
        if (file.state === 'ready' && namesPictures(file)) this.evaluations.again(file.id);
      this.told(0);
    }, PICTURES_WAIT);
    this.waiting.unref();
  }

  clearPictures(clientId: number): void {
    this.pictures.clear(clientId);
    this.picturesChanged(clientId);
  }

  /** Reads the file from the beginning, as a job. */
  read(fileId: number): JobOf<'read'> {
    const file = this.files.get(fileId);
    this.writing.refuseIfWritten(fileId);
    this.evaluations.stop(fileId);
    this.files.update(fileId, { state: 'reading', error: null, outcome: null, units: null });
    this.told(fileId);
    return this.context.jobs.start(
      { kind: 'read', title: doing('reading', { name: file.name }), clientId: file.clientId },
      async (controls) => {
        try {
          await this.readNow(file, controls);
          return null;
        } catch (error) {
          const { body } = bodyOf(error instanceof StoppedError ? { kind: 'stopped' } : carried(error));
          if (this.files.exists(fileId)) this.files.update(fileId, { state: 'failed', error: body, reading: null });
          throw error;
        } finally {
          this.told(fileId);
        }
      },
    );
  }

  private async readNow(file: IntakeFile, controls: JobControls): Promise<void> {
    const { workers } = this.context;
    const { id: fileId, sha256, name, choices } = file;
    // A file of units needs nothing of what recognises tables.
    if (choices.as !== 'terms' && (await isFileOfUnits(this.context.paths.original(sha256)))) {
      await this.survey(fileId, controls);
      return;
    }
    const decisions = this.files.get(fileId).decisions;
    if (await isArchive(this.context.paths.original(sha256))) {
      await this.uploads.inTurn(file.uploadId, () => this.unpack(file, controls));
      return;
    }
    const result = await workers.run(intakeTasks.readFile, { fileId, sha256, name, choices, decisions }, controls);
    for (const { picture, ...member } of result.pictures)
      this.pictures.add(file.clientId, { ...member, type: picture! });
    if (!this.files.exists(fileId)) return;
    this.files.update(fileId, { state: 'ready', reading: result.reading, units: null });
    this.told(fileId);
    if (result.units) await this.survey(fileId, controls);
    if (choices.sheet === undefined && result.otherSheets.length) this.takeOtherSheets(file, result.otherSheets);
    await this.evaluations.now(fileId, controls);
  }

  /** The members of an archive are files of their own. */
  private async unpack(file: IntakeFile, controls: JobControls): Promise<void> {
    const { id: fileId, sha256, name, clientId, uploadId, depth } = file;
    const left = this.uploads.left(uploadId, file.size);
    const members = await this.context.workers.run(
      intakeTasks.unpackArchive,
      { fileId, sha256, name, depth, left },
      controls,
    );
    const added = this.context.desk.transaction(() => {
      this.uploads.took(uploadId, members);
      this.files.remove(fileId);
      return members.flatMap(({ picture, ...member }) => {
        if (picture) this.pictures.add(clientId, { ...member, type: picture });
        return picture ? [] : [this.files.add({ clientId, ...member, uploadId, depth: depth + 1 })];
      });
    })();
    for (const id of added) this.read(id);
    this.picturesChanged(clientId);
  }

  /** What the file holds as units. */
  private async survey(fileId: number, controls: Partial<JobControls>): Promise<void> {
    const file = this.files.get(fileId);
    const units = await this.context.workers.run(memoryTasks.surveyUnits, fileOfUnits(file), controls);
    if (!this.files.exists(fileId)) return;
    this.files.update(fileId, { state: 'ready', units });
    this.told(fileId);
  }

  /** The other visible sheets of a workbook are readings of their own. */
  private takeOtherSheets(file: IntakeFile, sheets: readonly string[]): void {
    const { reading } = this.files.get(file.id);
    if (reading?.source.kind === 'workbook')
      this.files.update(file.id, { choices: { ...file.choices, sheet: reading.source.sheet } });
    const there = this.files
      .list(file.clientId)
      .flatMap((other) =>
        other.sha256 === file.sha256 && other.choices.sheet !== undefined ? [other.choices.sheet] : [],
      );
    for (const sheet of sheets.slice(0, 50)) {
      if (there.includes(sheet)) continue;
      this.read(this.addSheet(file, sheet));
    }
  }

  /** A sheet that was left out (a hidden one) becomes a reading of its own. */
  takeSheet(fileId: number, sheet: string): number {
    const file = this.files.get(fileId);
    const id = this.addSheet(file, sheet);
    this.read(id);
    return id;
  }

  private addSheet({ clientId, name, sha256, size, uploadId, depth }: IntakeFile, sheet: string): number {
    return this.files.add({ clientId, name, sha256, size, choices: { sheet }, uploadId, depth });
  }

  /**
   * Another encoding, separator or sheet: the rows are cut anew. What was decided stays where it still fits.
   * @returns also what was decided about rows and does not fit any more
   */
  async recut(
    fileId: number,
    choices: SourceChoices,
  ): Promise<{ readonly file: IntakeFile; readonly dropped: Reconciled['dropped'] }> {
    this.writing.refuseIfWritten(fileId);
    const file = this.files.get(fileId);
    const before = this.beforeCut.get(fileId) ?? {
      rows: this.decidedRows(fileId),
      decisions: file.decisions,
      columns: file.reading?.columns.length,
      header: this.headerOf(file),
    };
    this.files.forgetRowDecisions(fileId);
    this.files.update(fileId, { choices: { ...file.choices, ...choices }, decisions: {} });
    await this.context.jobs.ended(this.read(fileId));
    const now = this.files.get(fileId);
    // It cannot be read like this: what was decided waits for the way in which it can.
    if (now.state !== 'ready' || !now.reading) {
      this.beforeCut.set(fileId, before);
      return { file: now, dropped: [] };
    }
    this.beforeCut.delete(fileId);
    const nothingKept = { kept: [], dropped: before.rows };
    const { kept, dropped } = this.withRows(fileId, (row) => reconciled(before.rows, row), nothingKept);
    for (const { row, decision } of kept) this.files.decideRow(fileId, row, decision);
    if (kept.length > 0) this.evaluations.again(fileId);
    const isSameShape =
      before.columns === now.reading.columns.length && before.header === this.headerOf(now, before.decisions);
    if (isSameShape && Object.keys(before.decisions).length > 0) await this.decide(fileId, before.decisions);
    return { file: this.files.get(fileId), dropped };
  }

  /** Decisions on rows, with the rows as they are. */
  private decidedRows(fileId: number): Decided[] {
    const decisions = this.files.rowDecisions(fileId);
    return this.withRows<Decided[]>(
      fileId,
      (rowOf) => decisions.map(([row, decision]) => ({ row, decision, cells: rowOf(row)?.cells ?? [] })),
      [],
    );
  }

  /** The cells of the row that a person, or the program, took for the header. */
  private headerOf({ id, reading, ...file }: IntakeFile, decisions: Decisions = file.decisions): string {
    const row = decisions.headerRow ?? reading?.headerRow.value;
    return row ? this.withRows(id, (rowOf) => JSON.stringify(rowOf(row)?.cells ?? []), '') : '';
  }

  private withRows<T>(fileId: number, work: (row: (number: number) => SheetRow | null) => T, none: T): T {
    const path = this.context.paths.staging(fileId);
    if (!existsSync(path)) return none;
    const staging = Staging.openForReading(path);
    try {
      return work((number) => staging.rowByNumber(number));
    } finally {
      staging.close();
    }
  }

  /**
   * Other roles, header, steps: the reading follows at once, the tally as soon as it is worked out. One after another for
   * each file: a decision builds on what the one before has decided.
   */
  decide(fileId: number, change: Decisions): Promise<IntakeFile> {
    const before = this.deciding.get(fileId) ?? Promise.resolve();
    const decided = before.then(() => this.decideNow(fileId, change));
    const settled = decided.then(
      () => {},
      () => {},
    );
    this.deciding.set(fileId, settled);
    void settled.then(() => {
      if (this.deciding.get(fileId) === settled) this.deciding.delete(fileId);
    });
    return decided;
  }

  private async decideNow(fileId: number, change: Decisions): Promise<IntakeFile> {
    this.writing.refuseIfWritten(fileId);
    const file = this.ready(fileId);
    const roles = change.headerRow !== undefined ? {} : file.decisions.roles;
    const decisions: Decisions = {
      ...file.decisions,
      ...change,
      roles: { ...roles, ...change.roles },
      steps: { ...file.decisions.steps, ...change.steps },
    };
    const reading = await this.context.workers.run(intakeTasks.proposeFile, { fileId, decisions });
    this.files.update(fileId, { decisions, reading, outcome: null });
    this.evaluations.again(fileId);
    if (file.units) await this.survey(fileId, {});
    return this.files.get(fileId);
  }

  /** Applies a recipe, or with null takes everything decided back to what was proposed. */
  async applyRecipe(fileId: number, recipeId: number | null): Promise<IntakeFile> {
    this.writing.refuseIfWritten(fileId);
    const file = this.ready(fileId);
    const recipe = recipeId === null ? null : this.recipes.get(recipeId, file.clientId);
    this.files.update(fileId, { recipeId, decisions: {} });
    const choices = recipe ? { ...file.choices, ...recipe.choices } : file.choices;
    if (JSON.stringify(choices) !== JSON.stringify(file.choices)) {
      this.files.update(fileId, { choices });
      await this.context.jobs.ended(this.read(fileId));
    }
    return this.decide(fileId, recipe?.decisions ?? {});
  }

  /** A correction or a verdict on one row. */
  decideRow(fileId: number, row: number, decision: RowDecision | null): void {
    this.ready(fileId);
    this.writing.refuseIfWritten(fileId);
    this.files.decideRow(fileId, row, decision);
    this.files.update(fileId, { outcome: null });
    this.evaluations.again(fileId);
  }

  setTarget(fileId: number, targetId: number | null): IntakeFile {
    const { clientId } = this.ready(fileId);
    this.writing.refuseIfWritten(fileId);
    if (targetId !== null && termbaseById(this.context.workspace, targetId).client_id !== clientId)
      throw new ApiError('not-found', { what: 'termbase of this client' });
    this.files.update(fileId, { targetId, outcome: null });
    this.evaluations.again(fileId);
    return this.files.get(fileId);
  }

  /** Takes a file off the desk; it can be put back as it was. */
  discard(fileId: number): void {
    this.writing.refuseIfWritten(fileId);
    this.files.get(fileId);
    this.evaluations.stop(fileId);
    this.files.setAside(fileId);
    this.told(fileId);
  }

  putBack(fileId: number): void {
    if (!this.files.putBack(fileId)) throw new ApiError('not-found', { what: 'file' });
    const { state, outcome, units } = this.files.get(fileId);
    // Its reading was stopped when it went.
    if (state === 'waiting' || state === 'reading') this.read(fileId);
    else if (state === 'ready' && outcome === null && units === null) this.evaluations.again(fileId);
    this.told(fileId);
  }

  ready(fileId: number): IntakeFile {
    const file = this.files.get(fileId);
    if (file.state !== 'ready' || !existsSync(this.context.paths.staging(fileId)))
      throw new ApiError('file-not-ready', { name: file.name });
    return file;
  }

  told(fileId: number): void {
    this.context.events.tell({ type: 'changed', what: 'intake', id: fileId });
  }
}

/** Files on the desk are written to termbases and memories. */
import type { JobOf, TermsWritten } from '@fair-copy/api/jobs.js';
import { doing } from '@fair-copy/words/work.js';
import { ApiError } from '../errors.js';
import type { AllUnitsWritten, UnitsToWrite } from '../memories/take-in.js';
import { memoryTasks } from '../memories/tasks.js';
import type { Evaluations } from './evaluations.js';
import type { IntakeFile } from './files.js';
import { fileOfUnits, type OnDesk } from './on-the-desk.js';
import type { Recipes } from './recipes.js';
import { intakeTasks } from './tasks.js';
import type { IntakeToWrite } from './write-task.js';

type HowToWrite = Pick<UnitsToWrite, 'added' | 'duplicates'>;

export class Writing {
  private readonly underWay = new Set<number>();

  constructor(
    private readonly desk: OnDesk,
    private readonly recipes: Recipes,
    private readonly evaluations: Evaluations,
  ) {}

  /** Writes files of units to one memory, or to one each, as one operation: stopped or failed, none of them is written. */
  units(ids: readonly number[], target: UnitsToWrite['target'], more: HowToWrite): JobOf<'write units'> {
    const { jobs, workers } = this.desk.context;
    const files = ids.map((id) => this.unitsReady(id));
    const { clientId, name } = files[0]!;
    if (files.some((file) => file.clientId !== clientId))
      throw new ApiError('not-found', { what: 'file of this client' });
    const title = files.length === 1 ? doing('writing', { name }) : doing('writing-files', { count: files.length });
    return jobs.start({ kind: 'write units', title, clientId }, (controls) =>
      this.whileWritten(ids, async () => {
        const result = await workers.run(
          memoryTasks.writeUnits,
          {
            clientId,
            files: files.map((file) => ({ ...fileOfUnits(file), fileId: file.id })),
            target,
            ...more,
          },
          controls,
        );
        this.noteWritten(result);
        return result;
      }),
    );
  }

  /** What was written stands in the ledger; where the desk cannot note it, the next start does. */
  private noteWritten(result: AllUnitsWritten | TermsWritten): void {
    try {
      if ('files' in result) {
        for (const { fileId, written } of result.files)
          if (fileId !== null) this.desk.files.noteWritten(fileId, written);
      } else this.desk.files.noteWritten(result.fileId, result);
    } catch (error) {
      process.stderr.write(`The desk could not note what was written: ${(error as Error).message}\n`);
    }
    if ('files' in result) for (const { fileId } of result.files) this.desk.told(fileId ?? 0);
  }

  /** Meanwhile nobody changes how the files are read, or takes them away. */
  private async whileWritten<T>(ids: readonly number[], work: () => Promise<T>): Promise<T> {
    for (const id of ids) this.refuseIfWritten(id);
    for (const id of ids) this.underWay.add(id);
    try {
      // What is still being worked out belongs to what is written.
      await this.evaluations.ended(ids);
      return await work();
    } finally {
      for (const id of ids) this.underWay.delete(id);
    }
  }

  /** Throws `ApiError` while the file is being written. */
  refuseIfWritten(fileId: number): void {
    if (this.underWay.has(fileId)) throw new ApiError('file-being-written', { name: this.desk.files.get(fileId).name });
  }

  private unitsReady(fileId: number): IntakeFile {
    const file = this.desk.files.get(fileId);
    if (file.state !== 'ready' || !file.units) throw new ApiError('file-not-ready', { name: file.name });
    this.refuseIfWritten(fileId);
    return file;
  }

  /** Writes the entries of a file to a termbase; its decisions become a recipe. */
  terms(fileId: number, target: IntakeToWrite['target']): JobOf<'write terms'> {
    const file = this.desk.ready(fileId);
    this.refuseIfWritten(fileId);
    const { jobs, workers } = this.desk.context;
    const about = {
      kind: 'write terms',
      title: doing('writing', { name: file.name }),
      clientId: file.clientId,
    } as const;
    return jobs.start(about, (controls) =>
      this.whileWritten([fileId], async () => {
        const job: IntakeToWrite = {
          fileId,
          name: file.name,
          clientId: file.clientId,
          reading: file.reading!,
          rowDecisions: this.desk.files.rowDecisions(fileId),
          pictures: this.desk.pictures.of(file.clientId),
          target,
        };
        const written = await workers.run(intakeTasks.writeIntake, job, controls);
        this.noteWritten(written);
        this.keepRecipe(file);
        this.desk.told(fileId);
        return written;
      }),
    );
  }

  /** A convenience: where it cannot be kept, what was written is written all the same. */
  private keepRecipe({ clientId, name, reading, choices, decisions }: IntakeFile): void {
    try {
      this.recipes.keep(clientId, name, reading!, choices, decisions);
    } catch (error) {
      process.stderr.write(`The recipe of ${name} could not be kept: ${(error as Error).message}\n`);
    }
  }
}

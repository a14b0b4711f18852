/** What becomes of the rows of files on the desk, worked out anew with every decision. */
import { bodyOf, carried, StoppedError } from '../errors.js';
import type { JobControls } from '../jobs/jobs.js';
import type { OnDesk } from './on-the-desk.js';
import { intakeTasks } from './tasks.js';

export class Evaluations {
  /** What stops those under way. */
  private readonly stops = new Map<number, SharedArrayBuffer>();
  private readonly ends = new Map<number, Promise<void>>();

  constructor(private readonly desk: OnDesk) {}

  /** Starts over with the newest decisions; an evaluation still running is stopped. */
  again(fileId: number): void {
    const { files } = this.desk;
    this.stop(fileId);
    const stop = new SharedArrayBuffer(4);
    this.stops.set(fileId, stop);
    const done = this.now(fileId, { stop })
      .catch((error: unknown) => {
        if (error instanceof StoppedError || !files.exists(fileId)) return;
        files.update(fileId, { state: 'failed', error: bodyOf(carried(error)).body });
      })
      // A desk that cannot be written to says so where it is asked for; here nobody waits.
      .catch((error: unknown) => void process.stderr.write(`${String(error)}\n`))
      .then(() => {
        if (this.ends.get(fileId) === done) this.ends.delete(fileId);
        if (this.stops.get(fileId) === stop) this.stops.delete(fileId);
        this.desk.told(fileId);
      });
    this.ends.set(fileId, done);
  }

  /** Its rows are read anew, or it is taken away: what was being worked out means nothing any more. */
  stop(fileId: number): void {
    const running = this.stops.get(fileId);
    if (running) Atomics.store(new Int32Array(running), 0, 1);
  }

  async now(fileId: number, controls: Partial<JobControls>): Promise<void> {
    const { files, pictures, context } = this.desk;
    const { name, reading, targetId, clientId } = files.get(fileId);
    const outcome = await context.workers.run(
      intakeTasks.evaluateFile,
      {
        fileId,
        name,
        reading: reading!,
        rowDecisions: files.rowDecisions(fileId),
        targetId,
        pictures: pictures.of(clientId).map((picture) => picture.name),
      },
      controls,
    );
    // Stopped after its last piece of work: it is of an earlier reading all the same.
    if (controls.stop && Atomics.load(new Int32Array(controls.stop), 0) === 1) throw new StoppedError('stopped');
    if (files.exists(fileId)) files.update(fileId, { outcome });
  }

  /** Until what is under way for these files is worked out. */
  async ended(ids: readonly number[]): Promise<void> {
    await Promise.all(ids.map((id) => this.ends.get(id)));
  }
}

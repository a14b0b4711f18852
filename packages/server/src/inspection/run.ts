/** An inspection from its beginning to its end, as the main thread sees it. */
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import type { Context } from '../context.js';
import type { Subject } from '../findings/subjects.js';
import type { JobControls } from '../jobs/jobs.js';
import type { Workers } from '../jobs/workers.js';
import { StoppedError } from '../errors.js';
import { removeDatabase } from '../store/files.js';
import type { InspectionCounts } from './inspect.js';
import { inspectionTasks } from './tasks.js';

/** The share of the time that the checks take. */
const CHECKED = 0.9;

interface Of {
  readonly kind: Subject['kind'];
  readonly id: number;
}

export type ToRun = Of & { readonly profile: InspectionProfile };

/** Inspections of the same termbase or memory come one after another. */
const last = new Map<string, Promise<unknown>>();

/** Stopped or failed, the findings of the last inspection stand. */
export function runInspection(
  { workers, paths }: Pick<Context, 'workers' | 'paths'>,
  of: ToRun,
  controls: JobControls,
): Promise<InspectionCounts> {
  const key = `${paths.root} ${of.kind} ${of.id}`;
  const before = last.get(key) ?? Promise.resolve();
  const ended = before.then(() => inspectNow(workers, of, controls));
  const settled = ended.catch(() => undefined);
  last.set(key, settled);
  void settled.then(() => {
    if (last.get(key) === settled) last.delete(key);
  });
  return ended;
}

async function inspectNow(
  workers: Workers,
  { profile, ...of }: ToRun,
  controls: JobControls,
): Promise<InspectionCounts> {
  const { id: jobId, stop, onProgress } = controls;
  const checking = { ...controls, onProgress: (share: number) => onProgress(share * CHECKED) };
  const { path, findings, counts, moment } = await workers.run(
    inspectionTasks.inspect,
    { ...of, jobId, profile },
    checking,
  );
  try {
    const inspection = await workers.run(inspectionTasks.beginFindings, of);
    let after: number | null = 0;
    while (after !== null) {
      if (Atomics.load(new Int32Array(stop), 0) === 1) throw new StoppedError('stopped');
      after = await workers.run(inspectionTasks.takeFindings, { ...of, inspection, path, after });
      onProgress(CHECKED + (1 - CHECKED) * ((after ?? findings) / Math.max(1, findings)));
    }
    await workers.run(inspectionTasks.publishFindings, { ...of, inspection, counts, moment });
    return counts;
  } finally {
    removeDatabase(path);
    // What is left of the clearing, if the program ends, goes after the next inspection.
    while (await workers.run(inspectionTasks.clearFindings, of).catch(() => false));
  }
}

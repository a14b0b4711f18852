/** What the worker threads can do. Each task opens what it needs and closes it; errors travel as values. */
import type { MessagePort } from 'node:worker_threads';
import { carried } from './errors.js';
import { alignTexts, lookAtFile, readTexts } from './alignments/align-task.js';
import { handOverPairs, keepPairs, markTerms } from './alignments/pairs-task.js';
import { handOver } from './hand-over/task.js';
import { inspectionReport } from './inspection/report-task.js';
import { inspectTermbase, letStand, putRight } from './inspection/write.js';
import { evaluateFile, proposeFile, queryList, readFile } from './intake/read-tasks.js';
import { writeIntake } from './intake/write-task.js';
import { TaskContext, type TaskMessage, type TaskReply } from './jobs/task.js';
import { redoEntry, undoEntry } from './ledger/write.js';
import { createClient, renameClient } from './clients/write.js';
import { harvestConcepts, memoryOfTermbase } from './memories/exchange-task.js';
import { findUnits, handOverMemory } from './memories/read-tasks.js';
import { surveyUnits } from './memories/survey.js';
import {
  addVariant,
  changeUnits,
  changeVariant,
  createMemory,
  deleteMemory,
  previewUnits,
  renameMemory,
  returnUnit,
  writeUnits,
} from './memories/write.js';
import { recognizeText } from './termbases/recognize.js';
import { doBulk, previewBulk } from './termbases/bulk.js';
import {
  addPicture,
  changeConcept,
  createConcept,
  createTermbase,
  defineFields,
  deleteConcept,
  deleteTermbase,
  renameTermbase,
  returnConcept,
} from './termbases/write.js';

const writerTasks = {
  createClient,
  renameClient,
  createTermbase,
  renameTermbase,
  deleteTermbase,
  createConcept,
  changeConcept,
  deleteConcept,
  returnConcept,
  defineFields,
  addPicture,
  doBulk,
  writeIntake,
  writeUnits,
  createMemory,
  renameMemory,
  deleteMemory,
  changeVariant,
  addVariant,
  returnUnit,
  changeUnits,
  harvestConcepts,
  memoryOfTermbase,
  undoEntry,
  redoEntry,
  inspectTermbase,
  letStand,
  putRight,
};

const readerTasks = {
  readFile,
  proposeFile,
  evaluateFile,
  queryList,
  handOver,
  inspectionReport,
  previewBulk,
  recognizeText,
  surveyUnits,
  handOverMemory,
  previewUnits,
  readTexts,
  alignTexts,
  lookAtFile,
  keepPairs,
  handOverPairs,
  markTerms,
};

/** Short ones that pages wait for: they have a thread of their own. */
const finderTasks = { findUnits };

export type WriterTasks = typeof writerTasks;
export type ReaderTasks = typeof readerTasks;
export type FinderTasks = typeof finderTasks;

const tasks: Readonly<Record<string, (args: never, context: TaskContext) => unknown>> = {
  ...writerTasks,
  ...readerTasks,
  ...finderTasks,
};

export default async function run({ name, args, dataDir, stop, port }: TaskMessage): Promise<TaskReply> {
  const context = new TaskContext(dataDir, stop && new Int32Array(stop), speaker(port));
  try {
    return { ok: true, value: await tasks[name]!(args as never, context) };
  } catch (error) {
    if (carried(error).kind === 'internal')
      process.stderr.write(`${name}: ${(error as Error).stack ?? String(error)}\n`);
    return { ok: false, error: carried(error) };
  } finally {
    port?.close();
  }
}

/** At most ten messages a second. */
function speaker(port: MessagePort | null): (share: number) => void {
  let last = 0;
  return (share) => {
    const time = Date.now();
    if (!port || time - last < 100) return;
    last = time;
    port.postMessage(share);
  };
}

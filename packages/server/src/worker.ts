/**
 * What the worker threads can do. A thread loads what a task needs when it is first asked for it, so that it holds no
 * more than its own work. Each task opens what it needs and closes it; errors travel as values.
 */
import type { MessagePort } from 'node:worker_threads';
import { carried } from './errors.js';
import { TaskContext, type TaskMessage, type TaskReply } from './jobs/task.js';

const clientsWrite = () => import('./clients/write.js');
const termbasesWrite = () => import('./termbases/write.js');
const termbasesBulk = () => import('./termbases/bulk.js');
const intakeWriteTask = () => import('./intake/write-task.js');
const memoriesTakeIn = () => import('./memories/take-in.js');
const memoriesResources = () => import('./memories/resources.js');
const memoriesEdit = () => import('./memories/edit.js');
const memoriesBulk = () => import('./memories/bulk.js');
const memoriesExchangeTask = () => import('./memories/exchange-task.js');
const ledgerWrite = () => import('./ledger/undo.js');
const upkeepHistory = () => import('./upkeep/history.js');
const upkeepUpkeep = () => import('./upkeep/upkeep.js');
const upkeepEraseClient = () => import('./upkeep/erase-client.js');
const upkeepMendMemory = () => import('./upkeep/mend-memory.js');
const upkeepCopies = () => import('./upkeep/copies.js');
const upkeepBackup = () => import('./upkeep/backup.js');
const inspectionWrite = () => import('./inspection/write.js');
const inspectionWriteMemory = () => import('./inspection/write-memory.js');
const intakeReadTasks = () => import('./intake/read-tasks.js');
const handOverTask = () => import('./hand-over/task.js');
const inspectionReportTask = () => import('./inspection/report-task.js');
const termbasesRecognize = () => import('./termbases/recognize.js');
const memoriesSurvey = () => import('./memories/survey.js');
const memoriesFindTasks = () => import('./memories/find/find-tasks.js');
const memoriesReadTasks = () => import('./memories/read-tasks.js');
const alignmentsAlignTask = () => import('./alignments/align-task.js');
const alignmentsPairsTask = () => import('./alignments/pairs-task.js');

const writerTasks = {
  createClient: async () => (await clientsWrite()).createClient,
  renameClient: async () => (await clientsWrite()).renameClient,
  createTermbase: async () => (await termbasesWrite()).createTermbase,
  renameTermbase: async () => (await termbasesWrite()).renameTermbase,
  deleteTermbase: async () => (await termbasesWrite()).deleteTermbase,
  createConcept: async () => (await termbasesWrite()).createConcept,
  changeConcept: async () => (await termbasesWrite()).changeConcept,
  deleteConcept: async () => (await termbasesWrite()).deleteConcept,
  returnConcept: async () => (await termbasesWrite()).returnConcept,
  defineFields: async () => (await termbasesWrite()).defineFields,
  addPicture: async () => (await termbasesWrite()).addPicture,
  doBulk: async () => (await termbasesBulk()).doBulk,
  writeIntake: async () => (await intakeWriteTask()).writeIntake,
  writeUnits: async () => (await memoriesTakeIn()).writeUnits,
  createMemory: async () => (await memoriesResources()).createMemory,
  renameMemory: async () => (await memoriesResources()).renameMemory,
  deleteMemory: async () => (await memoriesResources()).deleteMemory,
  changeVariant: async () => (await memoriesEdit()).changeVariant,
  addVariant: async () => (await memoriesEdit()).addVariant,
  returnUnit: async () => (await memoriesEdit()).returnUnit,
  changeUnits: async () => (await memoriesBulk()).changeUnits,
  harvestConcepts: async () => (await memoriesExchangeTask()).harvestConcepts,
  memoryOfTermbase: async () => (await memoriesExchangeTask()).memoryOfTermbase,
  undoEntry: async () => (await ledgerWrite()).undoEntry,
  redoEntry: async () => (await ledgerWrite()).redoEntry,
  inspectTermbase: async () => (await inspectionWrite()).inspectTermbase,
  letStand: async () => (await inspectionWrite()).letStand,
  putRight: async () => (await inspectionWrite()).putRight,
  inspectMemory: async () => (await inspectionWriteMemory()).inspectMemory,
  letUnitsStand: async () => (await inspectionWriteMemory()).letUnitsStand,
  putUnitsRight: async () => (await inspectionWriteMemory()).putUnitsRight,
  setUndoDays: async () => (await upkeepHistory()).setUndoDays,
  clearHistory: async () => (await upkeepHistory()).clearHistory,
  sweepRemains: async () => (await upkeepUpkeep()).sweepRemains,
  sweepErased: async () => (await upkeepUpkeep()).sweepErased,
  eraseClient: async () => (await upkeepEraseClient()).eraseClient,
  restoreMemory: async () => (await upkeepMendMemory()).restoreMemory,
  salvageMemory: async () => (await upkeepMendMemory()).salvageMemory,
};

const readerTasks = {
  readFile: async () => (await intakeReadTasks()).readFile,
  unpackArchive: async () => (await intakeReadTasks()).unpackArchive,
  firstLines: async () => (await intakeReadTasks()).firstLines,
  proposeFile: async () => (await intakeReadTasks()).proposeFile,
  evaluateFile: async () => (await intakeReadTasks()).evaluateFile,
  queryList: async () => (await intakeReadTasks()).queryList,
  handOver: async () => (await handOverTask()).handOver,
  inspectionReport: async () => (await inspectionReportTask()).inspectionReport,
  previewBulk: async () => (await termbasesBulk()).previewBulk,
  recognizeText: async () => (await termbasesRecognize()).recognizeText,
  surveyUnits: async () => (await memoriesSurvey()).surveyUnits,
  handOverMemory: async () => (await memoriesReadTasks()).handOverMemory,
  previewUnits: async () => (await memoriesBulk()).previewUnits,
  readTexts: async () => (await alignmentsAlignTask()).readTexts,
  alignTexts: async () => (await alignmentsAlignTask()).alignTexts,
  lookAtFile: async () => (await alignmentsAlignTask()).lookAtFile,
  keepPairs: async () => (await alignmentsPairsTask()).keepPairs,
  handOverPairs: async () => (await alignmentsPairsTask()).handOverPairs,
  sizeOfHistory: async () => (await upkeepHistory()).sizeOfHistory,
  keepCopies: async () => (await upkeepCopies()).keepCopies,
  backUpTo: async () => (await upkeepBackup()).backUpTo,
  markTerms: async () => (await alignmentsPairsTask()).markTerms,
};

/** Short ones that pages wait for: they have a thread of their own. */
const finderTasks = {
  findUnits: async () => (await memoriesFindTasks()).findUnits,
  orderUnits: async () => (await memoriesFindTasks()).orderUnits,
  findConcordance: async () => (await memoriesFindTasks()).findConcordance,
};

type Loaded<T extends Record<string, () => Promise<unknown>>> = { [N in keyof T]: Awaited<ReturnType<T[N]>> };
export type WriterTasks = Loaded<typeof writerTasks>;
export type ReaderTasks = Loaded<typeof readerTasks>;
export type FinderTasks = Loaded<typeof finderTasks>;

type Task = (args: never, context: TaskContext) => unknown;
const tasks: Readonly<Record<string, () => Promise<Task>>> = { ...writerTasks, ...readerTasks, ...finderTasks };

export default async function run({ name, args, dataDir, jobId, stop, port }: TaskMessage): Promise<TaskReply> {
  const context = new TaskContext(dataDir, stop && new Int32Array(stop), speaker(port), jobId);
  try {
    return { ok: true, value: await (await tasks[name]!())(args as never, context) };
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

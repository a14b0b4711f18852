import { finding, reading, surveying, tasks, writing } from '../jobs/task.js';

const takeIn = () => import('./take-in.js');
const resources = () => import('./resources.js');
const edit = () => import('./edit.js');
const bulk = () => import('./bulk.js');
const exchangeTask = () => import('./terms-of-units.js');
const survey = () => import('./survey.js');
const findTasks = () => import('./find/find-tasks.js');

export const memoryTasks = tasks({
  writeUnits: writing(async () => (await takeIn()).writeUnits),
  createMemory: writing(async () => (await resources()).createMemory),
  renameMemory: writing(async () => (await resources()).renameMemory),
  moveMemory: writing(async () => (await import('../ledger/move-resource.js')).moveResource),
  deleteMemory: writing(async () => (await resources()).deleteMemory),
  buildParts: surveying(async () => (await import('./take-apart.js')).buildParts),
  publishParts: writing(async () => (await import('./take-apart.js')).publishParts),
  changeVariant: writing(async () => (await edit()).changeVariant),
  addVariant: writing(async () => (await edit()).addVariant),
  returnUnit: writing(async () => (await edit()).returnUnit),
  changeUnits: writing(async () => (await bulk()).changeUnits),
  previewUnits: surveying(async () => (await bulk()).previewUnits),
  harvestConcepts: writing(async () => (await exchangeTask()).harvestConcepts),
  memoryOfTermbase: writing(async () => (await exchangeTask()).memoryOfTermbase),
  unitsThere: surveying(async () => (await import('./there.js')).unitsThere),
  surveyUnits: reading(async () => (await survey()).surveyUnits),
  findUnits: finding(async () => (await findTasks()).findUnits),
  orderUnits: finding(async () => (await findTasks()).orderUnits),
  findConcordance: finding(async () => (await findTasks()).findConcordance),
});

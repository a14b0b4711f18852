import { surveying, tasks, writing } from '../jobs/task.js';

const write = () => import('./write.js');
const bulk = () => import('./bulk.js');
const recognize = () => import('./recognize.js');

export const termbaseTasks = tasks({
  createTermbase: writing(async () => (await write()).createTermbase),
  renameTermbase: writing(async () => (await write()).renameTermbase),
  moveTermbase: writing(async () => (await import('../ledger/move-resource.js')).moveResource),
  setReference: writing(async () => (await write()).setReference),
  deleteTermbase: writing(async () => (await write()).deleteTermbase),
  createConcept: writing(async () => (await write()).createConcept),
  changeConcept: writing(async () => (await write()).changeConcept),
  deleteConcept: writing(async () => (await write()).deleteConcept),
  returnConcept: writing(async () => (await write()).returnConcept),
  defineFields: writing(async () => (await write()).defineFields),
  addPicture: writing(async () => (await write()).addPicture),
  doBulk: writing(async () => (await bulk()).doBulk),
  previewBulk: surveying(async () => (await bulk()).previewBulk),
  recognizeText: surveying(async () => (await recognize()).recognizeText),
});

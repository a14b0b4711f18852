import { finding, reading, tasks, writing } from '../jobs/task.js';

const history = () => import('./history.js');
const sweep = () => import('./sweep.js');
const eraseClient = () => import('./erase-client.js');
const mendMemory = () => import('./mend-memory.js');
const copies = () => import('./copies.js');
const backup = () => import('./backup.js');

export const upkeepTasks = tasks({
  setUndoDays: writing(async () => (await history()).setUndoDays),
  clearHistory: writing(async () => (await history()).clearHistory),
  sizeOfHistory: finding(async () => (await history()).sizeOfHistory),
  sweepRemains: writing(async () => (await sweep()).sweepRemains),
  sweepErased: writing(async () => (await sweep()).sweepErased),
  eraseClient: writing(async () => (await eraseClient()).eraseClient),
  restoreMemory: writing(async () => (await mendMemory()).restoreMemory),
  salvageMemory: writing(async () => (await mendMemory()).salvageMemory),
  keepCopies: reading(async () => (await copies()).keepCopies),
  backUpTo: reading(async () => (await backup()).backUpTo),
});

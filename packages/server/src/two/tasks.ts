import { surveying, tasks, writing } from '../jobs/task.js';

const bridgeTasks = () => import('./bridge-tasks.js');
const compareTasks = () => import('./compare-tasks.js');

export const twoTasks = tasks({
  countBridge: surveying(async () => (await bridgeTasks()).countBridge),
  buildBridge: surveying(async () => (await bridgeTasks()).buildBridge),
  publishBridge: writing(async () => (await import('./publish.js')).publishBridge),
  countComparison: surveying(async () => (await compareTasks()).countComparison),
  handOverComparison: surveying(async () => (await compareTasks()).handOverComparison),
});

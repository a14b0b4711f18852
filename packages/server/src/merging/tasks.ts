import { surveying, tasks, writing } from '../jobs/task.js';

const mergeTasksOf = () => import('./merge-tasks.js');

export const mergeTasks = tasks({
  countMerge: surveying(async () => (await mergeTasksOf()).countMerge),
  buildMerge: surveying(async () => (await mergeTasksOf()).buildMerge),
  publishMerge: writing(async () => (await import('./publish.js')).publishMerge),
});

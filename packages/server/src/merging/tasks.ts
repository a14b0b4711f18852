import { finding, surveying, tasks, writing } from '../jobs/task.js';

const mergeTasksOf = () => import('./merge-tasks.js');

export const mergeTasks = tasks({
  countMerge: surveying(async () => (await mergeTasksOf()).countMerge),
  sampleMerge: finding(async () => (await import('./sampled.js')).sampleMerge),
  buildMerge: surveying(async () => (await mergeTasksOf()).buildMerge),
  publishMerge: writing(async () => (await import('./publish.js')).publishMerge),
});

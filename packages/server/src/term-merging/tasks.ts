import { surveying, tasks, writing } from '../jobs/task.js';

export const termMergeTasks = tasks({
  countTermMerge: surveying(async () => (await import('./count.js')).countTermMerge),
  buildTermMerge: surveying(async () => (await import('./count.js')).buildTermMerge),
  publishTermMerge: writing(async () => (await import('./publish.js')).publishTermMerge),
});

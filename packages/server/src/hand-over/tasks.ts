import { surveying, tasks } from '../jobs/task.js';

export const handOverTasks = tasks({
  handOver: surveying(async () => (await import('./terms.js')).handOver),
  handOverMemory: surveying(async () => (await import('./units.js')).handOverMemory),
});

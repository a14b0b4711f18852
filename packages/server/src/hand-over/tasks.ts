import { reading, tasks } from '../jobs/task.js';

export const handOverTasks = tasks({
  handOver: reading(async () => (await import('./terms.js')).handOver),
  handOverMemory: reading(async () => (await import('./units.js')).handOverMemory),
});

import { writing, tasks } from '../jobs/task.js';

const write = () => import('./write.js');

export const clientTasks = tasks({
  createClient: writing(async () => (await write()).createClient),
  renameClient: writing(async () => (await write()).renameClient),
});

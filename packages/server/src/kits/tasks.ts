import { tasks, writing } from '../jobs/task.js';

const write = () => import('./write.js');

export const kitTasks = tasks({
  createKit: writing(async () => (await write()).createKit),
  renameKit: writing(async () => (await write()).renameKit),
  chooseForKit: writing(async () => (await write()).chooseForKit),
  deleteKit: writing(async () => (await write()).deleteKit),
});

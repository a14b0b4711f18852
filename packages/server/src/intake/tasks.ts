import { reading, surveying, tasks, writing } from '../jobs/task.js';

const writeTask = () => import('./write-task.js');
const readTasks = () => import('./read-tasks.js');

export const intakeTasks = tasks({
  writeIntake: writing(async () => (await writeTask()).writeIntake),
  readFile: reading(async () => (await readTasks()).readFile),
  unpackArchive: reading(async () => (await readTasks()).unpackArchive),
  firstLines: surveying(async () => (await readTasks()).firstLines),
  proposeFile: reading(async () => (await readTasks()).proposeFile),
  evaluateFile: reading(async () => (await readTasks()).evaluateFile),
  queryList: reading(async () => (await readTasks()).queryList),
});

import { tasks, writing } from '../jobs/task.js';

const undo = () => import('../ledger/undo.js');

export const historyTasks = tasks({
  undoEntry: writing(async () => (await undo()).undoEntry),
  redoEntry: writing(async () => (await undo()).redoEntry),
});

import { surveying, tasks } from '../jobs/task.js';

export const rehearsalTasks = tasks({
  rehearse: surveying(async () => (await import('./rehearse-task.js')).rehearseKit),
  handOverRehearsal: surveying(async () => (await import('./hand-over-task.js')).handOverRehearsal),
});

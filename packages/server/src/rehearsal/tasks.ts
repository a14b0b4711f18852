import { surveying, tasks } from '../jobs/task.js';

export const rehearsalTasks = tasks({
  countDocuments: surveying(async () => (await import('./count-task.js')).countDocuments),
  rehearse: surveying(async () => (await import('./rehearse-task.js')).rehearseKit),
  findCandidates: surveying(async () => (await import('./harvest-task.js')).findCandidates),
  handOverRehearsal: surveying(async () => (await import('./hand-over-task.js')).handOverRehearsal),
});

import { reading, surveying, tasks } from '../jobs/task.js';

const alignTask = () => import('./align-task.js');
const pairsTask = () => import('./pairs-task.js');

export const alignmentTasks = tasks({
  readTexts: reading(async () => (await alignTask()).readTexts),
  alignTexts: reading(async () => (await alignTask()).alignTexts),
  lookAtFile: surveying(async () => (await alignTask()).lookAtFile),
  stagePairs: reading(async () => (await pairsTask()).stagePairs),
  handOverPairs: surveying(async () => (await pairsTask()).handOverPairs),
  markTerms: surveying(async () => (await pairsTask()).markTerms),
});

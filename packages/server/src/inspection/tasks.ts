import { surveying, tasks, writing } from '../jobs/task.js';

const inspect = () => import('./inspect.js');
const ahead = () => import('./ahead.js');
const publish = () => import('./publish.js');
const judge = () => import('./judge.js');
const answered = () => import('./answered.js');
const report = () => import('./report.js');

export const inspectionTasks = tasks({
  inspect: surveying(async () => (await inspect()).inspect),
  inspectAhead: surveying(async () => (await ahead()).inspectAhead),
  beginFindings: writing(async () => (await publish()).beginFindings),
  takeFindings: writing(async () => (await publish()).takeFindings),
  publishFindings: writing(async () => (await publish()).publishFindings),
  clearFindings: writing(async () => (await publish()).clearFindings),
  letStand: writing(async () => (await judge()).letStand),
  callBack: writing(async () => (await judge()).callBack),
  callRulesBack: writing(async () => (await judge()).callRulesBack),
  takeAnswers: writing(async () => (await answered()).takeAnswers),
  putRight: writing(async () => (await judge()).putRight),
  inspectionReport: surveying(async () => (await report()).inspectionReport),
});

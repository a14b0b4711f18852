import { DEMO, demoData } from './application.js';

/** Before all tests: the scenario of the demo in a folder that each of them copies. */
export default async function prepare(): Promise<() => void> {
  const server = await demoData();
  process.env[DEMO] = server.dataDir;
  return () => server.remove();
}

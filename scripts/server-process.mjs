/** How the process of the server is started. */
import { spawn } from 'node:child_process';

/**
 * Its threads share two arenas of memory: with one each, as glibc gives them, what one has freed the others cannot have, which
 * costs some hundred megabytes. Elsewhere it says nothing.
 */
export const SERVER_ENV = { ...process.env, MALLOC_ARENA_MAX: process.env.MALLOC_ARENA_MAX ?? '2' };

/** Starts this script anew with that environment, where it was not; ends as it ends. @returns whether it goes on here */
export async function inServerProcess() {
  if (process.env.MALLOC_ARENA_MAX !== undefined) return true;
  const child = spawn(process.execPath, process.argv.slice(1), { env: SERVER_ENV, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
  const [code, signal] = await new Promise((resolve) => child.once('exit', (...ended) => resolve(ended)));
  process.exitCode = code ?? (signal === 'SIGINT' || signal === 'SIGTERM' ? 0 : 1);
  return false;
}

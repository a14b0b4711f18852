/** How the process of the server is started. */
import { spawn } from 'node:child_process';

/**
 * Its threads share two arenas of memory: with one each, as glibc gives them, what one has freed the others cannot have, which
 * costs some hundred megabytes. Large pieces are asked of the system and given back to it one by one, however many there were
 * before (by itself glibc keeps ever larger ones). Elsewhere it says nothing.
 */
export const SERVER_ENV = {
  MALLOC_ARENA_MAX: '2',
  MALLOC_MMAP_THRESHOLD_: '262144',
  MALLOC_TRIM_THRESHOLD_: '262144',
  ...process.env,
};

/** Starts this script anew with that environment, where it was not; ends as it ends. @returns whether it goes on here */
export async function inServerProcess() {
  if (process.env.MALLOC_ARENA_MAX !== undefined) return true;
  const child = spawn(process.execPath, process.argv.slice(1), { env: SERVER_ENV, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
  const [code, signal] = await new Promise((resolve) => child.once('exit', (...ended) => resolve(ended)));
  process.exitCode = code ?? (signal === 'SIGINT' || signal === 'SIGTERM' ? 0 : 1);
  return false;
}

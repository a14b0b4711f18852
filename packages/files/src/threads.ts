/** Files of threads: built, or in tests as they are written, if a loader for that is given. */
import { fileURLToPath } from 'node:url';

/** What lets Node load the sources; set by the tests. */
const LOADER = process.env.FAIR_COPY_LOADER;

/**
 * The path of a module that a thread begins with.
 * @param from the `import.meta.url` of the one that starts it
 * @param module relative to it, without its ending
 */
export function threadFile(from: string, module: string): string {
  if (!from.endsWith('.ts')) return fileURLToPath(new URL(`${module}.js`, from));
  if (LOADER) return fileURLToPath(new URL(`${module}.ts`, from));
  return fileURLToPath(new URL(`${module}.js`, from.replace(/\/src\/(?!.*\/src\/)/, '/dist/')));
}

/** Options that every thread is started with. */
export const THREAD_OPTIONS: { readonly execArgv?: string[] } = LOADER ? { execArgv: ['--import', LOADER] } : {};

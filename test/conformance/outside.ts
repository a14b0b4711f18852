/** The programs and data from outside the project that these tests compare with. A missing one fails the test. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const PYTHON = '/usr/bin/python3';

/** Runs a script from this folder with JSON in and JSON out. */
export function python<T>(script: string, input: unknown, ...args: string[]): T {
  const path = fileURLToPath(new URL(script, import.meta.url));
  const output = execFileSync(PYTHON, [path, ...args], { input: JSON.stringify(input), maxBuffer: 1 << 28 });
  return JSON.parse(output.toString('utf8')) as T;
}

export function run(command: string, args: readonly string[], input?: Uint8Array): Buffer {
  return execFileSync(command, args, { ...(input && { input }), maxBuffer: 1 << 28, stdio: ['pipe', 'pipe', 'pipe'] });
}

/** A folder for the time of one test. */
export function inFolder<T>(work: (folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'fair-copy-test-'));
  const done = (): void => rmSync(folder, { recursive: true, force: true });
  try {
    const result = work(folder);
    if (result instanceof Promise) return result.finally(done) as T;
    done();
    return result;
  } catch (error) {
    done();
    throw error;
  }
}

export function json<T>(path: string): T {
  return JSON.parse(readFileSync(new URL(`../../node_modules/${path}`, import.meta.url), 'utf8')) as T;
}

/** Country names from Debian's iso-codes: [language, [[English, translated], …]]. */
export function countryNames(languages: readonly string[]): Record<string, [string, string][]> {
  return python('country_names.py', languages);
}

/** Hostile files, each in a process of its own, for its time and its memory. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const SCRIPT = fileURLToPath(new URL('./hostile.mjs', import.meta.url));

export interface Hostile {
  /** A tally as JSON, or the code of a refusal. */
  readonly outcome: string;
  /** Milliseconds. */
  readonly time: number;
  /** The most at any time, in MB. */
  readonly memory: number;
}

export function hostileKinds(): string[] {
  return JSON.parse(spawnSync(process.execPath, [SCRIPT, 'list'], { encoding: 'utf8' }).stdout) as string[];
}

export function hostile(kind: string, size = 1): Hostile {
  const folder = mkdtempSync(join(tmpdir(), 'fair-copy-hostile-'));
  try {
    const { stdout, stderr, signal } = spawnSync(process.execPath, [SCRIPT, kind, folder, String(size)], {
      encoding: 'utf8',
      timeout: 240_000,
    });
    if (!stdout) throw new Error(`${kind}: ${signal ?? ''} ${stderr}`);
    return JSON.parse(stdout) as Hostile;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

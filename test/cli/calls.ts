/** `fair-copy` as a person calls it, in a folder for the time of a test file. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const CLI = fileURLToPath(new URL('../../packages/cli/bin/fair-copy.js', import.meta.url));

export class CommandLine {
  readonly folder = mkdtempSync(join(tmpdir(), 'fair-copy-cli-'));

  /** Writes a file there; gives back its path. */
  readonly file = (name: string, content: string | Uint8Array): string => {
    const path = join(this.folder, name);
    writeFileSync(path, content);
    return path;
  };

  readonly call = (...args: string[]): { status: number | null; out: string; err: string } => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [CLI, ...args], {
      cwd: this.folder,
      encoding: 'utf8',
    });
    return { status, out: stdout, err: stderr };
  };

  end(): void {
    rmSync(this.folder, { recursive: true });
  }
}

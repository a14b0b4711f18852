/** What a command only looks up is never written to. */
import { realpathSync } from 'node:fs';
import { dirname, join, basename } from 'node:path';
import type { Command } from 'commander';
import { UsageError } from './usage.js';

/** Options that name files which are looked up only, and options that name what is written. */
const LOOKED_UP = ['memory', 'termbase', 'rates'] as const;
const WRITTEN = ['output', 'pack'] as const;
/** Commands whose result may take the place of a file that goes in. */
const INTO_INPUT: readonly string[] = ['convert', 'merge', 'backup', 'restore'];

/** Throws `UsageError` where a command would write over what it looks up, by whatever path it is named. */
export function refuseWritingToReferences(command: Command): void {
  const options = command.opts<Record<string, string | readonly string[] | undefined>>();
  const named = (names: readonly string[]): string[] => names.flatMap((name) => options[name] ?? []);
  const files = [...named(LOOKED_UP), ...(INTO_INPUT.includes(command.name()) ? [] : command.args)];
  const lookedUp = new Set(files.map(realPath));
  for (const path of named(WRITTEN))
    if (lookedUp.has(realPath(path)))
      throw new UsageError(
        `${path} is looked up only, and would be written over. Give another name for what is written.`,
      );
}

/** Also of a file that is not there yet. */
function realPath(path: string): string {
  try {
    return realpathSync(path);
  } catch {
    try {
      return join(realpathSync(dirname(path)), basename(path));
    } catch {
      return path;
    }
  }
}

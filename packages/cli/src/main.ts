/** `fair-copy`: the core from a terminal. Exit codes: 0 done, 2 usage, 3 a file cannot be read or written. */
import { lineOf } from './words.js';
import { VERSION } from '@fair-copy/core/version.js';
import { Command, CommanderError } from 'commander';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { growHeapSlowly } from '@fair-copy/files/heap-growth.js';
import { COMMANDS } from './commands.js';
import { refuseWritingToReferences } from './references.js';
import { UsageError } from './usage.js';

growHeapSlowly();
const program = new Command('fair-copy')
  .description('Turns client glossaries into termbases that can be trusted.')
  .version(VERSION)
  .exitOverride()
  .showHelpAfterError('(add --help for more)');
program.hook('preAction', (_, command) => refuseWritingToReferences(command));
for (const command of COMMANDS) program.addCommand(command.exitOverride());

// A reader such as `head` that closes the pipe early is no failure.
process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 3));

try {
  await program.parseAsync();
} catch (error) {
  process.exitCode = complain(error);
}

function complain(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
  if (error instanceof UsageError) {
    process.stderr.write(`fair-copy: ${error.message}\n`);
    return 2;
  }
  if (error instanceof DataError) {
    process.stderr.write(`fair-copy: ${lineOf(error.diagnostic)}\n`);
    return 3;
  }
  process.stderr.write(`fair-copy: ${systemMessage(error)}\n`);
  return 3;
}

function systemMessage(error: unknown): string {
  const { code, path, message } = error as NodeJS.ErrnoException;
  switch (code) {
    case 'ENOENT':
      return `${path}: there is no such file or folder.`;
    case 'EACCES':
      return `${path}: no permission.`;
    case 'EISDIR':
      return `${path ?? 'this'}: is a folder, not a file.`;
    case 'ENOSPC':
      return 'the disk is full.';
    default:
      return message ?? String(error);
  }
}

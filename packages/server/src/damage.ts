/** What can be wrong with the files and the disk, told apart. */

/** A file that SQLite cannot read, or that holds nothing where something should be. */
export class DamagedFileError extends Error {
  constructor(
    /** The name of the file, without folders. */
    readonly file: string,
    /** What is wrong, in SQLite's words or ours. */
    readonly why: string,
  ) {
    super(`${file}: ${why}`);
  }
}

/** Of a newer version: nothing is wrong with it, but this one must leave it alone. */
export class NewerFileError extends Error {}

/** Whether SQLite says that a file is no database or is damaged. */
export function isDamage(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  return typeof code === 'string' && /^SQLITE_(CORRUPT|NOTADB)/.test(code);
}

/** Whether there is no room for what was to be written. */
export function isDiskFull(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  return code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL';
}

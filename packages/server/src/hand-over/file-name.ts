/** Names of files that are handed over. */
import { safeFileName } from '@fair-copy/files/file-names.js';
import type { UnitFormat } from '@fair-copy/files/write-units.js';

/** A name that every file system takes, with the ending of the format. */
export function fileNameOf(stem: string, format: UnitFormat | 'tbx' | 'html' | 'zip'): string {
  return safeFileName(`${stem.replace(/[\\/:*?"<>|]+/g, ' ').trim()}.${format === 'xliff' ? 'xlf' : format}`);
}

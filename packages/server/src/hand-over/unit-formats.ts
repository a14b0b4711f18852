/** The formats in which units are handed over. */
import { safeFileName } from '@fair-copy/files/file-names.js';

export const UNIT_FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
export type UnitFormat = (typeof UNIT_FORMATS)[number];

/** A name that every file system takes, with the ending of the format. */
export function fileNameOf(stem: string, format: UnitFormat): string {
  return safeFileName(`${stem.replace(/[\\/:*?"<>|]+/g, ' ').trim()}.${format === 'xliff' ? 'xlf' : format}`);
}

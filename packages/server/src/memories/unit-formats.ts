/** The formats in which units are handed over. */
export const UNIT_FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
export type UnitFormat = (typeof UNIT_FORMATS)[number];

/** A name that every file system takes, with the ending of the format. */
export function fileNameOf(stem: string, format: UnitFormat): string {
  return `${stem.replace(/[\\/:*?"<>|]+/g, ' ').trim()}.${format === 'xliff' ? 'xlf' : format}`;
}

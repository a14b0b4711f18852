/** The formats that `convert` writes. */
export const FORMATS = ['tbx', 'tmx', 'xliff', 'csv', 'tsv', 'xlsx', 'docx'] as const;
export type Format = (typeof FORMATS)[number];

/** The formats that `convert` writes. */
export const FORMATS = ['tbx', 'tmx', 'xliff', 'csv', 'tsv', 'xlsx', 'docx'] as const;
export type Format = (typeof FORMATS)[number];

/** The format that an ending (".xlf") or a name ("xliff") says; null: none of them. */
export function formatNamed(said: string): Format | null {
  const name = said.toLowerCase().replace(/^\./, '');
  const format = name === 'txt' || name === 'tab' ? 'tsv' : name === 'xlf' ? 'xliff' : name;
  return FORMATS.find((one) => one === format) ?? null;
}

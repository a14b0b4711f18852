/** The encodings that are read and written, and the names they go by. */

/** Names as registered with IANA (preferred MIME names). */
export const ENCODINGS = [
  'UTF-8',
  'UTF-16LE',
  'UTF-16BE',
  'windows-1250',
  'windows-1251',
  'windows-1252',
  'windows-1253',
  'windows-1254',
  'windows-1255',
  'windows-1256',
  'windows-1257',
  'ISO-8859-1',
  'ISO-8859-2',
  'ISO-8859-15',
  'KOI8-R',
  'Shift_JIS',
  'EUC-JP',
  'GB18030',
  'Big5',
  'EUC-KR',
] as const;

export type EncodingName = (typeof ENCODINGS)[number];

const ALIASES: Readonly<Record<string, EncodingName>> = {
  utf8: 'UTF-8',
  utf16: 'UTF-16LE',
  utf16le: 'UTF-16LE',
  utf16be: 'UTF-16BE',
  latin1: 'ISO-8859-1',
  latin2: 'ISO-8859-2',
  latin9: 'ISO-8859-15',
  sjis: 'Shift_JIS',
  cp932: 'Shift_JIS',
  gbk: 'GB18030',
  gb2312: 'GB18030',
  cp936: 'GB18030',
  cp949: 'EUC-KR',
  cp950: 'Big5',
  koi8r: 'KOI8-R',
  ascii: 'UTF-8',
  usascii: 'UTF-8',
};

/** The encoding that a person or a file header means by a name ("cp1252", "latin1", "utf8"), or null. */
export function encodingNamed(name: string): EncodingName | null {
  const plain = name.toLowerCase().replace(/[^a-z0-9]/g, '');
  const direct = ENCODINGS.find((e) => e.toLowerCase().replace(/[^a-z0-9]/g, '') === plain);
  if (direct) return direct;
  const page = /^(?:cp|win|windows)(125\d)$/.exec(plain);
  const windows = page && ENCODINGS.find((e) => e === `windows-${page[1]}`);
  return windows ?? ALIASES[plain] ?? null;
}

/** The encodings that are read and written, and the names they go by. */

/** Preferred MIME names of IANA; where it has none, those of the Encoding Standard (WHATWG) or of common practice. */
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
  'windows-1258',
  'windows-874',
  'ISO-8859-1',
  'ISO-8859-2',
  'ISO-8859-5',
  'ISO-8859-7',
  'ISO-8859-9',
  'ISO-8859-15',
  'KOI8-R',
  'KOI8-U',
  'IBM437',
  'IBM737',
  'IBM775',
  'IBM850',
  'IBM852',
  'IBM855',
  'IBM857',
  'IBM862',
  'IBM866',
  'macintosh',
  'x-mac-ce',
  'x-mac-cyrillic',
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
  cyrillic: 'ISO-8859-5',
  greek: 'ISO-8859-7',
  latin5: 'ISO-8859-9',
  tis620: 'windows-874',
  mac: 'macintosh',
  macroman: 'macintosh',
  maclatin2: 'x-mac-ce',
  macce: 'x-mac-ce',
  maccentraleurope: 'x-mac-ce',
  maccyrillic: 'x-mac-cyrillic',
  ascii: 'UTF-8',
  usascii: 'UTF-8',
};

/** The encoding that a person or a file header means by a name ("cp1252", "latin1", "utf8"), or null. */
export function encodingNamed(name: string): EncodingName | null {
  const plain = name.toLowerCase().replace(/[^a-z0-9]/g, '');
  const direct = ENCODINGS.find((e) => e.toLowerCase().replace(/[^a-z0-9]/g, '') === plain);
  if (direct) return direct;
  const page = /^(?:cp|win|windows|ibm|dos|oem)(\d{3,4})$/.exec(plain)?.[1];
  const numbered = page && ENCODINGS.find((e) => e === `windows-${page}` || e === `IBM${page}`);
  return numbered || (ALIASES[plain] ?? null);
}

/** Files that Fair Copy reads nothing of: called by what they are, so that a person knows what to do. */
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { Beginning } from './beginning.js';

const BINARY: readonly (readonly [string, RegExp])[] = [
  ['png', /^\x89PNG/],
  ['jpeg', /^\xff\xd8\xff/],
  ['gif', /^GIF8/],
  ['tiff', /^(II\*\0|MM\0\*)/],
  ['webp', /^RIFF....WEBP/s],
  ['bmp', /^BM.{4}\0\0\0\0/s],
  ['pdf', /^%PDF-/],
  ['gzip', /^\x1f\x8b/],
  ['7z', /^7z\xbc\xaf/],
  ['rar', /^Rar!/],
  ['sqlite', /^SQLite format 3/],
  ['program', /^(MZ|\x7fELF)/],
];

/** Throws `DataError` for what is known and not read. */
export function refuseKnown({ latin, members, mimeType }: Beginning): void {
  if (latin.startsWith('\xd0\xcf\x11\xe0')) throw new DataError('workbook-encrypted');
  const binary = BINARY.find(([, pattern]) => pattern.test(latin));
  if (binary) throw new DataError('file-binary', { what: binary[0] });
  if (latin.startsWith('{\\rtf')) throw new DataError('file-kind-unknown', { what: 'rtf' });
  if (members?.includes('xl/workbook.bin') && !members.some((name) => /^xl\/workbook\.xml$/i.test(name)))
    throw new DataError('file-kind-unknown', { what: 'xlsb' });
  if (mimeType && members?.includes('content.xml') && !/spreadsheet|\.text/.test(mimeType))
    throw new DataError('file-kind-unknown', { what: 'odt' });
}

/** Throws `DataError` for what is no text. */
export function refuseBinary({ bytes, markup }: Beginning): void {
  if (markup.startsWith('<?xml')) throw new DataError('file-kind-unknown', { what: 'xml' });
  if (isBinary(bytes)) throw new DataError('file-binary', { what: 'binary' });
}

/** Zero bytes that UTF-16 does not explain, or many control characters. */
function isBinary(head: Buffer): boolean {
  let even = 0;
  let odd = 0;
  let controls = 0;
  for (let i = 0; i < head.length; i++) {
    const byte = head[i]!;
    if (byte === 0) {
      if (i % 2) odd++;
      else even++;
    } else if (byte < 32 && ![9, 10, 11, 12, 13, 26, 27, 31].includes(byte)) controls++;
  }
  const utf16 = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  if (utf16) return false;
  const half = head.length / 2;
  const lopsided = (odd > half * 0.2 && even < half * 0.05) || (even > half * 0.2 && odd < half * 0.05);
  return ((even > 0 || odd > 0) && !lopsided) || controls > head.length * 0.02;
}

/** What a file is by its content, whatever its name says. */
import { open } from 'node:fs/promises';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { ZipArchive } from './archive.js';

export type FileKind = 'workbook' | 'ods' | 'docx' | 'html' | 'delimited' | 'tbx' | 'tmx' | 'xliff' | 'po' | 'zip';

/** Files of translation units, unless somebody takes them as terms. */
export function isExchange(kind: FileKind): boolean {
  return kind === 'tmx' || kind === 'xliff' || kind === 'po';
}

const PICTURES: readonly (readonly [string, RegExp])[] = [
  ['a PNG picture', /^\x89PNG/],
  ['a JPEG picture', /^\xff\xd8\xff/],
  ['a GIF picture', /^GIF8/],
  ['a TIFF picture', /^(II\*\0|MM\0\*)/],
  ['a WebP picture', /^RIFF....WEBP/s],
  ['a bitmap picture', /^BM.{4}\0\0\0\0/s],
  ['a PDF document', /^%PDF-/],
  ['a gzip archive', /^\x1f\x8b/],
  ['a 7z archive', /^7z\xbc\xaf/],
  ['a RAR archive', /^Rar!/],
  ['an SQLite database', /^SQLite format 3/],
  ['a program', /^(MZ|\x7fELF)/],
];

/** Throws `DataError` for what is no table, text or exchange file. */
export async function fileKind(path: string): Promise<FileKind> {
  const head = await beginning(path, 4096);
  if (head.length === 0) throw new DataError('file-empty');
  const latin = head.toString('latin1');
  if (latin.startsWith('PK\x03\x04') || latin.startsWith('PK\x05\x06')) return zipKind(path);
  if (latin.startsWith('\xd0\xcf\x11\xe0')) throw new DataError('workbook-encrypted');
  const binary = PICTURES.find(([, pattern]) => pattern.test(latin));
  if (binary) throw new DataError('file-binary', { what: binary[0] });
  if (latin.startsWith('{\\rtf')) throw new DataError('file-kind-unknown', { what: 'a rich text document' });
  const xml = xmlKind(head);
  if (xml) return xml;
  if (isCatalogue(latin)) return 'po';
  if (isBinary(head)) throw new DataError('file-binary', { what: 'a binary file' });
  return 'delimited';
}

async function zipKind(path: string): Promise<FileKind> {
  const archive = await ZipArchive.open(path);
  try {
    const { names } = archive;
    if (
      names.some((name) => /^xl\/workbook\.xml$/i.test(name)) ||
      names.some((name) => name.startsWith('xl/worksheets/'))
    )
      return 'workbook';
    if (names.includes('xl/workbook.bin'))
      throw new DataError('file-kind-unknown', { what: 'a workbook in binary form' });
    if (names.includes('word/document.xml')) return 'docx';
    if (names.includes('mimetype') && names.includes('content.xml')) return openDocumentKind(archive);
    return 'zip';
  } finally {
    archive.close();
  }
}

async function openDocumentKind(archive: ZipArchive): Promise<FileKind> {
  let type = '';
  for await (const chunk of archive.read('mimetype')) type += Buffer.from(chunk).toString('latin1').slice(0, 200);
  if (type.trim().startsWith('application/vnd.oasis.opendocument.spreadsheet')) return 'ods';
  throw new DataError('file-kind-unknown', { what: 'an OpenDocument file that is no spreadsheet' });
}

function xmlKind(head: Buffer): FileKind | null {
  const text =
    head[0] === 0xff && head[1] === 0xfe
      ? head.toString('utf16le')
      : head[0] === 0xfe && head[1] === 0xff
        ? swapped(head)
        : head[0] === 60 && head[1] === 0
          ? head.toString('utf16le')
          : head[0] === 0 && head[1] === 60
            ? swapped(head)
            : head.toString('latin1');
  const start = text.replace(/^(ï»¿|\uFEFF)/, '').trimStart();
  if (!start.startsWith('<')) return null;
  if (/<(\w+:)?tmx[\s>]/i.test(start)) return 'tmx';
  if (/<(\w+:)?(tbx|martif)[\s>]/i.test(start)) return 'tbx';
  if (/<(\w+:)?xliff[\s>]/i.test(start)) return 'xliff';
  if (/<!doctype html|<html[\s>]|^<(table|body|head|meta|p|h1|ul|dl|div)[\s>]/i.test(start)) return 'html';
  if (start.startsWith('<?xml'))
    throw new DataError('file-kind-unknown', { what: 'an XML file that is neither TBX, TMX nor XLIFF' });
  return null;
}

function swapped(bytes: Buffer): string {
  return Buffer.from(bytes.subarray(0, bytes.length & ~1))
    .swap16()
    .toString('utf16le');
}

/** A message catalogue: comments, then a quoted `msgid` or `msgctxt`. */
function isCatalogue(text: string): boolean {
  const first = text
    .replace(/^ï»¿/, '')
    .split(/\r?\n/)
    .find((line) => line.trim() !== '' && !line.startsWith('#'));
  const isComment = /^(#[,:.|~ ]?.*\r?\n)+/.test(text) && first === undefined;
  return (first !== undefined && /^(msgid|msgctxt)\s+"/.test(first)) || (isComment && /^#~ msgid "/m.test(text));
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

/** The first bytes of a file. */
export async function beginning(path: string, size: number): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(size), 0, size, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

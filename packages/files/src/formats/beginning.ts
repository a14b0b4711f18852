/** What can be seen of a file without reading it: its first bytes, or the members of an archive. */
import { open } from 'node:fs/promises';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { ZipArchive } from '../archive.js';

/** Bytes that are looked at. */
const LOOKED_AT = 4096;

export interface Beginning {
  readonly bytes: Buffer;
  /** Byte by byte. */
  readonly latin: string;
  /** Of text that begins with "<", in whatever form of Unicode; empty: it does not. */
  readonly markup: string;
  /** The members of an archive; null: it is none. */
  readonly members: readonly string[] | null;
  /** What an OpenDocument file says it is; empty: it is none. */
  readonly mimeType: string;
}

/** Throws `DataError` for an empty file, or a damaged archive. */
export async function beginningOf(path: string): Promise<Beginning> {
  const bytes = await firstBytes(path, LOOKED_AT);
  if (bytes.length === 0) throw new DataError('file-empty');
  const latin = bytes.toString('latin1');
  if (!latin.startsWith('PK\x03\x04') && !latin.startsWith('PK\x05\x06'))
    return { bytes, latin, markup: markupOf(bytes), members: null, mimeType: '' };
  const archive = await ZipArchive.open(path);
  try {
    const { names: members } = archive;
    const mimeType = members.includes('mimetype') ? await startOf(archive, 'mimetype') : '';
    return { bytes, latin, markup: '', members, mimeType };
  } finally {
    archive.close();
  }
}

async function startOf(archive: ZipArchive, member: string): Promise<string> {
  let text = '';
  for await (const chunk of archive.read(member)) text += Buffer.from(chunk).toString('latin1').slice(0, 200);
  return text.trim();
}

function markupOf(bytes: Buffer): string {
  const text = unicodeOf(bytes)
    .replace(/^(ï»¿|\uFEFF)/, '')
    .trimStart();
  return text.startsWith('<') ? text : '';
}

/** By its byte order mark, or by where the zero of its first "<" stands; otherwise byte by byte. */
function unicodeOf(bytes: Buffer): string {
  const [first, second] = bytes;
  if ((first === 0xff && second === 0xfe) || (first === 60 && second === 0)) return bytes.toString('utf16le');
  if ((first === 0xfe && second === 0xff) || (first === 0 && second === 60))
    return Buffer.from(bytes.subarray(0, bytes.length & ~1))
      .swap16()
      .toString('utf16le');
  return bytes.toString('latin1');
}

/** The first bytes of a file. */
export async function firstBytes(path: string, size: number): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(size), 0, size, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

/** What a client hands over as documents: files, folders and zips of them, opened up to the single documents. */
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ZipArchive, type ArchiveLimits } from './archive.js';
import { fileKind } from './formats/registry.js';
import { named } from './named.js';

export interface DocumentAt {
  readonly path: string;
  /** Its own, or its way within the folder or zip. */
  readonly name: string;
  /** It came with a folder or zip: nobody has asked for just this one. */
  readonly isFromMany: boolean;
}

/** Zips within zips. */
const DEPTH = 3;
const LIMITS: ArchiveLimits = { member: 512 * 1024 ** 2, total: 2 * 1024 ** 3, members: 5000 };
const NO_DOCUMENT = /(?:^|\/)(?:\.|__MACOSX\/|Thumbs\.db$|desktop\.ini$)/i;

/**
 * One document after the other, in the order of their names.
 * @param aside a folder of one's own, where members of zips lie while they are looked at; made where there is none
 * @yields a document, whose file may be gone when the next is asked for. Throws `DataError` for a damaged or hostile zip.
 */
export async function* documentsAt(path: string, name: string, aside: string): AsyncGenerator<DocumentAt> {
  yield* opened({ path, name, isFromMany: false }, aside, 0);
}

async function* opened(file: DocumentAt, aside: string, depth: number): AsyncGenerator<DocumentAt> {
  const { path, name } = file;
  if ((await stat(path)).isDirectory()) {
    for (const one of (await readdir(path)).sort()) {
      if (NO_DOCUMENT.test(one)) continue;
      // The files of the folder that was given have their own names; further down, their ways.
      const inside = file.isFromMany ? `${name}/${one}` : one;
      yield* opened({ path: join(path, one), name: inside, isFromMany: true }, aside, depth);
    }
  } else if (depth < DEPTH && (await isZip(path))) yield* unpacked(file, aside, depth);
  else yield file;
}

async function* unpacked(
  { path, name, isFromMany }: DocumentAt,
  aside: string,
  depth: number,
): AsyncGenerator<DocumentAt> {
  const archive = await named(name, () => ZipArchive.open(path, LIMITS));
  const folder = join(aside, String(depth));
  try {
    await mkdir(folder, { recursive: true });
    for (const member of [...archive.names].sort()) {
      if (NO_DOCUMENT.test(member) || member.endsWith('/')) continue;
      const at = join(folder, `member-${basename(member)}`.slice(-120));
      await named(name, () => pipeline(archive.read(member), createWriteStream(at)));
      const inside = isFromMany ? `${name}/${member}` : member;
      yield* opened({ path: at, name: inside, isFromMany: true }, aside, depth + 1);
      await rm(at, { force: true });
    }
  } finally {
    archive.close();
    await rm(folder, { recursive: true, force: true });
  }
}

async function isZip(path: string): Promise<boolean> {
  try {
    return (await fileKind(path)) === 'zip';
  } catch {
    return false;
  }
}

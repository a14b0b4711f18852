/** What a client hands over as documents: files, folders and zips of them, opened up to the single documents. */
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { DataError, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { ZipArchive } from './archive.js';
import { fileKind } from './formats/registry.js';
import { named } from './named.js';

export interface DocumentAt {
  readonly path: string;
  /** Its own, or its way within the folder or zip. */
  readonly name: string;
  /** It came with a folder or zip: nobody has asked for just this one. */
  readonly isFromMany: boolean;
  /** Why it cannot be opened; left out: it can. Of one that was asked for by itself, that is thrown. */
  readonly broken?: Diagnostic;
}

/** Zips within zips. */
const DEPTH = 3;
/** Bytes that may come out of all zips of one file or folder. */
const ROOM = 4 * 1024 ** 3;
const NO_DOCUMENT = /(?:^|\/)(?:\.|__MACOSX\/|Thumbs\.db$|desktop\.ini$)/i;

/**
 * One document after the other, in the order of their names.
 * @param aside a folder of one's own, where members of zips lie while they are looked at; made where there is none
 * @yields a document, whose file may be gone when the next is asked for. Throws `DataError` for a damaged or hostile zip that
 *   was asked for by itself
 */
export function documentsAt(file: DocumentAt, aside: string): AsyncGenerator<DocumentAt> {
  return new Opening(aside).of(file, 0);
}

class Opening {
  private bytes = 0;

  constructor(private readonly aside: string) {}

  async *of(file: DocumentAt, depth: number): AsyncGenerator<DocumentAt> {
    const { path, name } = file;
    if ((await stat(path)).isDirectory()) {
      for (const one of (await readdir(path)).sort()) {
        if (NO_DOCUMENT.test(one)) continue;
        // The files of the folder that was given have their own names; further down, their ways.
        const inside = file.isFromMany ? `${name}/${one}` : one;
        yield* this.of({ path: join(path, one), name: inside, isFromMany: true }, depth);
      }
    } else if (depth < DEPTH && (await isZip(path))) yield* this.membersOf(file, depth);
    else yield file;
  }

  private async *membersOf(file: DocumentAt, depth: number): AsyncGenerator<DocumentAt> {
    const { path, name, isFromMany } = file;
    const archive = await orBroken(file, () => ZipArchive.open(path));
    if (!(archive instanceof ZipArchive)) {
      yield archive;
      return;
    }
    const folder = join(this.aside, String(depth));
    try {
      await mkdir(folder, { recursive: true });
      for (const member of [...archive.names].sort()) {
        if (NO_DOCUMENT.test(member)) continue;
        const at = join(folder, `member-${basename(member)}`.slice(-120));
        const inside = { path: at, name: isFromMany ? `${name}/${member}` : member, isFromMany: true };
        const unpacked = await orBroken(inside, () =>
          pipeline(this.counted(archive.read(member), inside.name), createWriteStream(at)),
        );
        if (unpacked) yield unpacked;
        else yield* this.of(inside, depth + 1);
        await rm(at, { force: true });
      }
    } finally {
      archive.close();
      await rm(folder, { recursive: true, force: true });
    }
  }

  /** Throws `DataError` where zips within zips would fill the disk. */
  private async *counted(content: AsyncIterable<Uint8Array>, name: string): AsyncGenerator<Uint8Array> {
    for await (const chunk of content) {
      this.bytes += chunk.length;
      if (this.bytes > ROOM) throw new DataError('archive-too-large', { name });
      yield chunk;
    }
  }
}

/** @returns what was opened; or the file with the reason why it cannot be, if it came with many */
async function orBroken<T>(file: DocumentAt, open: () => Promise<T>): Promise<T | DocumentAt> {
  try {
    return await named(file.name, open);
  } catch (error) {
    if (!file.isFromMany || !(error instanceof DataError)) throw error;
    return { ...file, broken: error.diagnostic };
  }
}

async function isZip(path: string): Promise<boolean> {
  try {
    return (await fileKind(path)) === 'zip';
  } catch {
    return false;
  }
}

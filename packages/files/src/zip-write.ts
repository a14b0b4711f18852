/** Writing zip archives in pieces: by fflate, and by yazl where one may grow over 4 GB. */
import { createReadStream, createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { rename, rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

export interface ZipMember {
  /** Its path in the archive, with "/". */
  readonly name: string;
  readonly content: AsyncIterable<Uint8Array | string>;
  /** Pictures are packed already. */
  readonly packed: boolean;
}

/** Writes the members one after another; memory stays flat. */
export async function writeZip(path: string, members: Iterable<ZipMember> | AsyncIterable<ZipMember>): Promise<void> {
  const out = createWriteStream(path);
  let failed: Error | null = null;
  out.on('error', (error) => (failed = error));
  const zip = new Zip((error, chunk, final) => {
    if (error) failed = error;
    else out.write(chunk);
    if (final) out.end();
  });
  for await (const { name, content, packed } of members) {
    const member = packed ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
    zip.add(member);
    for await (const piece of content) {
      member.push(typeof piece === 'string' ? Buffer.from(piece, 'utf8') : piece);
      if (failed) throw failed;
      if (out.writableNeedDrain) await once(out, 'drain');
    }
    member.push(new Uint8Array(0), true);
  }
  zip.end();
  if (!out.writableFinished) await once(out, 'finish');
  if (failed) throw failed;
}

/** A member of a large archive: a text, or a file as it lies on the disk. */
export type BigZipMember =
  | { readonly name: string; readonly text: string }
  | {
      readonly name: string;
      readonly path: string;
      /** Called when its turn comes; may throw to stop. */
      readonly begin: () => void;
    };

/** Of any size (ZIP64). The archive is there as a whole, or not at all. */
export async function writeBigZip(path: string, members: Iterable<BigZipMember>): Promise<void> {
  const part = `${path}.part`;
  const zip = new yazl.ZipFile();
  zip.on('error', (error: Error) => (zip.outputStream as unknown as { destroy(error: Error): void }).destroy(error));
  for (const member of members) {
    if ('text' in member) zip.addBuffer(Buffer.from(member.text, 'utf8'), member.name);
    else
      zip.addReadStreamLazy(member.name, (give) => {
        try {
          member.begin();
          give(null, createReadStream(member.path));
        } catch (error) {
          give(error as Error, null as never);
        }
      });
  }
  zip.end();
  try {
    await pipeline(zip.outputStream, createWriteStream(part));
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

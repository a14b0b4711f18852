/** Writing zip archives in pieces, by fflate. */
import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
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

/** Text in pieces to a file in an encoding; a character that the encoding lacks is an error that names it. */
import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { codec, unwritable } from './codec.js';

export async function writeText(
  path: string,
  pieces: AsyncIterable<string> | Iterable<string>,
  encoding: EncodingName = 'UTF-8',
  byteOrderMark = false,
): Promise<void> {
  const out = createWriteStream(path);
  let failure: Error | null = null;
  out.on('error', (error) => (failure = error));
  let buffer = byteOrderMark || encoding.startsWith('UTF-16') ? '\uFEFF' : '';
  let line = 1;
  const flush = async (): Promise<void> => {
    const bytes = codec.encode(buffer, encoding);
    if (!bytes) {
      const before = buffer.slice(0, buffer.indexOf(unwritable(buffer, encoding)));
      throw new DataError('encoding-cannot', {
        row: line + before.split('\n').length - 1,
        what: unwritable(buffer, encoding),
        encoding,
      });
    }
    line += buffer.split('\n').length - 1;
    buffer = '';
    if (failure) throw failure;
    if (!out.write(bytes)) await once(out, 'drain');
  };
  try {
    for await (const piece of pieces) {
      buffer += piece;
      if (buffer.length > 1 << 16) await flush();
    }
    await flush();
  } finally {
    out.end();
    if (!out.closed) await once(out, 'close').catch(() => undefined);
  }
  if (failure) throw failure;
}

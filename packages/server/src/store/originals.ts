/** What is received becomes an original, called by its content. */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { pictureType } from '@fair-copy/core/intake/pictures.js';
import { ApiError } from '../errors.js';
import type { Paths } from './paths.js';

export interface Upload {
  readonly sha256: string;
  readonly size: number;
  /** The kind of picture by its first bytes; null: none. */
  readonly picture: string | null;
}

let uploads = 0;

/** Nothing is kept of an upload that breaks off or is larger than `limit` bytes. */
export async function keepUpload(body: Readable, paths: Paths, limit: number): Promise<Upload> {
  await mkdir(paths.incoming, { recursive: true });
  const temporary = join(paths.incoming, `upload-${process.pid}-${++uploads}`);
  const hash = createHash('sha256');
  let size = 0;
  let head: Buffer = Buffer.alloc(0);
  try {
    await pipeline(
      body,
      async function* (source: AsyncIterable<Buffer>) {
        for await (const chunk of source) {
          size += chunk.length;
          if (size > limit)
            throw new ApiError('too-large', {
              limit: limit >= 1024 ** 3 ? `${limit / 1024 ** 3} GB` : `${limit / 1024 ** 2} MB`,
            });
          if (head.length < 32) head = Buffer.concat([head, chunk.subarray(0, 32)]);
          hash.update(chunk);
          yield chunk;
        }
      },
      createWriteStream(temporary),
    );
    const sha256 = hash.digest('hex');
    await mkdir(dirname(paths.original(sha256)), { recursive: true });
    await rename(temporary, paths.original(sha256));
    return { sha256, size, picture: pictureType(head) };
  } catch (error) {
    await rm(temporary, { force: true });
    const { code } = error as NodeJS.ErrnoException;
    throw code === 'ECONNRESET' || code === 'ERR_STREAM_PREMATURE_CLOSE' ? new ApiError('upload-broken') : error;
  }
}

import { readFile } from 'node:fs/promises';
import { EncodingSampler } from '@fair-copy/core/encoding/detect.js';
import { codec } from '@fair-copy/files/codec.js';

/** The text of a file in the encoding that its bytes show. */
export async function decoded(path: string): Promise<string> {
  const bytes = await readFile(path);
  const sampler = new EncodingSampler();
  sampler.write(bytes);
  const decoder = codec.decoder(bytes.length ? sampler.guess(codec).encoding : 'UTF-8');
  return decoder.write(bytes) + decoder.end();
}

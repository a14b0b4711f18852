/** Concepts written as a TBX file. */
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { numbered, tbxOf } from '@fair-copy/files/write-concepts.js';

/** All of it, or nothing. Entries without an id of the client's get numbers. */
export async function writeTermbase(output: string, bodies: readonly ConceptBody[]): Promise<void> {
  const part = `${output}.part`;
  try {
    await writeText(part, await tbxOf(numbered(bodies), basename(output)));
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

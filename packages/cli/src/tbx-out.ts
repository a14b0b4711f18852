/** Concepts written as a TBX file. */
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { TbxSurvey } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { Concept, ConceptBody, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { writeText } from '@fair-copy/files/text-write.js';

/** All of it, or nothing. Entries without an id of the client's get numbers. */
export async function writeTermbase(output: string, bodies: readonly ConceptBody[]): Promise<void> {
  const taken = new Set(bodies.flatMap(({ fields }) => fields[IDENTIFIER] ?? []));
  let next = 0;
  const free = (): number => {
    do next++;
    while (taken.has(String(next)));
    return next;
  };
  const concepts: Concept[] = bodies.map((body) => ({ id: free() as ConceptId, ...body }));
  const survey = new TbxSurvey();
  for (const concept of concepts) survey.see(concept);
  const targets = await survey.targets(() => concepts, null);
  const part = `${output}.part`;
  try {
    await writeText(
      part,
      tbxDocument(concepts, { title: basename(output), languages: null, beyondBasic: survey.beyondBasic, targets }),
    );
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Concepts as TBX. */
import { TbxSurvey } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { Concept, ConceptBody, ConceptId } from '@fair-copy/core/termbase/concept.js';

/** Concepts that nobody has numbered yet: those without an id of the client's get numbers that no other has. */
export function numbered(bodies: readonly ConceptBody[]): Concept[] {
  const taken = new Set(bodies.flatMap(({ fields }) => fields[IDENTIFIER] ?? []));
  let next = 0;
  const free = (): number => {
    do next++;
    while (taken.has(String(next)));
    return next;
  };
  return bodies.map((body) => ({ id: free() as ConceptId, ...body }));
}

/** All of them in all their languages, in pieces. @param pictures their paths, by the names that concepts use */
export async function tbxOf(
  concepts: readonly Concept[],
  title: string,
  pictures?: ReadonlyMap<string, string>,
): Promise<AsyncGenerator<string>> {
  const survey = new TbxSurvey();
  for (const concept of concepts) survey.see(concept);
  const targets = await survey.targets(() => concepts, null);
  return tbxDocument(concepts, {
    title,
    languages: null,
    beyondBasic: survey.beyondBasic,
    targets,
    ...(pictures && { pictures }),
  });
}

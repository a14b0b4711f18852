/** The concepts of a file, inspected. */
import { basename, resolve } from 'node:path';
import { TermsInMemories } from '@fair-copy/core/checks/across/memories.js';
import { besideTermbase } from '@fair-copy/core/checks/across/termbases.js';
import { WordsWithoutTerm } from '@fair-copy/core/checks/across/words-without-term.js';
import { inspect, type Finding, type TermbaseFacts } from '@fair-copy/core/checks/check.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { conceptsIn } from './concepts.js';
import type { Plan } from './inspected.js';
import { picturesBeside } from './pictures.js';

export interface Termbase extends Pick<TermbaseFacts, 'emptyParts'> {
  readonly concepts: readonly Concept[];
  readonly languages: readonly LanguageTag[];
}

type Pictures = Pick<TermbaseFacts, 'hasPicture' | 'pictureLike'>;

/** @returns the findings, and the concepts by their numbers */
export function inspectTermbase(
  { concepts, languages, ...more }: Termbase,
  pictures: Pictures,
  { wants }: Plan,
): { readonly findings: readonly Finding[]; readonly concepts: ReadonlyMap<number, Concept> } {
  const used = new UsedFields();
  for (const concept of concepts) used.see(concept);
  const byId = new Map<number, Concept>(concepts.map((concept) => [concept.id, concept]));
  const item = (id: number): Concept | undefined => byId.get(id);
  const facts = { of: CONCEPTS, languages, item, fields: used.definitions(), ...pictures, ...more };
  const checks = TERMBASE_CHECKS.filter(({ id }) => wants(id));
  return { findings: [...inspect(concepts, checks, facts)], concepts: byId };
}

/** The pictures in the folder of the file and in those within: by their paths from there, or by their names alone. */
export async function picturesFor(file: ClientFile): Promise<Pictures> {
  const paths = await picturesBeside(resolve(file.path));
  const finder = new PictureFinder(paths);
  const there = new Set(paths.flatMap((path) => [path, path.slice(path.lastIndexOf('/') + 1)]));
  const normal = (name: string): string => name.normalize('NFC').replace(/\\/g, '/').replace(/^\.\//, '');
  return { hasPicture: (name) => there.has(normal(name)), pictureLike: (name) => finder.find(name) };
}

/** What memories and other termbases say of it. */
export async function acrossResources(
  { concepts, languages }: Termbase,
  { memories, termbases, source, wants }: Plan,
): Promise<Finding[]> {
  const found: Finding[] = [];
  const from = source ?? languages[0];
  if (memories.length > 0) {
    const used = new TermsInMemories(concepts, dictionaryFor);
    const without = from === undefined ? null : new WordsWithoutTerm(from, used.terms);
    for (const path of memories) {
      const file = await UnitFile.open(path, basename(path));
      try {
        for await (const batch of file.units())
          for (const { unit } of batch) {
            used.see(unit);
            without?.see(unit);
          }
      } finally {
        file.close();
      }
    }
    found.push(...used.findings(), ...(without?.findings() ?? []));
  }
  if (from !== undefined)
    for (const path of termbases) found.push(...besideTermbase(concepts, await conceptsIn(path, true), from));
  return found.filter(({ check }) => wants(check));
}

/** The concepts of a file, inspected. */
import { resolve } from 'node:path';
import { inspect, type Finding, type TermbaseFacts } from '@fair-copy/core/checks/check.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
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

/** A rehearsal from the files that a command is given: the kit opened, the documents read, everything worked out. */
import { readdir, readFile, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { BANDS, USUAL_RATES, type Band, type RateCard } from '@fair-copy/core/rehearsal/figures.js';
import type { KitMemory } from '@fair-copy/core/rehearsal/kit-memory.js';
import { KitRehearsal } from '@fair-copy/core/rehearsal/kit-rehearsal.js';
import type { Misfit, Tried } from '@fair-copy/core/rehearsal/tried.js';
import { documentSegment, type DocumentSegment } from '@fair-copy/core/rehearsal/segment.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { projectDocument } from '@fair-copy/files/project-document.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { conceptsIn } from './concepts.js';
import { languageOption } from './language-option.js';
import { UsageError } from './usage.js';

export interface RehearseOptions {
  readonly source: string;
  readonly target: string;
  readonly memory?: readonly string[];
  readonly termbase?: readonly string[];
  readonly threshold: string;
  readonly rates?: string;
  readonly pack?: string;
  readonly output?: string;
  readonly json?: boolean;
}

/** A concept of the kit, with the id that its file gives it. */
export interface KitConcept {
  readonly id: string;
  readonly file: string;
  readonly body: ConceptBody;
}

/** With what only files have. */
export interface TriedFiles extends Tried {
  readonly memories: readonly KitMemory[];
  /** Of the memories. */
  readonly paths: readonly string[];
  readonly concepts: readonly KitConcept[];
}

/** Throws `UsageError`. */
export async function rehearsedFrom(paths: readonly string[], options: RehearseOptions): Promise<TriedFiles> {
  const source = languageOption(options.source, '--source');
  const target = languageOption(options.target, '--target');
  const threshold = Number(options.threshold);
  if (!(threshold >= 1 && threshold <= 100)) throw new UsageError('--threshold: give points from 1 to 100.');
  const card = options.rates === undefined ? USUAL_RATES : await rateCard(options.rates);
  const segments: DocumentSegment[] = [];
  for (const path of await documentsIn(paths)) {
    const { segments: texts } = await projectDocument(path, basename(path), source);
    for (const text of texts) segments.push(documentSegment(basename(path), text, source));
  }
  const { concepts, misfits } = await conceptsOf(options.termbase ?? [], source, target);
  const bodies = concepts.map(({ body }) => body);
  const kit = new KitRehearsal({ segments, source, target, threshold, concepts: bodies, dictionaryFor });
  for (const path of options.memory ?? []) {
    const memory = await passed(path, kit);
    if (memory.fitting === null) misfits.push({ kind: 'memory', file: memory.name, has: [...memory.spoken.keys()] });
  }
  for (const [segment, { document: file, language }] of segments.entries())
    if (language !== null) misfits.push({ kind: 'segment', file, segment, language });
  return {
    source,
    target,
    card,
    memories: kit.memories,
    paths: options.memory ?? [],
    concepts,
    conceptId: (concept) => concepts[concept]!.id,
    usable: (concept) => kit.terms.usable(concept),
    segments,
    rehearsed: kit.rehearsed(),
    found: kit.termsFound(),
    missing: kit.missing(),
    misfits,
  };
}

/** The files themselves, and all files of folders, in the order of their names. */
async function documentsIn(paths: readonly string[]): Promise<string[]> {
  const found: string[] = [];
  for (const path of paths)
    if ((await stat(path)).isDirectory()) {
      const names = (await readdir(path)).filter((name) => !name.startsWith('.')).sort();
      found.push(...(await documentsIn(names.map((name) => join(path, name)))));
    } else found.push(path);
  if (found.length === 0) throw new UsageError('There is no document in what was given.');
  return found;
}

async function conceptsOf(
  paths: readonly string[],
  source: LanguageTag,
  target: LanguageTag,
): Promise<{ readonly concepts: KitConcept[]; readonly misfits: Misfit[] }> {
  const concepts: KitConcept[] = [];
  const misfits: Misfit[] = [];
  for (const path of paths) {
    const all = await conceptsIn(path, true);
    const file = basename(path);
    for (const [i, body] of all.entries())
      concepts.push({ id: body.fields[IDENTIFIER]?.[0] ?? String(i + 1), file, body });
    const spoken = [...new Set(all.flatMap(({ languages }) => languages.map(({ language }) => language)))];
    const has = (tag: LanguageTag): boolean => spoken.some((one) => primaryLanguage(one) === primaryLanguage(tag));
    if (!has(source) || !has(target)) misfits.push({ kind: 'termbase', file, has: spoken });
  }
  return { concepts, misfits };
}

/** All units of a memory pass by. */
async function passed(path: string, kit: KitRehearsal): Promise<KitMemory> {
  const memory = kit.memory(basename(path));
  const file = await UnitFile.open(path, basename(path));
  try {
    for await (const batch of file.units()) for (const { unit, number } of batch) kit.see(memory, unit, number);
  } finally {
    file.close();
  }
  return memory;
}

/** A card as a file: currency, perWord, shares by band. Throws `UsageError` naming what is wrong with it. */
async function rateCard(path: string): Promise<RateCard> {
  const name = basename(path);
  let said: Record<string, unknown>;
  try {
    said = JSON.parse(await readFile(path, 'utf8')) as Record<string, unknown>;
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`--rates: ${name} is not JSON: ${error.message}`);
    throw error;
  }
  const shares = { ...USUAL_RATES.shares };
  const given = (said.shares ?? said.rates ?? {}) as Record<string, unknown>;
  for (const [band, share] of Object.entries(given)) {
    if (!(BANDS as readonly string[]).includes(band))
      throw new UsageError(`--rates: “${band}” is no band. There are: ${BANDS.join(', ')}.`);
    if (typeof share !== 'number' || !(share > 0 && share <= 1))
      throw new UsageError(`--rates: the share of ${band} is more than 0 and at most 1; no band is for nothing.`);
    shares[band as Band] = share;
  }
  const { currency = USUAL_RATES.currency, perWord = null } = said;
  if (typeof currency !== 'string' || !/^[A-Z]{3}$/.test(currency))
    throw new UsageError('--rates: “currency” is a code of three letters (ISO 4217), such as EUR.');
  if (perWord !== null && (typeof perWord !== 'number' || !(perWord > 0)))
    throw new UsageError('--rates: “perWord” is a price of more than 0.');
  return { currency, perWord, shares };
}

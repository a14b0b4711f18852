/** A rehearsal from the files that a command is given: the kit opened, the documents read, everything worked out. */
import { readdir, readFile, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { languageName, meets, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { isBridged } from '@fair-copy/core/memory/bridge/plan.js';
import { BANDS, USUAL_RATES, type Band, type RateCard } from '@fair-copy/core/rehearsal/figures.js';
import { KitMemory } from '@fair-copy/core/rehearsal/kit-memory.js';
import { KitTerms } from '@fair-copy/core/rehearsal/kit-terms.js';
import { Rehearsal, type Rehearsed } from '@fair-copy/core/rehearsal/rehearse.js';
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

/** What does not fit, why, and what would. */
export interface Misfit {
  readonly kind: 'memory' | 'termbase' | 'segment';
  readonly file: string;
  readonly segment?: number;
  readonly language?: string;
  readonly reason: string;
}

export interface Kit {
  readonly memories: readonly KitMemory[];
  readonly paths: readonly string[];
  readonly concepts: readonly KitConcept[];
  readonly terms: KitTerms;
  readonly misfits: readonly Misfit[];
  /** Memories that serve by a general language or a region only. */
  readonly general: readonly string[];
}

export interface Tried {
  readonly source: LanguageTag;
  readonly target: LanguageTag;
  readonly threshold: number;
  readonly card: RateCard;
  readonly kit: Kit;
  readonly segments: readonly DocumentSegment[];
  readonly rehearsed: readonly Rehearsed[];
  readonly misfits: readonly Misfit[];
}

/** Throws `UsageError`. */
export async function rehearsedFrom(paths: readonly string[], options: RehearseOptions): Promise<Tried> {
  const source = languageOption(options.source, '--source');
  const target = languageOption(options.target, '--target');
  const threshold = Number(options.threshold);
  if (!(threshold >= 1 && threshold <= 100)) throw new UsageError('--threshold: give points from 1 to 100.');
  const card = options.rates === undefined ? USUAL_RATES : await rateCard(options.rates);
  const kit = await kitOf(options, source, target);
  const segments: DocumentSegment[] = [];
  for (const path of await documentsIn(paths)) {
    const { segments: texts } = await projectDocument(path, basename(path), source);
    for (const text of texts) segments.push(documentSegment(basename(path), text, source));
  }
  const rehearsed = [...new Rehearsal(kit.memories, threshold).of(segments)];
  const inside = segments.flatMap(({ document, language }, segment): Misfit[] =>
    language === null
      ? []
      : [{ kind: 'segment', file: document, segment, language, reason: `It is in ${languageName(language)}.` }],
  );
  return { source, target, threshold, card, kit, segments, rehearsed, misfits: [...kit.misfits, ...inside] };
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

async function kitOf(options: RehearseOptions, source: LanguageTag, target: LanguageTag): Promise<Kit> {
  const misfits: Misfit[] = [];
  const memories: KitMemory[] = [];
  for (const path of options.memory ?? []) {
    const memory = await memoryAt(path, source, target);
    memories.push(memory);
    if (memory.fitting === null)
      misfits.push({ kind: 'memory', file: memory.name, reason: missing(source, target, [...memory.spoken.keys()]) });
  }
  const concepts: KitConcept[] = [];
  for (const path of options.termbase ?? []) {
    const all = await conceptsIn(path, true);
    const file = basename(path);
    for (const [i, body] of all.entries())
      concepts.push({ id: body.fields[IDENTIFIER]?.[0] ?? String(i + 1), file, body });
    const spoken = [...new Set(all.flatMap(({ languages }) => languages.map(({ language }) => language)))];
    const has = (tag: LanguageTag): boolean => spoken.some((one) => primaryLanguage(one) === primaryLanguage(tag));
    if (!has(source) || !has(target)) misfits.push({ kind: 'termbase', file, reason: missing(source, target, spoken) });
  }
  const terms = new KitTerms(
    concepts.map(({ body }) => body),
    source,
    target,
    dictionaryFor,
  );
  const general = memories.filter(({ fitting }) => fitting === 'general').map(({ name }) => name);
  return { memories, paths: options.memory ?? [], concepts, terms, misfits, general };
}

async function memoryAt(path: string, source: LanguageTag, target: LanguageTag): Promise<KitMemory> {
  const memory = new KitMemory(basename(path), source, target);
  const file = await UnitFile.open(path, basename(path));
  try {
    for await (const batch of file.units())
      for (const { unit, number } of batch) memory.add(unit, number, isBridged(unit));
  } finally {
    file.close();
  }
  return memory;
}

/** Why a resource does not serve, and what it would serve. */
function missing(source: LanguageTag, target: LanguageTag, spoken: readonly LanguageTag[]): string {
  const lacks = [source, target]
    .filter((tag) => !spoken.some((one) => meets(one, tag)))
    .map((tag) => languageName(tag));
  const has = spoken.map((tag) => languageName(tag)).join(', ') || 'nothing';
  return lacks.length > 0
    ? `It has nothing in ${lacks.join(' and ')}; it has ${has}.`
    : `No unit has both ${languageName(source)} and ${languageName(target)}.`;
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

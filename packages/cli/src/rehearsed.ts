/** A rehearsal from the files that a command is given: the kit opened, the documents read, everything worked out. */
import { statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { AS_SHOWN } from '@fair-copy/core/document/docx.js';
import { UsualWords } from '@fair-copy/core/language/usual-words.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { BANDS, USUAL_RATES, type Band, type RateCard } from '@fair-copy/core/rehearsal/figures.js';
import type { KitMemory } from '@fair-copy/core/rehearsal/kit-memory.js';
import { KitRehearsal } from '@fair-copy/core/rehearsal/kit-rehearsal.js';
import type { Meet } from '@fair-copy/core/rehearsal/meeting.js';
import { misfitsOf, type SpokenByTerms } from '@fair-copy/core/rehearsal/misfits.js';
import { rehearsalTables, rehearsalTitle } from '@fair-copy/core/rehearsal/report.js';
import type { Tried } from '@fair-copy/core/rehearsal/tried.js';
import { documentSegment, type DocumentSegment } from '@fair-copy/core/rehearsal/segment.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import type { RehearsalReport } from '@fair-copy/files/rehearsal-report.js';
import { SoughtThread } from '@fair-copy/files/sought-thread.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { rehearsal as words } from '@fair-copy/words/en/rehearsal.js';
import { conceptsIn } from './concepts.js';
import { documentsOf } from './documents.js';
import { languageOption } from './language-option.js';
import { UsageError } from './usage.js';

export interface RehearseOptions {
  readonly source: string;
  readonly target: string;
  readonly memory?: readonly string[];
  readonly termbase?: readonly string[];
  readonly threshold: string;
  readonly rates?: string;
  readonly headers?: boolean;
  readonly hidden?: boolean;
  readonly keepHyphens?: boolean;
  readonly pack?: string;
  readonly output?: string;
  readonly json?: boolean;
}

/** Bytes of memories from which a thread beside is worth starting. */
const LONG = 4_000_000;

/** A concept of the kit, with the id that its file gives it. */
export interface KitConcept {
  readonly id: string;
  /** Of its file. */
  readonly path: string;
  readonly body: ConceptBody;
}

/** With what only files have. */
export interface TriedFiles extends Tried {
  readonly memories: readonly KitMemory[];
  /** Of the memories. */
  readonly paths: readonly string[];
  readonly headers: readonly (TmxHeader | null)[];
  readonly concepts: readonly KitConcept[];
}

/** Throws `UsageError`. */
export async function rehearsedFrom(paths: readonly string[], options: RehearseOptions): Promise<TriedFiles> {
  const source = languageOption(options.source, '--source');
  const target = languageOption(options.target, '--target');
  const threshold = Number(options.threshold);
  if (!(threshold >= 1 && threshold <= 100)) throw new UsageError('--threshold: give points from 1 to 100.');
  const card = options.rates === undefined ? USUAL_RATES : await rateCard(options.rates);
  const reading = {
    ...AS_SHOWN,
    headers: options.headers ?? false,
    hidden: options.hidden ?? false,
    parted: options.keepHyphens ?? false,
  };
  const segments: DocumentSegment[] = [];
  const usual = new UsualWords();
  for await (const { name, segments: texts } of documentsOf(paths, source, reading))
    for (const text of texts) segments.push(documentSegment(name, text, source, usual));
  if (segments.length === 0) throw new UsageError('There is no document in what was given.');
  const { concepts, spoken } = await conceptsOf(options.termbase ?? []);
  const bodies = concepts.map(({ body }) => body);
  const kit = new KitRehearsal({ segments, source, target, threshold, concepts: bodies, dictionaryFor });
  const headers: (TmxHeader | null)[] = [];
  const thread = isLong(options.memory ?? []) ? new SoughtThread(kit.texts, threshold) : null;
  try {
    for (const path of options.memory ?? []) headers.push(await passed(path, kit, thread?.meet));
  } finally {
    thread?.close();
  }
  return {
    source,
    target,
    card,
    memories: kit.memories,
    paths: options.memory ?? [],
    headers,
    concepts,
    conceptId: (concept) => concepts[concept]!.id,
    usable: (concept) => kit.terms.usable(concept),
    segments,
    rehearsed: kit.rehearsed(),
    found: kit.termsFound(),
    missing: kit.missing(),
    misfits: misfitsOf({ source, target }, kit.memories, spoken, segments),
  };
}

export function reportOf(tried: Tried): RehearsalReport {
  return { title: rehearsalTitle(tried, words), language: words.language, tables: rehearsalTables(tried, words) };
}

async function conceptsOf(
  paths: readonly string[],
): Promise<{ readonly concepts: KitConcept[]; readonly spoken: SpokenByTerms[] }> {
  const concepts: KitConcept[] = [];
  const spoken: SpokenByTerms[] = [];
  for (const path of paths) {
    const all = await conceptsIn(path, true);
    for (const [i, body] of all.entries())
      concepts.push({ id: body.fields[IDENTIFIER]?.[0] ?? String(i + 1), path, body });
    const languages = [...new Set(all.flatMap((body) => body.languages.map(({ language }) => language)))];
    spoken.push({ name: basename(path), languages });
  }
  return { concepts, spoken };
}

/** Whether a thread beside is worth starting: from some ten thousand units on. What is not there is said when it is read. */
function isLong(memories: readonly string[]): boolean {
  const sizes = memories.map((path) => statSync(path, { throwIfNoEntry: false })?.size ?? 0);
  return sizes.reduce((sum, size) => sum + size, 0) > LONG;
}

/** All units of a memory pass by. @returns what its file says of itself */
async function passed(path: string, kit: KitRehearsal, meet?: Meet): Promise<TmxHeader | null> {
  const memory = kit.memory(basename(path));
  const file = await UnitFile.open(path, basename(path));
  try {
    await kit.pass(memory, file.units(), meet);
    return file.seen.header;
  } finally {
    file.close();
  }
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

/** Findings as the command line gives them out, and what an inspection may be told. */
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import type { Finding } from '@fair-copy/core/checks/check.js';
import { FURTHER_MEMORY_CHECKS, MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { FURTHER_TERMBASE_CHECKS, TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import type { ChosenChecks } from '@fair-copy/core/checks/units/choice.js';
import type { OwnPattern } from '@fair-copy/core/checks/units/own-pattern.js';
import { KnownTerms } from '@fair-copy/core/termbase/known-terms.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { wordListFor } from '@fair-copy/files/word-lists.js';
import type { Inspected } from '@fair-copy/words/catalogue.js';
import { conceptsIn } from './concepts.js';
import { languageOption } from './language-option.js';
import type { SourceOptions } from './source-options.js';
import type { TableOptions } from './table.js';
import { UsageError } from './usage.js';

export interface InspectOptions extends SourceOptions, TableOptions {
  readonly termbase?: readonly string[];
  readonly memory?: readonly string[];
  readonly beside?: readonly string[];
  readonly source?: string;
  readonly target?: string;
  readonly checks?: string;
  readonly without?: string;
  readonly profile?: string;
  readonly failOn?: 'error' | 'warning';
}

/** A part of a text that a finding rests on. */
export interface Evidence {
  readonly language: string | null;
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

export interface Where {
  readonly file: string;
  readonly sheet?: string;
  /** The line or row of a table. */
  readonly row?: number;
  /** From 1 in the file. */
  readonly unit?: number;
  /** The id in the file. */
  readonly concept?: string;
}

export interface Located {
  readonly finding: Finding;
  readonly as: Inspected;
  readonly where: Where;
  readonly evidence: readonly Evidence[];
}

export interface Plan {
  /** Files of memories and of termbases that a glossary is compared with. */
  readonly memories: readonly string[];
  readonly termbases: readonly string[];
  readonly checks: ChosenChecks;
  readonly source: LanguageTag | null;
  readonly target: LanguageTag | null;
  /** Languages of the texts that no word list ships for; known when all is inspected. */
  readonly unlisted: ReadonlySet<string>;
  /** Whether a check is asked for. */
  wants(id: string): boolean;
}

export const ALL_CHECKS: ReadonlySet<string> = new Set<string>(
  [...MEMORY_CHECKS, ...TERMBASE_CHECKS].map(({ id }) => id).concat(FURTHER_MEMORY_CHECKS, FURTHER_TERMBASE_CHECKS),
);

function named(option: string, said: string | undefined): string[] | undefined {
  const ids = said?.split(',').map((id) => id.trim());
  for (const id of ids ?? [])
    if (!ALL_CHECKS.has(id))
      throw new UsageError(`${option}: “${id}” is no check. There are: ${[...ALL_CHECKS].join(', ')}.`);
  return ids;
}

/** Throws `UsageError`. */
export async function planOf(options: InspectOptions): Promise<Plan> {
  const profile = options.profile === undefined ? {} : await profileIn(options.profile);
  const only = named('--checks', options.checks) ?? profile.checks;
  const without = named('--without', options.without) ?? profile.without;
  if (options.failOn !== undefined && !['error', 'warning'].includes(options.failOn))
    throw new UsageError(`--fail-on: “${String(options.failOn)}” is neither error nor warning.`);
  const concepts = [];
  for (const path of options.termbase ?? []) concepts.push(...(await conceptsIn(path, true)));
  const unlisted = new Set<string>();
  const listFor = (tag: LanguageTag) => {
    const words = wordListFor(tag);
    if (!words) unlisted.add(primaryLanguage(tag));
    return words;
  };
  return {
    memories: options.memory ?? [],
    termbases: options.beside ?? [],
    checks: {
      only,
      without,
      patterns: profile.patterns,
      ...(concepts.length > 0 && { terms: new KnownTerms(concepts, dictionaryFor) }),
      spelling: { listFor, concepts },
    },
    unlisted,
    source: options.source === undefined ? null : languageOption(options.source, '--source'),
    target: options.target === undefined ? null : languageOption(options.target, '--target'),
    wants: (id) => (only === undefined || only.includes(id)) && !without?.includes(id),
  };
}

interface Profile {
  readonly checks?: string[] | undefined;
  readonly without?: string[] | undefined;
  readonly patterns?: OwnPattern[] | undefined;
}

/** What a client's inspections are like, kept in a file. */
async function profileIn(path: string): Promise<Profile> {
  const name = basename(path);
  let said: unknown;
  try {
    said = JSON.parse(await readFile(path, 'utf8'));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`--profile: ${name} is not JSON: ${error.message}`);
    throw error;
  }
  if (typeof said !== 'object' || said === null || Array.isArray(said))
    throw new UsageError(`--profile: ${name} should be an object with checks, without, patterns.`);
  const { checks, without, patterns } = said as Record<string, unknown>;
  const ids = (value: unknown, what: string): string[] | undefined => {
    if (value === undefined) return undefined;
    if (!Array.isArray(value) || !value.every((one) => typeof one === 'string'))
      throw new UsageError(`--profile: "${what}" is a list of checks.`);
    return named(`--profile: "${what}"`, value.join());
  };
  return { checks: ids(checks, 'checks'), without: ids(without, 'without'), patterns: patternsOf(patterns) };
}

function patternsOf(said: unknown): OwnPattern[] | undefined {
  if (said === undefined) return undefined;
  if (!Array.isArray(said)) throw new UsageError('--profile: "patterns" is a list.');
  return said.map((one: unknown, i) => {
    const { name, pattern, must, whereSource, language: tag } = (one ?? {}) as Record<string, unknown>;
    if (typeof pattern !== 'string' || (must !== 'stand' && must !== 'not stand'))
      throw new UsageError(`--profile: rule ${i + 1} needs a "pattern", and "must": "stand" or "not stand".`);
    return {
      name: typeof name === 'string' ? name : pattern,
      pattern,
      must,
      ...(typeof whereSource === 'string' && { whereSource }),
      ...(typeof tag === 'string' && { language: tag }),
    };
  });
}

/** Which checks a memory is looked at with: all that can be, those that are asked for, and what they need. */
import type { LanguageTag } from '../../language/tags.js';
import type { KnownTerms } from '../../termbase/known-terms.js';
import { MEMORY_CHECKS } from '../memory-checks.js';
import { spellingCheck, type Spelling } from '../spelling/spelling.js';
import { ownPatternCheck, type OwnPattern } from './own-pattern.js';
import type { UnitCheck } from './pair.js';
import { termChecks } from './terms.js';

export interface ChosenChecks {
  /** Ids; absent: all. */
  readonly only?: readonly string[] | undefined;
  /** Ids of those that are left out. */
  readonly without?: readonly string[] | undefined;
  readonly patterns?: readonly OwnPattern[] | undefined;
  /** Absent: terms are not looked at. */
  readonly terms?: KnownTerms | undefined;
  /** Absent: spelling is not looked at. */
  readonly spelling?: Spelling | undefined;
}

/** Throws `PatternError` where a rule cannot be read. */
export function unitChecks({
  only,
  without = [],
  patterns = [],
  terms,
  spelling,
}: ChosenChecks = {}): readonly UnitCheck[] {
  const all = [
    ...MEMORY_CHECKS,
    ...(terms ? termChecks(terms) : []),
    ...(spelling ? [spellingCheck(spelling)] : []),
    ...(patterns.length ? [ownPatternCheck(patterns)] : []),
  ];
  return all.filter(({ id }) => (only === undefined || only.includes(id)) && !without.includes(id));
}

/** A language that so many of the units have is missed in the others. */
const NEARLY_ALL = 0.9;

/**
 * Languages that every unit should have: those of nearly all units, and both of a memory of two.
 * @param counts units that have the language
 */
export function expectedLanguages(counts: ReadonlyMap<LanguageTag, number>, units: number): LanguageTag[] {
  return [...counts].flatMap(([tag, count]) => (counts.size === 2 || count >= units * NEARLY_ALL ? [tag] : []));
}

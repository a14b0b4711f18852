/** The checks of termbases that apply to units as well: what concerns the form of a term does not. */
import type { Check } from './check.js';
import { TERMBASE_CHECKS } from './termbase-checks.js';

const APPLY = new Set([
  'missing-target',
  'different-targets',
  'several-concepts',
  'spaces',
  'brackets',
  'other-language',
  'empty-language',
]);

export const MEMORY_CHECKS: readonly Check[] = TERMBASE_CHECKS.filter(({ id }) => APPLY.has(id));

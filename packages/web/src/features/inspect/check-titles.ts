/** The names of the checks, from the checks themselves. */
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';

export const CHECK_TITLES: Readonly<Record<string, string>> = Object.fromEntries(
  [...MEMORY_CHECKS, ...TERMBASE_CHECKS].map((check) => [check.id, check.title]),
);

/** The names of the checks, from the checks themselves. */
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';

export const TERMBASE_CHECK_TITLES: Readonly<Record<string, string>> = Object.fromEntries(
  TERMBASE_CHECKS.map((check) => [check.id, check.title]),
);

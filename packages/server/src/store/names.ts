/** Names that a person gives to clients, termbases and memories. */
import { shownName } from '@fair-copy/files/file-names.js';
import type { Named } from '@fair-copy/words/errors.js';
import { ApiError } from '../errors.js';

/** A name without spaces around it; throws if nothing is left or it is taken among the given ones. */
export function freeName(name: string, taken: readonly string[], what: Named): string {
  const clean = shownName(name.replace(/\s+/gu, ' ').trim());
  if (!clean) throw new ApiError('name-empty');
  if (taken.some((other) => other.toLowerCase() === clean.toLowerCase())) throw new ApiError('name-taken', { what });
  return clean;
}

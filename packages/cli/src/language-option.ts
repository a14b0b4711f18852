import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UsageError } from './usage.js';

/** Throws `UsageError` for what is no tag. */
export function languageOption(said: string, option: string): LanguageTag {
  const tag = canonicalTag(said);
  if (!tag) throw new UsageError(`${option}: “${said}” is not a language tag.`);
  return tag;
}

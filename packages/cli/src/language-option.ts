import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UsageError } from './usage.js';

/** Throws `UsageError` for what is no tag. @param said of an option, or of a file that stands for options */
export function languageOption(said: unknown, option: string): LanguageTag {
  if (said === undefined || said === '') throw new UsageError(`${option}: say the language.`);
  const tag = typeof said === 'string' ? canonicalTag(said) : null;
  if (!tag) throw new UsageError(`${option}: “${String(said)}” is not a language tag.`);
  return tag;
}

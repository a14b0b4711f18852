/** By which language's text the units of several memories are the same, where nobody says. */
import { canonicalTag, primaryLanguage, type LanguageTag } from '../../language/tags.js';

export interface SpokenMemory {
  /** Its languages, the most used first. */
  readonly languages: readonly string[];
  /** What its header names as source, as it is spelled there; undefined: nothing. */
  readonly source: string | undefined;
}

/** The general language that all of them have: before others the source of the one that stands highest. `all`: none is shared. */
export function sharedLanguage(memories: readonly SpokenMemory[]): readonly LanguageTag[] | 'all' {
  const tags = memories.map(({ languages }) => new Set(languages.map(primaryLanguage)));
  const common = [...(tags[0] ?? [])].filter((tag) => tags.every((others) => others.has(tag)));
  for (const { source } of memories) {
    const tag = primaryLanguage(canonicalTag(source ?? '') ?? '');
    if (common.includes(tag)) return [tag as LanguageTag];
  }
  return common[0] === undefined ? 'all' : [common[0] as LanguageTag];
}

/** What of a kit and its documents does not fit the pair of languages, and what it has instead. */
import { meets, primaryLanguage, type LanguageTag } from '../language/tags.js';
import type { KitMemory } from './kit-memory.js';
import type { DocumentSegment } from './segment.js';

export interface Misfit {
  readonly kind: 'memory' | 'termbase' | 'segment';
  /** Of a resource its name, of a segment that of its document. */
  readonly file: string;
  /** Over all documents, from 0. */
  readonly segment?: number;
  /** Of a segment: what it is in. */
  readonly language?: string;
  /** Of a resource: what it has. */
  readonly has?: readonly LanguageTag[];
}

export interface SpokenByTerms {
  readonly name: string;
  readonly languages: readonly LanguageTag[];
}

/** Resources first, then segments in their order. Terms of one region serve another. */
export function misfitsOf(
  { source, target }: { readonly source: LanguageTag; readonly target: LanguageTag },
  memories: readonly KitMemory[],
  termbases: readonly SpokenByTerms[],
  segments: readonly DocumentSegment[],
): Misfit[] {
  const lacks = (languages: readonly LanguageTag[], tag: LanguageTag): boolean =>
    !languages.some((one) => primaryLanguage(one) === primaryLanguage(tag));
  return [
    ...memories
      .filter(({ fitting }) => fitting === null)
      .map(({ name, spoken }): Misfit => ({ kind: 'memory', file: name, has: [...spoken.keys()] })),
    ...termbases
      .filter(({ languages }) => lacks(languages, source) || lacks(languages, target))
      .map(({ name, languages }): Misfit => ({ kind: 'termbase', file: name, has: languages })),
    ...segments.flatMap(({ document: file, language }, segment): Misfit[] =>
      language === null ? [] : [{ kind: 'segment', file, segment, language }],
    ),
  ];
}

/** Which of the pair a resource lacks; none: it has both, but no unit has them together. */
export function lackingIn(
  { has = [] }: Misfit,
  { source, target }: { readonly source: LanguageTag; readonly target: LanguageTag },
): LanguageTag[] {
  return [source, target].filter((tag) => !has.some((one) => meets(one, tag)));
}

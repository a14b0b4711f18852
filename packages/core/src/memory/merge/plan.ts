/** How memories are merged: data, kept with the result, and run again on newer inputs. */
import type { LanguageTag } from '../../language/tags.js';

/** What may differ in two texts that count as the same. */
export const IGNORABLE = ['spaces', 'case', 'punctuation', 'codes', 'digits'] as const;
export type Ignorable = (typeof IGNORABLE)[number];

/** What stays where the same text has different translations. `ask`: nothing, until somebody decides. */
export const KEEPING = ['newest', 'rank', 'used', 'all', 'ask'] as const;
export type Keeping = (typeof KEEPING)[number];

/** What comes in at all; left out: everything does. */
export interface MergeFilter {
  /** One of these stands as the value of a property of this type. */
  readonly props?: Readonly<Record<string, readonly string[]>>;
  readonly author?: string;
  /** Changed on this day or later, or earlier: "20240301". What has no date does not pass. */
  readonly from?: string;
  readonly to?: string;
  /** In characters, of the longest text. */
  readonly longest?: number;
}

export interface MergePlan {
  /** By the texts of which languages units are the same ("en" is en-GB as well); `all`: by all their texts. */
  readonly by: readonly LanguageTag[] | 'all';
  readonly ignore: readonly Ignorable[];
  /** Whether en-GB and en-US count as one language. */
  readonly regions: 'keep' | 'fold';
  readonly keep: Keeping;
  readonly filter?: MergeFilter;
  /** What was decided about single conflicts, by their id: the text that stays (its key), or all of them. */
  readonly decisions?: Readonly<Record<string, Decision>>;
}

export type Decision = { readonly text: string } | 'all';

/** What becomes of a unit that came in. */
export const FATES = ['written', 'same', 'gaveWay', 'waiting', 'left'] as const;
export type Fate = (typeof FATES)[number];

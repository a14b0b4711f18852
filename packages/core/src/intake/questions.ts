/** The questions that held-back rows raise; their words are in `packages/words`. */
import type { LanguageTag } from '../language/tags.js';
import type { RowDoubt } from '../sheet/model.js';

export type Question =
  | { readonly kind: 'missing'; readonly languages: readonly LanguageTag[]; readonly given: string }
  | { readonly kind: 'extra cells'; readonly cells: number; readonly columns: number; readonly text: string }
  | { readonly kind: 'unreadable'; readonly text: string }
  /** How it was cut out of a text is doubtful. */
  | { readonly kind: 'row doubt'; readonly doubt: RowDoubt }
  /** Another row of the same concept is held back. */
  | { readonly kind: 'part'; readonly row: number }
  | { readonly kind: 'swapped'; readonly languages: readonly LanguageTag[] }
  | {
      readonly kind: 'contradicts';
      readonly concept: number;
      readonly language: LanguageTag | null;
      /** "term", or the field that differs. */
      readonly what: string;
      readonly there: string;
      readonly brings: string;
    };

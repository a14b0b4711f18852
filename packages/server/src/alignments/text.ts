/** One side of an alignment: its segments, and what kind of place each stands in. */
import type { Places } from '@fair-copy/core/alignment/layout.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';

export interface Text {
  readonly language: LanguageTag;
  readonly segments: readonly string[];
  readonly places: Places;
}

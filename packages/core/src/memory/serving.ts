/** Which texts of a unit serve a language: a region is served by its general language, and the other way round. */
import { fits, meets, type LanguageTag } from '../language/tags.js';
import type { Variant } from './unit.js';

/** How a language serves one that is asked for: as it is, or by its general language or a region of it. */
export type Fit = 'same' | 'general';

export interface Serving {
  /** None where nothing serves; two regions of one language do not serve each other. */
  readonly variants: readonly Variant[];
  readonly fit: Fit;
}

/** In the language itself; where there are none, in what is about the same language. */
export function servingVariants(variants: readonly Variant[], language: LanguageTag): Serving {
  const same = variants.filter((variant) => fits(language, variant.language));
  if (same.length > 0) return { variants: same, fit: 'same' };
  return { variants: variants.filter((variant) => meets(language, variant.language)), fit: 'general' };
}

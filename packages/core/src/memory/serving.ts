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

/**
 * In the language itself; where there are none, in what is about the same language. Made once for very many units: how each
 * language fits is looked at once.
 */
export function servingFor(language: LanguageTag): (variants: readonly Variant[]) => Serving {
  const fitting = new Map<LanguageTag, Fit | null>();
  const fitOf = (one: LanguageTag): Fit | null => {
    let fit = fitting.get(one);
    if (fit === undefined) {
      fit = fits(language, one) ? 'same' : meets(language, one) ? 'general' : null;
      fitting.set(one, fit);
    }
    return fit;
  };
  return (variants) => {
    const same = variants.filter((variant) => fitOf(variant.language) === 'same');
    if (same.length > 0) return { variants: same, fit: 'same' };
    return { variants: variants.filter((variant) => fitOf(variant.language) !== null), fit: 'general' };
  };
}

/** One change for many units: what becomes of a single one. Pure. */
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { withProp, type Unit, type Variant } from '@fair-copy/core/memory/unit.js';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import type { UnitChange } from '@fair-copy/api/memories.js';

/** The very same unit where nothing changes, null where it goes. */
export function changedUnit(unit: Unit, change: UnitChange): Unit | null {
  switch (change.kind) {
    case 'delete':
      return null;
    case 'attribute': {
      const there = (unit.props ?? []).filter((prop) => prop.type === change.type).map((prop) => prop.text);
      const wanted = change.value === '' ? [] : [change.value];
      return there.join('\0') === wanted.join('\0') ? unit : withProp(unit, change.type, wanted);
    }
    case 'language': {
      const to = canonicalTag(change.to);
      if (!to) throw new ApiError('language-unknown', { what: change.to });
      if (!unit.variants.some((variant) => variant.language === change.from)) return unit;
      return {
        ...unit,
        variants: unit.variants.map((variant) =>
          variant.language === change.from ? { ...variant, language: to } : variant,
        ),
      };
    }
    case 'replace': {
      const pattern = replacePattern(change);
      let changed = false;
      const variants = unit.variants.map((variant): Variant => {
        if (
          change.language &&
          variant.language !== change.language &&
          !variant.language.startsWith(`${change.language}-`)
        )
          return variant;
        const text = replaced(variant.text, pattern, change);
        if (text === variant.text || text.trim() === '') return variant;
        changed = true;
        return { ...variant, text };
      });
      return changed ? { ...unit, variants } : unit;
    }
    default:
      return unit;
  }
}

type Replacement = Extract<UnitChange, { kind: 'replace' }>;

/** One change goes through a million units. */
const patterns = new WeakMap<Replacement, RegExp>();

function replacePattern(change: Replacement): RegExp {
  const known = patterns.get(change) ?? compiled(change);
  patterns.set(change, known);
  return known;
}

function compiled({ find, case: exact, words, pattern }: Replacement): RegExp {
  const source = pattern ? find : find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const bounded = words ? `(?<![\\p{L}\\p{N}])(?:${source})(?![\\p{L}\\p{N}])` : source;
  try {
    return new RegExp(bounded, exact ? 'gu' : 'giu');
  } catch (error) {
    throw new ApiError('pattern-wrong', { what: (error as Error).message });
  }
}

/** Codes are never taken away: a hit that holds one is left alone. */
function replaced(text: string, pattern: RegExp, { by, pattern: isPattern, case: exact }: Replacement): string {
  return text.replace(pattern, (...found) => {
    const hit = found[0] as string;
    if (hit.includes(CODE)) return hit;
    const replacement = by.replaceAll(CODE, '');
    if (!isPattern) return exact ? replacement : likeIn(hit, replacement);
    return replacement.replace(/\$(\d)/g, (_, group: string) =>
      typeof found[Number(group)] === 'string' ? (found[Number(group)] as string) : '',
    );
  });
}

/** Where capitals do not count, a word at the beginning of a sentence keeps its capital. */
function likeIn(hit: string, replacement: string): string {
  const first = hit.charAt(0);
  const isCapital = first !== first.toLowerCase() && hit.slice(1) === hit.slice(1).toLowerCase();
  return isCapital ? replacement.charAt(0).toUpperCase() + replacement.slice(1) : replacement;
}

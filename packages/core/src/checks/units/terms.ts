/** Terms of a termbase that stand in the source: are they in the target, and in a form that may be used? */
import type { KnownTerm, KnownTerms } from '../../termbase/known-terms.js';
import type { Hit } from '../../termbase/recognition/hits.js';
import { withoutCodes } from '../../text/inline-codes.js';
import type { Finding } from '../check.js';
import { onTarget, perPair, type Pair, type UnitCheck } from './pair.js';

const missing = { id: 'term-missing', severity: 'warning' } as const;
const forbidden = { id: 'term-forbidden', severity: 'error' } as const;

/** Hits of one place: of homonyms one concept is enough. */
function placesOf(hits: readonly Hit<KnownTerm>[]): Hit<KnownTerm>[][] {
  const places = new Map<string, Hit<KnownTerm>[]>();
  for (const hit of hits) {
    const key = `${hit.start} ${hit.end}`;
    const place = places.get(key);
    if (place) place.push(hit);
    else places.set(key, [hit]);
  }
  return [...places.values()];
}

export function termMissingCheck(terms: KnownTerms): UnitCheck {
  return perPair(missing, function* (pair): Generator<Finding> {
    const { source, target } = pair;
    const places = placesOf(terms.find(source));
    if (places.length === 0) return;
    const there = new Set(terms.find(target).map(({ concept }) => concept.concept));
    const told = new Set<string>();
    for (const place of places) {
      // A part of a compound may well be said otherwise.
      const asked = place.filter(
        ({ how, concept }) =>
          how !== 'compound' && !concept.isOut && terms.usable(concept.concept, target.general).length > 0,
      );
      if (asked.length === 0 || place.some(({ concept }) => there.has(concept.concept))) continue;
      const expected = [...new Set(asked.flatMap(({ concept }) => terms.usable(concept.concept, target.general)))];
      const { start, end, term } = asked[0]!;
      if (told.has(term) || keepsItself(pair, start, end)) continue;
      told.add(term);
      yield onTarget(
        missing,
        pair,
        { code: 'term-missing', values: { term, expected: expected.slice(0, NAMED), language: target.language } },
        { marks: [{ place: source.place, from: start, to: end }] },
      );
    }
  });
}

const NAMED = 6;

/** A name that is kept as it is: "the File Manager" in both. */
function keepsItself({ source, target }: Pair, start: number, end: number): boolean {
  const said = withoutCodes(source.text.slice(start, end));
  return said !== said.toLowerCase() && said.length > 3 && target.text.includes(said);
}

export function termForbiddenCheck(terms: KnownTerms): UnitCheck {
  return perPair(forbidden, function* (pair): Generator<Finding> {
    const { source, target } = pair;
    const out = placesOf(terms.find(target)).filter((place) => place.every(({ concept }) => concept.isOut));
    if (out.length === 0) return;
    const inSource = new Set(terms.find(source).map(({ concept }) => concept.concept));
    for (const place of out) {
      // The same word may mean something else where the source does not speak of the concept.
      const hit = place.find(
        ({ concept: { concept } }) => inSource.has(concept) || !terms.has(concept, source.general),
      );
      if (!hit) continue;
      const { start, end, term, concept } = hit;
      const instead = terms.usable(concept.concept, target.general);
      yield onTarget(
        forbidden,
        pair,
        {
          code: 'term-forbidden',
          values: { term, text: target.text.slice(start, end), instead: instead.slice(0, NAMED) },
        },
        { marks: [{ place: target.place, from: start, to: end }] },
      );
    }
  });
}

/** Both checks over the same terms. */
export const termChecks = (terms: KnownTerms): readonly UnitCheck[] => [
  termMissingCheck(terms),
  termForbiddenCheck(terms),
];

export const TERM_CHECKS = [missing.id, forbidden.id] as const;

/** Two concepts that share terms in two languages: most likely one concept, recorded twice. */
import { languageName } from '../language/tags.js';
import type { ConceptId } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';
import { onConcept, type Check } from './check.js';
import { sharesAnother, TermIndex, type Place } from './homonyms.js';

const about = {
  id: 'doublette',
  title: 'Recorded twice',
  explains: 'Two concepts share terms in two languages: they may be one concept.',
  severity: 'warning',
} as const;

/** A term in more concepts than this is an ordinary word. */
const MANY = 12;

export const doublettesCheck: Check = {
  ...about,
  start(facts) {
    const index = new TermIndex();
    return {
      see(concept) {
        index.see(concept);
        return [];
      },
      *end() {
        const done = new Set<string>();
        for (const { language, places } of index.shared(facts.concept)) {
          if (places.length > MANY) continue;
          for (const [a, b] of pairs(places)) {
            const key = `${a.concept} ${b.concept}`;
            if (done.has(key) || !sharesAnother(a, b, language)) continue;
            done.add(key);
            const shared = sharedTerms(a, b);
            const message = `Shares ${shared.map(([tag, text]) => `“${text}” (${languageName(tag)})`).join(' and ')} with another concept.`;
            const basis = shared.map(([tag, text]) => `${tag}:${text}`).join('\0');
            for (const [mine, other] of [
              [a, b],
              [b, a],
            ] as const) {
              const concept = facts.concept(mine.concept);
              if (concept) yield onConcept(about, concept, message, { related: [other.concept as ConceptId], basis });
            }
          }
        }
      },
    };
  },
};

function* pairs(places: readonly Place[]): Generator<readonly [Place, Place]> {
  for (let i = 0; i < places.length; i++) for (let j = i + 1; j < places.length; j++) yield [places[i]!, places[j]!];
}

function sharedTerms(a: Place, b: Place): (readonly [string, string])[] {
  return [...a.others].flatMap(([tag, texts]) => {
    const theirs = new Set((b.others.get(tag) ?? []).map(exactKey));
    const found = texts.find((text) => theirs.has(exactKey(text)));
    return found === undefined ? [] : [[tag, found] as const];
  });
}

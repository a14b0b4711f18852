/** Two concepts that share terms in two languages: most likely one concept, recorded twice. */
import type { LanguageTag } from '../language/tags.js';
import { exactKey } from '../text/fold.js';
import { onConcept, type TermbaseCheck } from './check.js';
import { sharesAnother, TextIndex, type Place } from './homonyms.js';

const about = {
  id: 'doublette',
  severity: 'warning',
} as const;

/** A term in more concepts than this is an ordinary word. */
const MANY = 12;

export const doublettesCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    const index = TextIndex.of(facts);
    return {
      see(concept) {
        index.see(concept);
        return [];
      },
      *end() {
        const done = new Set<string>();
        for (const { language, places } of index.shared()) {
          if (places.length > MANY) continue;
          for (const [a, b] of pairs(places)) {
            const key = `${a.item} ${b.item}`;
            if (done.has(key) || !sharesAnother(a, b, language)) continue;
            done.add(key);
            const shared = sharedTerms(a, b);
            const said = { code: 'shares-terms', values: { shared } } as const;
            const basis = shared.map(({ language: tag, text }) => `${tag}:${text}`).join('\0');
            for (const [mine, other] of [
              [a, b],
              [b, a],
            ] as const) {
              const concept = facts.item(mine.item);
              if (concept) yield onConcept(about, concept, said, { related: [other.item], basis });
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

function sharedTerms(a: Place, b: Place): { language: LanguageTag; text: string }[] {
  return [...a.others].flatMap(([tag, texts]) => {
    const theirs = new Set((b.others.get(tag) ?? []).map(exactKey));
    const found = texts.find((text) => theirs.has(exactKey(text)));
    return found === undefined ? [] : [{ language: tag, text: found }];
  });
}

/** Definitions that define nothing, and definitions that stand twice. */
import type { Concept } from '../termbase/concept.js';
import { wordsOf } from '../termbase/recognition/words.js';
import { caselessKey } from '../text/fold.js';
import { shortened } from '../text/shortened.js';
import { onConcept, perConcept, type TermbaseCheck } from './check.js';

const term = {
  id: 'definition-is-term',
  severity: 'warning',
} as const;

function* definitionsOf(concept: Concept): Generator<string> {
  yield* concept.fields.definition ?? [];
  for (const { fields, terms } of concept.languages) {
    yield* fields.definition ?? [];
    for (const { fields: own } of terms) yield* own.definition ?? [];
  }
}

/** Words that add nothing: articles and the like of some languages. */
const EMPTY = new Set(
  'the a an of der die das ein eine le la les un une el los las o os as um uma il lo i gli de du des'.split(' '),
);

export const definitionIsTermCheck: TermbaseCheck = perConcept(term, function* (concept) {
  const terms = new Set(
    concept.languages.flatMap((s) => s.terms.flatMap((t) => wordsOf(t.text).map((word) => caselessKey(word.text)))),
  );
  for (const definition of definitionsOf(concept)) {
    const words = wordsOf(definition).map((word) => caselessKey(word.text));
    if (words.length > 0 && words.every((word) => terms.has(word) || EMPTY.has(word)))
      yield onConcept(
        term,
        concept,
        { code: 'definition-is-term', values: { definition } },
        {
          basis: definition,
        },
      );
  }
});

const twice = {
  id: 'definition-twice',
  severity: 'warning',
} as const;

/** Shorter texts repeat by chance. */
const LEAST = 15;

export const definitionTwiceCheck: TermbaseCheck = {
  ...twice,
  start(facts) {
    const seen = new Map<string, number[]>();
    return {
      see(concept) {
        for (const definition of new Set(definitionsOf(concept))) {
          const key = caselessKey(definition);
          if (key.length < LEAST) continue;
          const there = seen.get(key);
          if (there) there.push(concept.id);
          else seen.set(key, [concept.id]);
        }
        return [];
      },
      *end() {
        for (const [key, ids] of seen) {
          if (ids.length < 2) continue;
          for (const id of ids) {
            const concept = facts.item(id);
            if (!concept) continue;
            const said = [...definitionsOf(concept)].find((definition) => caselessKey(definition) === key) ?? key;
            yield onConcept(
              twice,
              concept,
              { code: 'definition-shared', values: { definition: shortened(said, 80), concepts: ids.length } },
              {
                related: ids.filter((other) => other !== id).slice(0, 20),
                basis: `${key}\0${ids.length}`,
              },
            );
          }
        }
      },
    };
  },
};

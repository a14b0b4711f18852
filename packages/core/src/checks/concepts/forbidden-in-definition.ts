/** Definitions that use a term which the termbase itself says should not be used. */
import { primaryLanguage } from '../../language/tags.js';
import { termsOf, type Concept, type Fields } from '../../termbase/concept.js';
import { VALUE_LANGUAGE, companion } from '../../termbase/fields.js';
import { saidForms } from '../../termbase/forms.js';
import { Recognizer } from '../../termbase/recognition/recognizer.js';
import { isOut } from '../../termbase/status.js';
import { markedText } from '../../termbase/stem.js';
import { exactKey } from '../../text/fold.js';
import { shortened } from '../../text/shortened.js';
import { onConcept, type Finding, type TermbaseCheck } from '../check.js';

const about = { id: 'forbidden-in-definition', severity: 'warning' } as const;

interface Defined {
  readonly concept: number;
  /** The first part of its tag; null: it is not said. */
  readonly language: string | null;
  readonly definition: string;
}

interface Banned {
  readonly concept: number;
  readonly term: string;
}

/** Shorter terms stand in definitions of no known language by chance. */
const LEAST = 4;

export const forbiddenInDefinitionCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    const definitions: Defined[] = [];
    const banned = new Map<string, Recognizer<Banned>>();
    /** Language and term, where some concept allows it: a homonym. */
    const allowed = new Set<string>();
    return {
      see(concept) {
        definitions.push(...definitionsOf(concept));
        for (const { language, term } of termsOf(concept)) {
          const general = primaryLanguage(language);
          if (!isOut(term.fields)) {
            allowed.add(`${general}\0${exactKey(term.text)}`);
            continue;
          }
          let known = banned.get(general);
          if (!known) banned.set(general, (known = new Recognizer<Banned>(general)));
          known.add(markedText(term), { concept: concept.id, term: term.text }, saidForms(term));
        }
        return [];
      },
      *end(): Generator<Finding> {
        if (banned.size === 0) return;
        for (const { concept: id, language, definition } of definitions)
          for (const [general, known] of banned) {
            if (language !== null && language !== general) continue;
            const hit = known
              .find(definition)
              .find(
                ({ concept: { term } }) =>
                  !allowed.has(`${general}\0${exactKey(term)}`) && (language !== null || term.length >= LEAST),
              );
            const concept = hit && facts.item(id);
            if (!concept) continue;
            const { concept: of, term } = hit.concept;
            const instead = usable(facts.item(of), general);
            yield onConcept(
              about,
              concept,
              { code: 'definition-forbidden', values: { definition: shortened(definition, 120), term, instead } },
              { related: of === id ? [] : [of], basis: `${definition}\0${term}` },
            );
          }
      },
    };
  },
};

function* definitionsOf({ id, fields, languages }: Concept): Generator<Defined> {
  const at = function* (said: Fields, language: string | null): Generator<Defined> {
    for (const [i, definition] of (said.definition ?? []).entries()) {
      const own = said[companion('definition', VALUE_LANGUAGE)]?.[i];
      yield { concept: id, definition, language: own ? primaryLanguage(own) : language };
    }
  };
  yield* at(fields, null);
  for (const section of languages) {
    const general = primaryLanguage(section.language);
    yield* at(section.fields, general);
    for (const term of section.terms) yield* at(term.fields, general);
  }
}

function usable(concept: Concept | undefined, general: string): string[] {
  if (!concept) return [];
  return [...termsOf(concept)]
    .filter(({ language, term }) => primaryLanguage(language) === general && !isOut(term.fields))
    .map(({ term }) => term.text);
}

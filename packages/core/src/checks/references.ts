/** References that lead nowhere: pictures that are not there, "see …" without its goal. */
import { IDENTIFIER } from '../termbase/categories.js';
import type { Concept, Fields } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';
import { onConcept, type Finding, type TermbaseCheck } from './check.js';

const about = {
  id: 'broken-reference',
  severity: 'warning',
} as const;

export const referencesCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    /** Terms and ids that references can lead to; and the references, until all terms are known. */
    const goals = new Set<string>();
    const open: { readonly concept: Concept['id']; readonly value: string }[] = [];
    return {
      *see(concept) {
        for (const id of concept.fields[IDENTIFIER] ?? []) goals.add(id);
        for (const { terms } of concept.languages) for (const term of terms) goals.add(exactKey(term.text));
        for (const fields of allFields(concept))
          for (const value of fields.crossReference ?? []) open.push({ concept: concept.id, value });
        if (facts.hasPicture)
          for (const name of concept.fields.xGraphic ?? [])
            if (!facts.hasPicture(name))
              yield onConcept(
                about,
                concept,
                { code: 'picture-missing', values: { name } },
                { basis: `picture\0${name}` },
              );
      },
      *end(): Generator<Finding> {
        for (const { concept: id, value } of open) {
          if (goals.has(value) || goals.has(exactKey(value))) continue;
          const concept = facts.item(id);
          if (concept)
            yield onConcept(
              about,
              concept,
              { code: 'reference-broken', values: { name: value } },
              {
                basis: `reference\0${value}`,
              },
            );
        }
      },
    };
  },
};

function* allFields(concept: Concept): Generator<Fields> {
  yield concept.fields;
  for (const { fields, terms } of concept.languages) {
    yield fields;
    for (const term of terms) yield term.fields;
  }
}

import { caselessKey } from '../text/fold.js';
import { onTerm, perConcept, type TermbaseCheck } from './check.js';

const about = {
  id: 'duplicate-in-concept',
  severity: 'warning',
} as const;

export const duplicateInConceptCheck: TermbaseCheck = perConcept(about, function* (concept) {
  for (const { language, terms } of concept.languages) {
    const first = new Map<string, string>();
    for (const term of terms) {
      const key = caselessKey(term.text);
      const there = first.get(key);
      if (there === undefined) {
        first.set(key, term.text);
        continue;
      }
      const exact = there === term.text;
      const noted = Object.keys(term.fields).length > 0;
      yield onTerm(
        about,
        concept,
        language,
        term,
        exact ? { code: 'same-there', values: {} } : { code: 'nearly-same-there', values: { text: there } },
        {
          ...(!noted && { correction: { kind: 'remove term', safe: exact } }),
          basis: `${there}\0${term.text}`,
        },
      );
    }
  }
});

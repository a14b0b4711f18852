import { caselessKey } from '../text/fold.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'duplicate-in-concept',
  title: 'Twice in a concept',
  explains: 'A concept has the same term twice in one language, perhaps with other capitals.',
  severity: 'warning',
} as const;

export const duplicateInConceptCheck: Check = perConcept(about, function* (concept) {
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
        exact ? 'The same term stands in this concept already.' : `“${there}” stands in this concept already.`,
        {
          ...(!noted && { correction: { kind: 'remove term', safe: exact } }),
          basis: `${there}\0${term.text}`,
        },
      );
    }
  }
});

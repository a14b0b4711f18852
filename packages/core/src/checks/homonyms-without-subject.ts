/** The same term in several concepts of which one does not say its subject: nobody can tell them apart. */
import { languageName } from '../language/tags.js';
import { onTerm, type Check } from './check.js';
import { TermIndex } from './homonyms.js';

const about = {
  id: 'homonym-without-subject',
  title: 'Homonym without subject',
  explains: 'A term stands in several concepts, and not all of them say which subject they belong to.',
  severity: 'warning',
} as const;

export const homonymsWithoutSubjectCheck: Check = {
  ...about,
  start(facts) {
    // A termbase that records no subjects is not asked for them.
    const asked = facts.fields.some((field) => field.name === 'subjectField');
    const index = new TermIndex();
    return {
      see(concept) {
        if (asked) index.see(concept);
        return [];
      },
      *end() {
        for (const { language, places } of index.shared(facts.concept))
          for (const place of places) {
            const concept = facts.concept(place.concept);
            if (!concept || concept.fields.subjectField?.length) continue;
            const others = places.filter((p) => p !== place).map((p) => p.concept);
            yield onTerm(
              about,
              concept,
              language,
              { id: place.term, text: place.text },
              `“${place.text}” stands in ${places.length} concepts in ${languageName(language)}; this one names no subject.`,
              { related: others.slice(0, 20), basis: `${place.text}\0${others.length}` },
            );
          }
      },
    };
  },
};

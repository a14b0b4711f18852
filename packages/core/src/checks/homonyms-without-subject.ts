/** The same term in several concepts of which one does not say its subject: nobody can tell them apart. */
import { onText, type TermbaseCheck } from './check.js';
import { TextIndex } from './homonyms.js';

const about = {
  id: 'homonym-without-subject',
  severity: 'warning',
} as const;

export const homonymsWithoutSubjectCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    // A termbase that records no subjects is not asked for them.
    const asked = facts.fields.some((field) => field.name === 'subjectField');
    const index = TextIndex.of(facts);
    return {
      see(concept) {
        if (asked) index.see(concept);
        return [];
      },
      *end() {
        if (!asked) return;
        for (const { language, places } of index.shared())
          for (const place of places) {
            const concept = facts.item(place.item);
            if (!concept || concept.fields.subjectField?.length) continue;
            const others = places.filter((p) => p !== place).map((p) => p.item);
            yield onText(
              about,
              place.item,
              { language, place: place.place, text: place.text },
              { code: 'subject-missing', values: { text: place.text, language, concepts: places.length } },
              { related: others.slice(0, 20), basis: `${place.text}\0${others.length}` },
            );
          }
      },
    };
  },
};

/** Usage statuses that contradict each other. */
import type { Term } from '../termbase/concept.js';
import { isOut, isPreferred } from '../termbase/status.js';
import { exactKey } from '../text/fold.js';
import { onTerm, type TermbaseCheck } from './check.js';
import { TextIndex } from './homonyms.js';

const about = {
  id: 'contradictory-status',
  severity: 'warning',
} as const;

const statusOf = (term: Term): string => term.fields.administrativeStatus?.[0] ?? '';

export const statusCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    const index = TextIndex.of(facts);
    return {
      *see(concept) {
        let rated = false;
        for (const { language, terms } of concept.languages) {
          rated ||= terms.some((term) => statusOf(term) !== '');
          const preferred = terms.filter((term) => isPreferred(term.fields) && !isForm(term));
          if (preferred.length > 1)
            yield onTerm(
              about,
              concept,
              language,
              preferred[1]!,
              { code: 'both-preferred', values: { texts: preferred.map((term) => term.text), language } },
              { basis: preferred.map((term) => term.text).join('\0') },
            );
          if (terms.length > 0 && terms.every(({ fields }) => isOut(fields)))
            yield onTerm(
              about,
              concept,
              language,
              terms[0]!,
              { code: 'none-usable', values: { texts: terms.map((term) => term.text), language } },
              { basis: terms.map((term) => `${term.text}:${statusOf(term)}`).join('\0') },
            );
        }
        if (rated) index.see(concept);
      },
      *end() {
        for (const { language, places } of index.shared()) {
          const rated = places.flatMap((place) => {
            const concept = facts.item(place.item);
            const term = concept?.languages
              .find((s) => s.language === language)
              ?.terms.find((t) => exactKey(t.text) === exactKey(place.text));
            return concept && term ? [{ concept, term, subject: concept.fields.subjectField?.[0] ?? '' }] : [];
          });
          for (const bad of rated.filter(({ term }) => isOut(term.fields))) {
            const good = rated.find(({ term, subject }) => isPreferred(term.fields) && subject === bad.subject);
            if (good)
              yield onTerm(
                about,
                bad.concept,
                language,
                bad.term,
                { code: 'preferred-elsewhere', values: { text: bad.term.text, subject: bad.subject } },
                { related: [good.concept.id], basis: `${bad.term.text}:${statusOf(bad.term)}:${bad.subject}` },
              );
          }
        }
      },
    };
  },
};

/** An abbreviation beside its full form: both may be preferred. */
function isForm(term: Term): boolean {
  const type = term.fields.termType?.[0];
  return type === 'abbreviation' || type === 'acronym' || type === 'shortForm' || type === 'variant';
}

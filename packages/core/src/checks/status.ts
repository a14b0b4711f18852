/** Usage statuses that contradict each other. */
import { languageName } from '../language/tags.js';
import type { Term } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';
import { onTerm, type Check } from './check.js';
import { TermIndex } from './homonyms.js';

const about = {
  id: 'contradictory-status',
  title: 'Contradictory status',
  explains:
    'Two terms of one language are both preferred, all are deprecated, or the same term is preferred in one concept and deprecated in another of the same subject.',
  severity: 'warning',
} as const;

const PREFERRED = 'preferredTerm-admn-sts';
const OUT = new Set(['deprecatedTerm-admn-sts', 'supersededTerm-admn-sts']);

const statusOf = (term: Term): string => term.fields.administrativeStatus?.[0] ?? '';

export const statusCheck: Check = {
  ...about,
  start(facts) {
    const index = new TermIndex();
    return {
      *see(concept) {
        let rated = false;
        for (const { language, terms } of concept.languages) {
          rated ||= terms.some((term) => statusOf(term) !== '');
          const preferred = terms.filter((term) => statusOf(term) === PREFERRED && !isForm(term));
          if (preferred.length > 1)
            yield onTerm(
              about,
              concept,
              language,
              preferred[1]!,
              `${preferred.map((term) => `“${term.text}”`).join(' and ')} are both preferred in ${languageName(language)}.`,
              { basis: preferred.map((term) => term.text).join('\0') },
            );
          if (terms.length > 0 && terms.every((term) => OUT.has(statusOf(term))))
            yield onTerm(
              about,
              concept,
              language,
              terms[0]!,
              `No term in ${languageName(language)} may be used: ${terms.map((term) => `“${term.text}”`).join(', ')}.`,
              { basis: terms.map((term) => `${term.text}:${statusOf(term)}`).join('\0') },
            );
        }
        if (rated) index.see(concept);
      },
      *end() {
        for (const { language, places } of index.shared(facts.concept)) {
          const rated = places.flatMap((place) => {
            const concept = facts.concept(place.concept);
            const term = concept?.languages
              .find((s) => s.language === language)
              ?.terms.find((t) => exactKey(t.text) === exactKey(place.text));
            return concept && term ? [{ concept, term, subject: concept.fields.subjectField?.[0] ?? '' }] : [];
          });
          for (const bad of rated.filter(({ term }) => OUT.has(statusOf(term)))) {
            const good = rated.find(({ term, subject }) => statusOf(term) === PREFERRED && subject === bad.subject);
            if (good)
              yield onTerm(
                about,
                bad.concept,
                language,
                bad.term,
                `“${bad.term.text}” is deprecated here and preferred in another concept${bad.subject ? ' of the same subject' : ''}.`,
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

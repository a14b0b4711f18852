import { withoutFinalPunctuation } from '../intake/cleaning/punctuation.js';
import { termsOf } from '../termbase/concept.js';
import { onTerm, perConcept, type TermbaseCheck } from './check.js';

const about = {
  id: 'final-punctuation',
  severity: 'warning',
} as const;

export const finalPunctuationCheck: TermbaseCheck = perConcept(about, function* (concept) {
  for (const { language, term } of termsOf(concept)) {
    const text = withoutFinalPunctuation(term.text.trim());
    if (text === term.text.trim()) continue;
    const mark = term.text.trim().slice(text.length).trim();
    yield onTerm(
      about,
      concept,
      language,
      term,
      { code: 'ends-with', values: { mark } },
      {
        correction: { kind: 'text', text, safe: true },
      },
    );
  }
});

import { withoutFinalPunctuation } from '../intake/cleaning/punctuation.js';
import { termsOf } from '../termbase/concept.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'final-punctuation',
  title: 'Final punctuation',
  explains: 'Terms are recorded without a point, comma, colon or semicolon at the end; abbreviations keep their point.',
  severity: 'warning',
} as const;

export const finalPunctuationCheck: Check = perConcept(about, function* (concept) {
  for (const { language, term } of termsOf(concept)) {
    const text = withoutFinalPunctuation(term.text.trim());
    if (text === term.text.trim()) continue;
    const mark = term.text.trim().slice(text.length).trim();
    yield onTerm(about, concept, language, term, `The term ends with “${mark}”.`, {
      correction: { kind: 'text', text, safe: true },
    });
  }
});

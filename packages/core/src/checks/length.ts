/** A term much longer than a term: a definition or a sentence in its place. */
import { wordsOf } from '../termbase/recognition/words.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'long-term',
  title: 'Much longer than a term',
  explains: 'A term has more than ten words, or is a whole sentence: it may be a definition.',
  severity: 'warning',
} as const;

const WORDS = 10;
const CHARACTERS = 120;

export const lengthCheck: Check = perConcept(about, function* (concept) {
  for (const { language, terms } of concept.languages)
    for (const term of terms) {
      if (term.fields.termType?.includes('phrase')) continue;
      const words = term.text.length > 40 ? wordsOf(term.text).length : 0;
      const spaceless = /^(?:ja|zh|th)/.test(language) && term.text.length > 40;
      if (words > WORDS || term.text.length > CHARACTERS || spaceless)
        yield onTerm(
          about,
          concept,
          language,
          term,
          spaceless ? `It has ${term.text.length} characters.` : `It has ${words} words.`,
        );
    }
});

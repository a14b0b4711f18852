/** A term much longer than a term: a definition or a sentence in its place. */
import { goesByCharacters, wordsOf } from '../termbase/recognition/words.js';
import { onTerm, perConcept, type TermbaseCheck } from './check.js';

const about = {
  id: 'long-term',
  severity: 'warning',
} as const;

const WORDS = 10;
const CHARACTERS = 120;
/** In scripts without spaces between the words. */
const CHARACTERS_WITHOUT_SPACES = 40;

export const lengthCheck: TermbaseCheck = perConcept(about, function* (concept) {
  for (const { language, terms } of concept.languages)
    for (const term of terms) {
      if (term.fields.termType?.includes('phrase')) continue;
      if (term.text.length <= CHARACTERS_WITHOUT_SPACES) continue;
      const spaceless = goesByCharacters(term.text);
      const words = spaceless ? 0 : wordsOf(term.text).length;
      if (words > WORDS || term.text.length > (spaceless ? CHARACTERS_WITHOUT_SPACES : CHARACTERS))
        yield onTerm(
          about,
          concept,
          language,
          term,
          words > WORDS
            ? { code: 'many-words', values: { words } }
            : { code: 'many-characters', values: { characters: term.text.length } },
        );
    }
});

/** A term that is none: a dash or "n/a" typed where nothing was known. */
import { languageName } from '../language/tags.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'empty-language',
  title: 'Language without a real term',
  explains: 'In place of a term there is a dash, “n/a” or the like.',
  severity: 'error',
} as const;

/** Common practice. */
const PLACEHOLDER =
  /^(?:[\p{P}\p{S}\s]+|n\s*\/?\s*a\.?|n\.\s?n\.|tbd|t\.b\.d\.|todo|to do|xxx+|\?+|none|keine?|k\.?\s?a\.?|fehlt|missing|leer|offen|open|brak|puuttuu|manque|à traduire|zu übersetzen|translate)$/iu;

export const emptyLanguageCheck: Check = perConcept(about, function* (concept, { words }) {
  for (const { language, terms } of concept.languages)
    for (const term of terms)
      if (PLACEHOLDER.test(term.text.trim()) && !isRealWord(term.text, terms.length))
        yield onTerm(
          about,
          concept,
          language,
          term,
          `“${term.text}” stands where a ${words.term} in ${languageName(language)} is missing.`,
          {
            correction: { kind: 'remove term', safe: false },
          },
        );
});

/** "open" beside other terms may be one. */
function isRealWord(text: string, terms: number): boolean {
  return terms > 1 && /^\p{L}{4,}$/u.test(text.trim());
}

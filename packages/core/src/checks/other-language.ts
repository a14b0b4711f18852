/**
 * A term that looks like another language of the same termbase: by its script, or because its letter groups are much
 * likelier in the terms of the other language. The termbase itself is the evidence, so it works for any languages;
 * names that are the same in both are left alone.
 */
import { languageName, primaryLanguage, type LanguageTag } from '../language/tags.js';
import { LetterProfile, oddsOfOther } from '../intake/swapped.js';
import { areClose } from '../language/close.js';
import { termsOf, type ConceptId } from '../termbase/concept.js';
import { caselessKey } from '../text/fold.js';
import { onTerm, type Check } from './check.js';

const about = {
  id: 'other-language',
  title: 'Looks like another language',
  explains: 'A term reads like one of another language of this termbase.',
  severity: 'warning',
} as const;

/** Natural logarithm of the odds from which on it is said. */
const ENOUGH = 8;
/** Letter groups that a language must show before it is judged. */
const LEAST = 600;

export const otherLanguageCheck: Check = {
  ...about,
  start(facts) {
    const profiles = new Map<LanguageTag, LetterProfile>();
    const ids: ConceptId[] = [];
    return {
      see(concept) {
        ids.push(concept.id);
        for (const { language, term } of termsOf(concept)) {
          let profile = profiles.get(language);
          if (!profile) profiles.set(language, (profile = new LetterProfile()));
          profile.add(term.text);
        }
        return [];
      },
      *end() {
        const known = [...profiles].filter(([, profile]) => profile.total >= LEAST);
        if (known.length < 2) return;
        for (const id of ids) {
          const concept = facts.concept(id);
          if (!concept) continue;
          for (const { language, term } of termsOf(concept)) {
            const home = profiles.get(language)!;
            // What stands in brackets is often Latin or a name.
            const bare = term.text.replace(/[([{][^)\]}]*[)\]}]/g, '');
            if (home.total < LEAST || bare.length < 6 || /^\P{Ll}*$/u.test(term.text)) continue;
            // The same word in both languages is no mistake.
            const same = concept.languages.some(
              (s) => s.language !== language && s.terms.some((t) => caselessKey(t.text) === caselessKey(term.text)),
            );
            if (same) continue;
            for (const [other, profile] of known) {
              if (other === language || areClose(primaryLanguage(other), primaryLanguage(language))) continue;
              if (oddsOfOther(bare, profile, home) < ENOUGH) continue;
              yield onTerm(about, concept, language, term, `“${term.text}” looks like ${languageName(other)}.`);
              break;
            }
          }
        }
      },
    };
  },
};

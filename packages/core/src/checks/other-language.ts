/**
 * A term that looks like another language of the same termbase: by its script, or because its letter groups are much
 * likelier in the terms of the other language. The termbase itself is the evidence, so it works for any languages;
 * names that are the same in both are left alone.
 */
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { LetterProfile, oddsOfOther } from '../intake/swapped.js';
import { areClose } from '../language/close.js';
import { caselessKey } from '../text/fold.js';
import { onText, type TextCheck } from './check.js';

const about = {
  id: 'other-language',
  severity: 'warning',
} as const;

/** Natural logarithm of the odds from which on it is said. */
const ENOUGH = 8;
/** Letter groups that a language must show before it is judged. */
const LEAST = 600;

export const otherLanguageCheck: TextCheck = {
  ...about,
  start({ of, item: lookUp }) {
    const profiles = new Map<LanguageTag, LetterProfile>();
    const ids: number[] = [];
    return {
      see(item) {
        ids.push(of.id(item));
        for (const { language, text } of of.texts(item)) {
          let profile = profiles.get(language);
          if (!profile) profiles.set(language, (profile = new LetterProfile()));
          profile.add(text);
        }
        return [];
      },
      *end() {
        const known = [...profiles].filter(([, profile]) => profile.total >= LEAST);
        if (known.length < 2) return;
        for (const id of ids) {
          const item = lookUp(id);
          if (!item) continue;
          const texts = of.texts(item);
          for (const one of texts) {
            const home = profiles.get(one.language)!;
            // What stands in brackets is often Latin or a name.
            const bare = one.text.replace(/[([{][^)\]}]*[)\]}]/g, '');
            if (home.total < LEAST || bare.length < 6 || /^\P{Ll}*$/u.test(one.text)) continue;
            // The same word in both languages is no mistake.
            const key = caselessKey(one.text);
            if (texts.some(({ language, text }) => language !== one.language && caselessKey(text) === key)) continue;
            const other = likelier(bare, one.language, home, known);
            if (other) {
              const said = { code: 'looks-like', values: { text: one.text, language: other } } as const;
              yield onText(about, id, one, said);
            }
          }
        }
      },
    };
  },
};

/** The language that a text reads like much more than like its own; null: none. */
function likelier(
  text: string,
  own: LanguageTag,
  home: LetterProfile,
  known: readonly (readonly [LanguageTag, LetterProfile])[],
): LanguageTag | null {
  for (const [other, profile] of known) {
    if (other === own || areClose(primaryLanguage(other), primaryLanguage(own))) continue;
    if (oddsOfOther(text, profile, home) >= ENOUGH) return other;
  }
  return null;
}

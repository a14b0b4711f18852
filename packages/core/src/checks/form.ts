/** Terms are recorded in their base form, without an article: common practice. */
import { hasArticle, withoutArticleText } from '../intake/cleaning/articles.js';
import { primaryLanguage } from '../language/tags.js';
import { matcherFor } from '../termbase/recognition/matching.js';
import { termsOf } from '../termbase/concept.js';
import { onTerm, type TermbaseCheck } from './check.js';

const about = {
  id: 'term-form',
  severity: 'info',
} as const;

interface Seen {
  readonly concept: number;
  readonly text: string;
}

export const formCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    /** Stem → words in a language; only single words can be compared. */
    const words = new Map<string, Seen[]>();
    return {
      *see(concept) {
        for (const { language, term } of termsOf(concept)) {
          if (hasArticle(term.text, language)) {
            const bare = withoutArticleText(term.text, language);
            yield onTerm(
              about,
              concept,
              language,
              term,
              { code: 'has-article', values: { text: term.text } },
              {
                correction: { kind: 'text', text: bare, safe: false },
              },
            );
          }
          if (!/^[\p{L}\p{M}]{4,}$/u.test(term.text)) continue;
          const matcher = matcherFor(language);
          if (!matcher.stemmed) continue;
          const key = `${language}\0${matcher.termKey(term.text)}`;
          const there = words.get(key);
          if (there) {
            if (there.length < 6) there.push({ concept: concept.id, text: term.text });
          } else words.set(key, [{ concept: concept.id, text: term.text }]);
        }
      },
      *end() {
        for (const [key, seen] of words) {
          if (seen.length < 2) continue;
          const language = key.slice(0, key.indexOf('\0'));
          const base = [...seen].sort((a, b) => a.text.length - b.text.length)[0]!;
          for (const { concept: id, text } of seen) {
            if (text === base.text || !isPlural(base.text, text, language)) continue;
            const concept = facts.item(id);
            const found = concept && [...termsOf(concept)].find(({ term }) => term.text === text);
            if (concept && found)
              yield onTerm(
                about,
                concept,
                found.language,
                found.term,
                { code: 'form-of', values: { text, base: base.text } },
                {
                  related: base.concept === id ? [] : [base.concept],
                  basis: `${text}\0${base.text}`,
                },
              );
          }
        }
      },
    };
  },
};

/** Endings that only inflection adds; "Prüfer" beside "Prüfen" is no form of it. */
const ENDINGS: Readonly<Record<string, RegExp>> = {
  en: /^(?:s|es)$/,
  de: /^(?:n|en|s|es)$/,
  fr: /^(?:s|x)$/,
  es: /^(?:s|es)$/,
  pt: /^(?:s|es)$/,
  nl: /^(?:s|en)$/,
  sv: /^(?:n|en|ar|er|or|na)$/,
  da: /^(?:n|en|er|et|erne)$/,
  nb: /^(?:n|en|er|et|ene)$/,
  fi: /^(?:t|n|ssa|ssä|sta|stä|lla|llä)$/,
  hu: /^(?:k|ok|ek|ök|t|ot|et|ban|ben)$/,
  tr: /^(?:lar|ler|ı|i|da|de)$/,
};

function isPlural(base: string, form: string, language: string): boolean {
  return form.startsWith(base) && (ENDINGS[primaryLanguage(language)]?.test(form.slice(base.length)) ?? false);
}

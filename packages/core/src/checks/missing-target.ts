import type { LanguageTag } from '../language/tags.js';
import type { Concept } from '../termbase/concept.js';
import { onItem, perItem, type TermbaseCheck } from './check.js';

const about = { id: 'missing-target', severity: 'error' } as const;

/** An item has no text in a language that the others have. */
export const missingTargetCheck = perItem(about, function* (texts, item, languages) {
  for (const language of languages) {
    if (texts.some((text) => text.language === language)) continue;
    const there = texts[0]?.text ?? '';
    const said = { code: 'language-missing', values: { language } } as const;
    yield onItem(about, item, there, said, { language, basis: `${language}\0${there}` });
  }
});

/** A language that at least this share of the concepts has is missed in the others; one that few have is being added. */
const MOST = 0.5;

/** The same of concepts: known at the end is which languages nearly all have. Where a language stands empty, that is said instead. */
export const missingTermCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    const counts = new Map<LanguageTag, number>();
    const lacking: { readonly concept: number; readonly languages: readonly LanguageTag[] }[] = [];
    let concepts = 0;
    const there = ({ languages }: Concept): LanguageTag[] =>
      languages.flatMap(({ language, terms }) => (terms.length > 0 ? [language] : []));
    return {
      see(concept) {
        concepts++;
        const own = new Set(there(concept));
        for (const language of own) counts.set(language, (counts.get(language) ?? 0) + 1);
        const empty = facts.emptyParts?.(concept.id) ?? [];
        const languages = facts.languages.filter(
          (language) => !own.has(language) && !empty.some((part) => part.language === language),
        );
        if (languages.length > 0) lacking.push({ concept: concept.id, languages });
        return [];
      },
      *end() {
        for (const { concept: id, languages } of lacking) {
          const concept = facts.item(id);
          const text = concept?.languages[0]?.terms[0]?.text ?? '';
          for (const language of languages) {
            const isExpected = counts.size === 2 || (counts.get(language) ?? 0) >= concepts * MOST;
            const said = { code: 'language-missing', values: { language } } as const;
            if (concept && isExpected) yield onItem(about, id, text, said, { language, basis: `${language}\0${text}` });
          }
        }
      },
    };
  },
};

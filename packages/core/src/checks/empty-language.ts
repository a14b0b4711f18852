/** A term that is none: a dash or "n/a" typed where nothing was known. */
import { onConcept, onText, perItem, type TermbaseCheck } from './check.js';
import { byLanguage } from './looked-at.js';

const about = {
  id: 'empty-language',
  severity: 'error',
} as const;

/** Common practice. */
const PLACEHOLDER =
  /^(?:[\p{P}\p{S}\s]+|n\s*\/?\s*a\.?|n\.\s?n\.|tbd|t\.b\.d\.|todo|to do|xxx+|\?+|none|keine?|k\.?\s?a\.?|fehlt|missing|leer|offen|open|brak|puuttuu|manque|à traduire|zu übersetzen|translate)$/iu;

export const emptyLanguageCheck = perItem(about, function* (texts, item) {
  for (const [language, own] of byLanguage(texts))
    for (const one of own)
      if (PLACEHOLDER.test(one.text.trim()) && !isRealWord(one.text, own.length))
        yield onText(
          about,
          item,
          one,
          { code: 'stands-for-nothing', values: { text: one.text, language } },
          { correction: { kind: 'remove term', safe: false } },
        );
});

/** The same in a termbase, with terms and languages that stand in the file and say nothing. */
export const emptyPartsCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    const placeholders = emptyLanguageCheck.start(facts);
    return {
      *see(concept) {
        yield* placeholders.see(concept);
        for (const { what, language, line } of facts.emptyParts?.(concept.id) ?? []) {
          const said = { code: what === 'term' ? 'term-empty' : 'language-empty', values: { language } } as const;
          yield onConcept(about, concept, said, { language, basis: `${what}\0${language}\0${line}` });
        }
      },
      end: () => [],
    };
  },
};

/** "open" beside other terms may be one. */
function isRealWord(text: string, terms: number): boolean {
  return terms > 1 && /^\p{L}{4,}$/u.test(text.trim());
}

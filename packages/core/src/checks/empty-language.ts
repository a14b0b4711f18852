/** A term that is none: a dash or "n/a" typed where nothing was known. */
import { onText, perItem } from './check.js';
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

/** "open" beside other terms may be one. */
function isRealWord(text: string, terms: number): boolean {
  return terms > 1 && /^\p{L}{4,}$/u.test(text.trim());
}

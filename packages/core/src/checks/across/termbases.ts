/** A termbase beside another one: the same term there, with other terms in another language. */
import type { LanguageTag } from '../../language/tags.js';
import { primaryLanguage } from '../../language/tags.js';
import { termsOf, type Concept, type ConceptBody } from '../../termbase/concept.js';
import { isOut } from '../../termbase/status.js';
import { caselessKey } from '../../text/fold.js';
import { onConcept, type Finding } from '../check.js';

export const ELSEWHERE = { id: 'otherwise-elsewhere', severity: 'warning' } as const;

/**
 * Concepts that share a term with concepts of the other termbase and no term in a language that both have: what is called
 * otherwise there. Where one of several concepts of the other says the same, there is nothing to say. O(terms of both).
 */
export function* besideTermbase(
  concepts: Iterable<Concept>,
  others: Iterable<ConceptBody>,
  language: LanguageTag,
): Generator<Finding> {
  const general = primaryLanguage(language);
  const known = new Map<string, ConceptBody[]>();
  for (const other of others)
    for (const text of usable(other, general)) {
      const key = caselessKey(text);
      const there = known.get(key);
      if (there) there.push(other);
      else known.set(key, [other]);
    }
  for (const concept of concepts) {
    const text = usable(concept, general).find((one) => known.has(caselessKey(one)));
    if (text === undefined) continue;
    const there = known.get(caselessKey(text))!;
    for (const section of concept.languages) {
      const target = primaryLanguage(section.language);
      if (target === general) continue;
      const own = usable(concept, target);
      const theirs = [...new Set(there.flatMap((other) => usable(other, target)))];
      const keys = new Set(theirs.map(caselessKey));
      if (own.length === 0 || theirs.length === 0 || own.some((one) => keys.has(caselessKey(one)))) continue;
      const said = { code: 'called-otherwise', values: { text, language: section.language, own, theirs } } as const;
      yield onConcept(ELSEWHERE, concept, said, { language: section.language });
    }
  }
}

const usable = (body: ConceptBody, general: string): string[] =>
  [...termsOf(body)].flatMap(({ language, term }) =>
    primaryLanguage(language) === general && !isOut(term.fields) ? [term.text] : [],
  );

/** A concept as a unit of a memory. */
import type { LanguageTag } from '../language/tags.js';
import type { Prop, Unit } from './unit.js';
import { NO_CODES } from '../text/inline-codes.js';
import { categoryNamed, IDENTIFIER, OTHER_XML } from '../termbase/categories.js';
import type { ConceptBody } from '../termbase/concept.js';
import { isCompanion } from '../termbase/fields.js';

/** With a variant for each term, in their order. */
export function unitOfConcept(concept: ConceptBody): Unit {
  const id = concept.fields[IDENTIFIER]?.[0];
  const props: Prop[] = Object.entries(concept.fields).flatMap(([field, values]) =>
    field === IDENTIFIER || field === OTHER_XML || field === 'note' || isCompanion(field)
      ? []
      : values.map((text) => ({ type: categoryNamed(field) ? field : `x-${field.trim().replace(/\s+/g, '_')}`, text })),
  );
  return {
    ...(id && { attributes: { tuid: id } }),
    ...(props.length && { props }),
    ...(concept.fields.note && { notes: concept.fields.note.map((text) => ({ text })) }),
    variants: concept.languages.flatMap(({ language, terms }) =>
      terms.map((term) => ({ language, text: term.text, codes: NO_CODES })),
    ),
  };
}

/**
 * What a concept has to say to another over a language: a unit for each of its terms in it, each with one term of every
 * other language. The number of the unit among those of its concept is that of the term.
 */
export function unitsOver(concept: ConceptBody, isOver: (language: LanguageTag) => boolean): Unit[] {
  const { variants, ...said } = unitOfConcept(concept);
  const others = new Map<LanguageTag, Unit['variants'][number]>();
  for (const variant of variants)
    if (!isOver(variant.language) && !others.has(variant.language)) others.set(variant.language, variant);
  if (others.size === 0) return [];
  return variants
    .filter(({ language }) => isOver(language))
    .map((pivot) => ({ ...said, variants: [pivot, ...others.values()] }));
}

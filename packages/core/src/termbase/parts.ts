/** A part of a concept: what goes out of it. */
import type { LanguageTag } from '../language/tags.js';
import type { Concept, Fields } from './concept.js';

/** What of a concept goes out. */
export interface PartOfConcept {
  /** In this order. */
  readonly languages: readonly LanguageTag[];
  /** Fields that stay, by name; those of values ("source of the definition") go with them. */
  readonly withoutFields: ReadonlySet<string>;
  /** Terms with one of these usage statuses stay. */
  readonly withoutStatuses: ReadonlySet<string>;
}

const STATUS = 'administrativeStatus';

/** @returns a concept whose languages all have terms; it may have none */
export function partOf(concept: Concept, { languages, withoutFields, withoutStatuses }: PartOfConcept): Concept {
  const fields = (all: Fields): Fields =>
    withoutFields.size === 0
      ? all
      : Object.fromEntries(Object.entries(all).filter(([name]) => !withoutFields.has(name.split(':')[0]!)));
  const sections = languages.flatMap((tag) => concept.languages.filter(({ language }) => language === tag));
  return {
    ...concept,
    fields: fields(concept.fields),
    languages: sections.flatMap((section) => {
      const terms = section.terms.filter(({ fields: of }) => !of[STATUS]?.some((value) => withoutStatuses.has(value)));
      if (terms.length === 0) return [];
      return [
        {
          ...section,
          fields: fields(section.fields),
          terms: terms.map((term) => ({ ...term, fields: fields(term.fields) })),
        },
      ];
    }),
  };
}

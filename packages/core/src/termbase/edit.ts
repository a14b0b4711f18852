/** Changes of one concept, as pure functions: what goes in stays as it was. */
import { exactKey } from '../text/fold.js';
import type { LanguageTag } from '../language/tags.js';
import { withValues } from './fields.js';
import { unmarked, withStem } from './stem.js';
import {
  NO_FIELDS,
  nextTermId,
  type ConceptBody,
  type Fields,
  type LanguageSection,
  type Origin,
  type Term,
} from './concept.js';

/** Adds a term at the end of its language section, which is made if need be. @param typed with stem marks, if any */
export function withTerm(
  body: ConceptBody,
  language: LanguageTag,
  typed: string,
  fields: Fields = NO_FIELDS,
): ConceptBody {
  const { text, stem } = unmarked(typed);
  const term: Term = { id: nextTermId(body), text, fields: stem ? withStem(fields, stem) : fields };
  const has = body.languages.some((section) => section.language === language);
  const languages: readonly LanguageSection[] = has
    ? body.languages.map((s) => (s.language === language ? { ...s, terms: [...s.terms, term] } : s))
    : [...body.languages, { language, fields: NO_FIELDS, terms: [term] }];
  return { ...body, languages };
}

/** Replaces the text of a term, typed with stem marks or without; null if the concept has no such term. */
export function withTermText(body: ConceptBody, termId: string, typed: string): ConceptBody | null {
  const { text, stem } = unmarked(typed);
  return mapTerm(body, termId, (term) => ({ ...term, text, fields: withStem(term.fields, stem) }));
}

export function withTermFields(body: ConceptBody, termId: string, fields: Fields): ConceptBody | null {
  return mapTerm(body, termId, (term) => ({ ...term, fields }));
}

/** Where a field stands: of a term, of a language, or, with neither, of the concept. */
export interface FieldPlace {
  readonly termId: string | null;
  readonly language: string | null;
}

/** Another value in place of one; null if there is none such. */
export function withOtherValue(
  body: ConceptBody,
  { termId, language }: FieldPlace,
  field: string,
  value: string,
  instead: string,
): ConceptBody | null {
  let isThere = false;
  const changed = (fields: Fields): Fields => {
    const values = fields[field] ?? [];
    if (!values.includes(value)) return fields;
    isThere = true;
    return withValues(fields, field, [...new Set(values.map((one) => (one === value ? instead : one)))]);
  };
  let next: ConceptBody | null;
  if (termId !== null) next = mapTerm(body, termId, (term) => ({ ...term, fields: changed(term.fields) }));
  else if (language === null) next = withFields(body, changed(body.fields));
  else {
    const languages = body.languages.map((section) =>
      section.language === language ? { ...section, fields: changed(section.fields) } : section,
    );
    next = { ...body, languages };
  }
  return isThere ? next : null;
}

/** Takes a term away, and its language section with the last one; null if there is no such term. */
export function withoutTerm(body: ConceptBody, termId: string): ConceptBody | null {
  return mapTerm(body, termId, () => null);
}

export function withOrigin(body: ConceptBody, origin: Origin): ConceptBody {
  return { ...body, origins: [...body.origins, origin] };
}

export function withFields(body: ConceptBody, fields: Fields): ConceptBody {
  return { ...body, fields };
}

/** Whether the concept already has this very term in this language. */
export function hasTerm(body: ConceptBody, language: string, text: string): boolean {
  const key = exactKey(text);
  return body.languages.some((s) => s.language === language && s.terms.some((term) => exactKey(term.text) === key));
}

function mapTerm(body: ConceptBody, termId: string, change: (term: Term) => Term | null): ConceptBody | null {
  let found = false;
  const languages = body.languages.flatMap((section) => {
    const terms = section.terms.flatMap((term) => {
      if (term.id !== termId) return [term];
      found = true;
      const changed = change(term);
      return changed ? [changed] : [];
    });
    return terms.length ? [{ ...section, terms }] : [];
  });
  return found ? { ...body, languages } : null;
}

/** What people said of the forms of a term: texts in which it is found too, and texts that are not it. */
import type { Fields, Term } from './concept.js';
import { NO_FIELDS } from './concept.js';

/** Fields of a term, named as those that are not of the standard are in TBX. */
export const ALSO_FOUND_AS = 'x-alsoFoundAs';
export const NOT_FOUND_AS = 'x-notFoundAs';

/** As a recognizer takes them. */
export function saidForms({ fields }: Pick<Term, 'fields'>): {
  readonly also: readonly string[];
  readonly never: readonly string[];
} {
  return { also: fields[ALSO_FOUND_AS] ?? [], never: fields[NOT_FOUND_AS] ?? [] };
}

/** The fields with one more form, or one form less: what is said last holds. */
export function withSaidForm(fields: Fields, form: string, is: boolean): Fields {
  const [to, from] = is ? [ALSO_FOUND_AS, NOT_FOUND_AS] : [NOT_FOUND_AS, ALSO_FOUND_AS];
  const others = (fields[from] ?? []).filter((there) => there !== form);
  const { [from]: _, ...rest } = fields;
  const kept = others.length ? { ...rest, [from]: others } : rest;
  const there = kept[to] ?? [];
  const next = { ...kept, [to]: there.includes(form) ? there : [...there, form] };
  return Object.keys(next).length ? next : NO_FIELDS;
}

/** Fields as the termbase defines them: required ones that are missing, values outside their list. */
import type { Said } from '../said.js';
import type { Fields } from '../termbase/concept.js';
import { valueLabel } from '../termbase/categories.js';
import type { FieldDefinition } from '../termbase/definition.js';
import { caselessKey } from '../text/fold.js';
import { onConcept, onItem, onTerm, perConcept, type Correction, type TermbaseCheck } from './check.js';
import type { FindingCodes } from './said.js';

const required = {
  id: 'missing-field',
  severity: 'error',
} as const;

export const missingFieldCheck: TermbaseCheck = perConcept(required, function* (concept, facts) {
  for (const { name: field, level, required: isRequired } of facts.fields) {
    if (!isRequired) continue;
    const empty = (fields: Fields): boolean => !fields[field]?.some((value) => value.trim() !== '');
    if (level === 'concept') {
      const values = { field, level, text: '', language: null };
      if (empty(concept.fields))
        yield onConcept(required, concept, { code: 'field-missing', values }, { basis: field });
      continue;
    }
    for (const { language, fields, terms } of concept.languages) {
      if (level === 'language') {
        const values = { field, level, text: '', language };
        const text = terms[0]?.text ?? '';
        if (empty(fields))
          yield onItem(required, concept.id, text, { code: 'field-missing', values }, { language, basis: field });
        continue;
      }
      for (const term of terms) {
        const values = { field, level, text: term.text, language };
        const basis = `${term.text}\0${field}`;
        if (empty(term.fields))
          yield onTerm(required, concept, language, term, { code: 'field-missing', values }, { basis });
      }
    }
  }
});

const outside = {
  id: 'value-outside-list',
  severity: 'warning',
} as const;

export const valueOutsideListCheck: TermbaseCheck = perConcept(outside, function* (concept, facts) {
  for (const field of facts.fields) {
    if (!field.values) continue;
    if (field.level === 'concept')
      for (const value of strange(concept.fields, field))
        yield onItem(outside, concept.id, value, said(field, value), correctionOf(field, value));
    else
      for (const { language, fields, terms } of concept.languages) {
        if (field.level === 'language')
          for (const value of strange(fields, field))
            yield onItem(outside, concept.id, value, said(field, value), { language, ...correctionOf(field, value) });
        else
          for (const term of terms)
            for (const value of strange(term.fields, field))
              yield onTerm(outside, concept, language, term, said(field, value), {
                basis: `${term.text}\0${value}`,
                ...correctionOf(field, value),
              });
      }
  }
});

function strange(fields: Fields, { name, values }: FieldDefinition): string[] {
  return (fields[name] ?? []).filter((value) => !values!.includes(value));
}

function said(field: FieldDefinition, value: string): Said<FindingCodes> {
  const meant = meantBy(field, value);
  const values = { field: field.name, value, list: field.values!, ...(meant !== undefined && { meant }) };
  return { code: 'value-not-listed', values };
}

/** Capitals, spaces, hyphens and the like aside. */
const loose = (value: string): string => caselessKey(value).replace(/[\s\-_.]+/g, '');

/** The value of the list that it is but for its spelling, or by the word that people read for it; undefined: none, or several. */
function meantBy({ name, values }: FieldDefinition, value: string): string | undefined {
  const key = loose(value);
  const meant = values!.filter((one) => loose(one) === key || loose(valueLabel(name, one)) === key);
  return meant.length === 1 ? meant[0] : undefined;
}

function correctionOf(field: FieldDefinition, value: string): { readonly correction?: Correction } {
  const instead = meantBy(field, value);
  return instead === undefined ? {} : { correction: { kind: 'value', field: field.name, value, instead, safe: true } };
}

/** Fields as the termbase defines them: required ones that are missing, values outside their list. */
import { languageName } from '../language/tags.js';
import { fieldLabel, valueLabel } from '../termbase/categories.js';
import type { Fields } from '../termbase/concept.js';
import type { FieldDefinition } from '../termbase/definition.js';
import { onConcept, onTerm, perConcept, type Check } from './check.js';

const required = {
  id: 'missing-field',
  title: 'Missing required field',
  explains: 'A field that the termbase requires is empty.',
  severity: 'error',
} as const;

export const missingFieldCheck: Check = perConcept(required, function* (concept, facts) {
  for (const field of facts.fields) {
    if (!field.required) continue;
    const label = fieldLabel(field.name).toLowerCase();
    const empty = (fields: Fields): boolean => !fields[field.name]?.some((value) => value.trim() !== '');
    if (field.level === 'concept') {
      if (empty(concept.fields))
        yield onConcept(required, concept, `The concept has no ${label}.`, { basis: `${field.name}` });
    } else
      for (const section of concept.languages) {
        const { language } = section;
        if (field.level === 'language') {
          if (empty(section.fields))
            yield onConcept(required, concept, `There is no ${label} in ${languageName(language)}.`, {
              language,
              text: section.terms[0]?.text ?? '',
              basis: `${field.name}`,
            });
        } else
          for (const term of section.terms)
            if (empty(term.fields))
              yield onTerm(required, concept, language, term, `“${term.text}” has no ${label}.`, {
                basis: `${term.text}\0${field.name}`,
              });
      }
  }
});

const outside = {
  id: 'value-outside-list',
  title: 'Value outside its list',
  explains: 'A field has a value that is not in the list that the termbase defines for it.',
  severity: 'warning',
} as const;

export const valueOutsideListCheck: Check = perConcept(outside, function* (concept, facts) {
  for (const field of facts.fields) {
    if (!field.values) continue;
    if (field.level === 'concept')
      for (const value of strange(concept.fields, field))
        yield onConcept(outside, concept, said(field, value), { text: value, basis: value });
    else
      for (const { language, fields, terms } of concept.languages) {
        if (field.level === 'language')
          for (const value of strange(fields, field))
            yield onConcept(outside, concept, said(field, value), { language, text: value, basis: value });
        else
          for (const term of terms)
            for (const value of strange(term.fields, field))
              yield onTerm(outside, concept, language, term, said(field, value), { basis: `${term.text}\0${value}` });
      }
  }
});

function strange(fields: Fields, { name, values }: FieldDefinition): string[] {
  return (fields[name] ?? []).filter((value) => !values!.includes(value));
}

function said({ name, values }: FieldDefinition, value: string): string {
  const list = values!.slice(0, 8).map((v) => valueLabel(name, v));
  return `“${valueLabel(name, value)}” is no value of ${fieldLabel(name).toLowerCase()}: ${list.join(', ')}${values!.length > 8 ? ' …' : ''}.`;
}

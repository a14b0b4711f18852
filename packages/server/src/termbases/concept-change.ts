/** What a change does to a concept, before it is written. */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { canonicalTag, primaryLanguage } from '@fair-copy/core/language/tags.js';
import { OTHER_XML, type Level } from '@fair-copy/core/termbase/categories.js';
import { termsOf, type ConceptBody, type Fields, type Term } from '@fair-copy/core/termbase/concept.js';
import {
  hasTerm,
  withFields,
  withoutTerm,
  withTerm,
  withTermFields,
  withTermText,
} from '@fair-copy/core/termbase/edit.js';
import { withValues } from '@fair-copy/core/termbase/fields.js';
import { withSaidForm } from '@fair-copy/core/termbase/forms.js';
import { unmarked } from '@fair-copy/core/termbase/stem.js';
import { composed } from '@fair-copy/core/text/composed.js';
import { ApiError } from '../errors.js';

export type ConceptChange =
  | { readonly kind: 'add term'; readonly language: string; readonly text: string }
  | { readonly kind: 'change term'; readonly term: string; readonly text: string }
  | { readonly kind: 'delete term'; readonly term: string }
  | {
      readonly kind: 'set field';
      readonly level: Level;
      readonly language: string | null;
      readonly term: string | null;
      readonly field: string;
      readonly values: readonly string[];
    }
  | {
      readonly kind: 'say form';
      readonly language: string;
      readonly term: string;
      readonly form: string;
      readonly is: boolean;
    }
  | { readonly kind: 'split'; readonly terms: readonly string[] };

/** @returns the concept afterwards, without a language where its last term is gone, and what is said of it */
export function changed(
  body: ConceptBody,
  change: Exclude<ConceptChange, { kind: 'split' }>,
): { readonly body: ConceptBody; readonly title: KeptDone } {
  switch (change.kind) {
    case 'add term': {
      const language = canonicalTag(change.language);
      if (!language) throw new ApiError('language-unknown', { what: change.language });
      const text = termText(change.text);
      if (hasTerm(body, language, unmarked(text).text)) throw new ApiError('term-there');
      return { body: withTerm(body, language, text), title: did('term-added', { text: unmarked(text).text }) };
    }
    case 'change term': {
      const old = textOf(body, change.term);
      const text = termText(change.text);
      return {
        body: withTermText(body, change.term, text)!,
        title:
          old === unmarked(text).text
            ? did('stem-marked', { text: old })
            : did('term-changed', { from: old, to: unmarked(text).text }),
      };
    }
    case 'delete term': {
      const old = textOf(body, change.term);
      return { body: withoutTerm(body, change.term)!, title: did('term-deleted', { text: old }) };
    }
    case 'set field':
      return withChangedField(body, change);
    case 'say form':
      return withForm(body, change);
  }
}

/** The form is recorded at every term of this text, in all regions of the language. */
function withForm(
  body: ConceptBody,
  { language, term: text, form, is }: Extract<ConceptChange, { kind: 'say form' }>,
): { readonly body: ConceptBody; readonly title: KeptDone } {
  const primary = primaryLanguage(language);
  const isMeant = (term: Term, of: string): boolean => term.text === text && primaryLanguage(of) === primary;
  if (!body.languages.some((section) => section.terms.some((term) => isMeant(term, section.language))))
    throw new ApiError('not-found', { what: 'term' });
  const languages = body.languages.map((section) => ({
    ...section,
    terms: section.terms.map((term) =>
      isMeant(term, section.language) ? { ...term, fields: withSaidForm(term.fields, form, is) } : term,
    ),
  }));
  return { body: { ...body, languages }, title: did('form-said', { form, term: text, is }) };
}

function withChangedField(
  body: ConceptBody,
  { level, language, term, field, values }: Extract<ConceptChange, { kind: 'set field' }>,
): { readonly body: ConceptBody; readonly title: KeptDone } {
  if (field === OTHER_XML) throw new ApiError('field-fixed');
  const clean = values.map((value) => composed(value).trim()).filter(Boolean);
  const set = (fields: Fields): Fields => withValues(fields, field, clean);
  const about = level === 'term' && term ? textOf(body, term) : firstTerm(body);
  const title = did(clean.length ? 'field-set' : 'field-cleared', { field, text: about });
  if (level === 'concept') return { body: withFields(body, set(body.fields)), title };
  if (level === 'term') {
    if (!term) throw new ApiError('not-found', { what: 'term' });
    return { body: withTermFields(body, term, set(fieldsOf(body, term)))!, title };
  }
  const tag = language && canonicalTag(language);
  if (!tag || !body.languages.some((s) => s.language === tag)) throw new ApiError('not-found', { what: 'language' });
  return {
    body: {
      ...body,
      languages: body.languages.map((s) => (s.language === tag ? { ...s, fields: set(s.fields) } : s)),
    },
    title,
  };
}

export function termText(text: string): string {
  const clean = composed(text).replace(/\s+/gu, ' ').trim();
  if (!clean) throw new ApiError('term-empty');
  return clean;
}

function textOf(body: ConceptBody, termId: string): string {
  for (const { term } of termsOf(body)) if (term.id === termId) return term.text;
  throw new ApiError('not-found', { what: 'term' });
}

function fieldsOf(body: ConceptBody, termId: string): ConceptBody['fields'] {
  for (const { term } of termsOf(body)) if (term.id === termId) return term.fields;
  throw new ApiError('not-found', { what: 'term' });
}

export function firstTerm(body: ConceptBody): string {
  return body.languages[0]?.terms[0]?.text ?? '';
}

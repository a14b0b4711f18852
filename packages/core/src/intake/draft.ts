/** An entry as Intake makes it from one row or several, before it is a concept. */
import type { LanguageTag } from '../language/tags.js';
import { type ConceptBody, type Fields, type LanguageSection, type Origin } from '../termbase/concept.js';
import { isCompanion, joinedFields, VALUE_LANGUAGE, withValue } from '../termbase/fields.js';
import { exactKey } from '../text/fold.js';

export interface DraftTerm {
  readonly text: string;
  readonly fields: Fields;
}

export interface DraftLanguage {
  readonly language: LanguageTag;
  readonly fields: Fields;
  readonly terms: readonly DraftTerm[];
}

export interface Draft {
  readonly fields: Fields;
  /** Each with at least one term, or with fields. */
  readonly languages: readonly DraftLanguage[];
}

/** "de\0Schleuse" for each term: what decides whether two entries say the same. */
export function draftKeys(draft: Draft): string[] {
  return draft.languages.flatMap(({ language, terms }) => terms.map((term) => `${language}\0${exactKey(term.text)}`));
}

/** The languages that have a term. */
export function termLanguages(draft: Draft): DraftLanguage[] {
  return draft.languages.filter((section) => section.terms.length > 0);
}

/** Both in one: each term and each value once, in order. */
export function joinedDrafts(a: Draft, b: Draft): Draft {
  const languages = new Map(a.languages.map((section) => [section.language, section]));
  for (const section of b.languages) {
    const there = languages.get(section.language);
    languages.set(section.language, there ? joinedSections(there, section) : section);
  }
  return { fields: joinedFields(a.fields, b.fields), languages: [...languages.values()] };
}

function joinedSections(a: DraftLanguage, b: DraftLanguage): DraftLanguage {
  const terms = [...a.terms];
  for (const term of b.terms) addTerm(terms, term);
  return { language: a.language, fields: joinedFields(a.fields, b.fields), terms };
}

/** Adds a term, or its fields to the same term that is there. */
export function addTerm(terms: DraftTerm[], term: DraftTerm): void {
  const at = terms.findIndex((there) => there.text === term.text);
  const there = terms[at];
  if (there) terms[at] = { ...there, fields: joinedFields(there.fields, term.fields) };
  else terms.push(term);
}

/** The concept of a draft, with its origins. */
export function conceptOf(draft: Draft, ...origins: readonly Origin[]): ConceptBody {
  let next = 1;
  const languages: LanguageSection[] = termLanguages(draft).map(({ language, fields, terms }) => ({
    language,
    fields,
    terms: terms.map((term) => ({ id: `t${next++}`, text: term.text, fields: term.fields })),
  }));
  // What is said about a language without a term has no place of its own: it is kept on the concept, with its language.
  const orphans = draft.languages.filter((section) => section.terms.length === 0);
  const fields = orphans.reduce(
    (all, { language, fields: own }) =>
      Object.entries(own).reduce(
        (now, [field, values]) =>
          isCompanion(field)
            ? now
            : values.reduce((kept, value) => withValue(kept, field, value, { [VALUE_LANGUAGE]: language }), now),
        all,
      ),
    draft.fields,
  );
  return { fields, languages, origins };
}

/** The concept with what a draft adds to it: terms in their languages, values in their fields, each once. */
export function withDraft(body: ConceptBody, draft: Draft): ConceptBody {
  const existing: Draft = { fields: body.fields, languages: body.languages };
  const joined = joinedDrafts(
    {
      fields: existing.fields,
      languages: existing.languages.map((section) => ({
        ...section,
        terms: section.terms.map((term) => ({ text: exactKey(term.text), fields: term.fields })),
      })),
    },
    {
      fields: draft.fields,
      languages: draft.languages.map((section) => ({
        ...section,
        terms: section.terms.map((term) => ({ ...term, text: exactKey(term.text) })),
      })),
    },
  );
  const made = conceptOf(joined);
  const ids = new Map(
    body.languages.flatMap((s) => s.terms.map((t) => [`${s.language}\0${exactKey(t.text)}`, t] as const)),
  );
  let next = Math.max(0, ...[...ids.values()].map((term) => Number(term.id.slice(1)) || 0)) + 1;
  const languages = made.languages.map((section) => ({
    ...section,
    terms: section.terms.map((term) => {
      const there = ids.get(`${section.language}\0${term.text}`);
      return there ? { ...there, fields: term.fields } : { ...term, id: `t${next++}` };
    }),
  }));
  return { ...made, languages, origins: body.origins };
}

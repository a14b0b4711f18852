/** One change for many concepts, as pure functions: a body in, the changed body out, or the very same if nothing changes. */
import type { LanguageTag } from '../language/tags.js';
import { exactKey } from '../text/fold.js';
import type { Level } from './categories.js';
import { nextTermId, NO_FIELDS, type ConceptBody, type Fields, type LanguageSection } from './concept.js';
import { joinedFields, withValue, withValues } from './fields.js';

export type BulkChange =
  /** An empty value takes the field away. `language`: only there; null: in all languages. */
  | {
      readonly kind: 'set field';
      readonly field: string;
      readonly level: Level;
      readonly language: LanguageTag | null;
      readonly value: string;
      /** In place of what is there, beside it, or only where there is nothing. */
      readonly mode: 'replace' | 'add' | 'fill';
    }
  | { readonly kind: 'change language'; readonly from: LanguageTag; readonly to: LanguageTag };

export function applyBulk(body: ConceptBody, change: BulkChange): ConceptBody {
  switch (change.kind) {
    case 'set field':
      return withField(body, change);
    case 'change language':
      return withLanguage(body, change.from, change.to);
  }
}

function withField(body: ConceptBody, change: Extract<BulkChange, { kind: 'set field' }>): ConceptBody {
  const set = (fields: Fields): Fields => {
    const there = fields[change.field] ?? [];
    if (change.value.trim() === '') return there.length ? withValues(fields, change.field, []) : fields;
    if (change.mode === 'fill' && there.length) return fields;
    if (there.length === 1 && there[0] === change.value) return fields;
    return change.mode === 'add'
      ? withValue(fields, change.field, change.value)
      : withValues(fields, change.field, [change.value]);
  };
  if (change.level === 'concept') {
    const fields = set(body.fields);
    return fields === body.fields ? body : { ...body, fields };
  }
  let changed = false;
  const languages = body.languages.map((section) => {
    if (change.language && section.language !== change.language) return section;
    if (change.level === 'language') {
      const fields = set(section.fields);
      if (fields === section.fields) return section;
      changed = true;
      return { ...section, fields };
    }
    const terms = section.terms.map((term) => {
      const fields = set(term.fields);
      if (fields === term.fields) return term;
      changed = true;
      return { ...term, fields };
    });
    return { ...section, terms };
  });
  return changed ? { ...body, languages } : body;
}

/** Where the other language is there already, the terms go to it, each once. */
function withLanguage(body: ConceptBody, from: LanguageTag, to: LanguageTag): ConceptBody {
  const moved = body.languages.find((section) => section.language === from);
  if (!moved || from === to) return body;
  const there = body.languages.find((section) => section.language === to);
  if (!there)
    return {
      ...body,
      languages: body.languages.map((section) => (section === moved ? { ...section, language: to } : section)),
    };
  const joined = joinedSections(there, moved);
  return {
    ...body,
    languages: body.languages.filter((s) => s !== moved).map((section) => (section === there ? joined : section)),
  };
}

function joinedSections(a: LanguageSection, b: LanguageSection): LanguageSection {
  const terms = [...a.terms];
  for (const term of b.terms) {
    const at = terms.findIndex((t) => exactKey(t.text) === exactKey(term.text));
    const same = terms[at];
    if (same) terms[at] = { ...same, fields: joinedFields(same.fields, term.fields) };
    else terms.push(term);
  }
  return { language: a.language, fields: joinedFields(a.fields, b.fields), terms };
}

/** Several concepts as one: every term, every value and every origin of all of them, each once. */
export function mergedConcepts(bodies: readonly ConceptBody[]): ConceptBody {
  return bodies.reduce((a, b) => {
    let next = Number(nextTermId(a).slice(1));
    const languages = [...a.languages];
    for (const section of b.languages) {
      // Ids are unique within a concept: those that come in get new ones.
      const fresh = { ...section, terms: section.terms.map((term) => ({ ...term, id: `t${next++}` })) };
      const at = languages.findIndex((s) => s.language === section.language);
      const there = languages[at];
      if (there) languages[at] = joinedSections(there, fresh);
      else languages.push(fresh);
    }
    return { fields: joinedFields(a.fields, b.fields), languages, origins: [...a.origins, ...b.origins] };
  });
}

/**
 * Takes terms out of a concept into one of its own, which gets a copy of the concept's fields; null if all terms or
 * none would go.
 */
export function splitConcept(
  body: ConceptBody,
  termIds: readonly string[],
): { readonly rest: ConceptBody; readonly taken: ConceptBody } | null {
  const part = (wanted: boolean): LanguageSection[] =>
    body.languages.flatMap((section) => {
      const terms = section.terms.filter((term) => termIds.includes(term.id) === wanted);
      return terms.length ? [{ ...section, terms }] : [];
    });
  const rest = part(false);
  const taken = part(true);
  if (rest.length === 0 || taken.length === 0) return null;
  const { identifier: _own, ...fields } = body.fields;
  return {
    rest: { ...body, languages: rest },
    taken: { fields: Object.keys(fields).length ? fields : NO_FIELDS, languages: taken, origins: body.origins },
  };
}

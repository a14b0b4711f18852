/**
 * Concepts as rows: one column for each term a concept can have in a language ("de", "de", "pt"), with a column of
 * notes beside it where there are any. Intake reads such a sheet back with nothing lost.
 */
import { COLUMN_LIMIT } from '../sheet/model.js';
import type { LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type ConceptBody, type Fields } from '../termbase/concept.js';
import { DataError } from '../diagnostic.js';

export interface LayoutColumn {
  readonly header: string;
  readonly language: LanguageTag | null;
  /** Which of the language's terms; for the concept's own notes 0. */
  readonly slot: number;
  readonly part: 'term' | 'note';
}

/** Looks at all concepts once, then lays each out as a row. */
export class Layout {
  private readonly slots = new Map<LanguageTag, { terms: number; noted: Set<number> }>();
  private conceptNotes = false;

  /** @param languages only these, in this order; null: all, in order of appearance */
  constructor(private readonly languages: readonly LanguageTag[] | null = null) {
    for (const language of languages ?? []) this.slots.set(language, { terms: 1, noted: new Set() });
  }

  see(concept: ConceptBody): void {
    if (concept.fields.note?.length) this.conceptNotes = true;
    for (const { language, terms } of concept.languages) {
      let slot = this.slots.get(language);
      if (!slot) {
        if (this.languages) continue;
        this.slots.set(language, (slot = { terms: 0, noted: new Set() }));
      }
      slot.terms = Math.max(slot.terms, terms.length);
      terms.forEach((term, i) => term.fields.note?.length && slot.noted.add(i));
    }
  }

  columns(): LayoutColumn[] {
    const columns: LayoutColumn[] = [];
    for (const [language, { terms, noted }] of this.slots)
      for (let slot = 0; slot < terms; slot++) {
        columns.push({ header: language, language, slot, part: 'term' });
        if (noted.has(slot)) columns.push({ header: `${language} note`, language, slot, part: 'note' });
      }
    if (this.conceptNotes) columns.push({ header: 'note', language: null, slot: 0, part: 'note' });
    if (columns.length > COLUMN_LIMIT)
      throw new DataError('too-many-columns', { row: 1, count: columns.length, limit: COLUMN_LIMIT });
    return columns;
  }
}

export function layoutRow(concept: ConceptBody, columns: readonly LayoutColumn[]): string[] {
  return columns.map(({ language, slot, part }) => {
    if (language === null) return notes(concept.fields);
    const term = concept.languages.find((section) => section.language === language)?.terms[slot];
    return part === 'term' ? (term?.text ?? '') : notes(term?.fields ?? NO_FIELDS);
  });
}

function notes(fields: Fields): string {
  return (fields.note ?? []).join('\n');
}

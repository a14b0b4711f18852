/** One row of a sheet, by the reading of its columns, to a draft of an entry. */
import { languagesNamed } from '../language/names.js';
import { canonicalTag, type LanguageTag } from '../language/tags.js';
import { restoredCell } from '../sheet/delimited-write.js';
import type { SheetRow } from '../sheet/model.js';
import { IDENTIFIER } from '../termbase/categories.js';
import { NO_FIELDS, type Fields } from '../termbase/concept.js';
import { joinedFields, withValue } from '../termbase/fields.js';
import type { CleaningContext } from './cleaning/piece.js';
import { cleanCell, type Cleaned } from './cleaning/steps.js';
import { cleanValue } from './cleaning/values.js';
import { addTerm, type Draft, type DraftTerm } from './draft.js';
import { picturesIn } from './pictures.js';
import type { CellStepId, ColumnReading, Reading } from './reading.js';
import { standardValue } from './values.js';

interface Section {
  fields: Fields;
  terms: DraftTerm[];
}

/** Told of each step that touched a cell or would have. */
export type StepCounter = (step: CellStepId) => void;

export class RowReader {
  private readonly columns: readonly ColumnReading[];
  private readonly languageColumn: number | null;

  constructor(private readonly reading: Reading) {
    this.columns = reading.columns.filter((column) => column.role.value.kind !== 'ignored');
    this.languageColumn = reading.columns.find((column) => column.role.value.kind === 'language')?.index ?? null;
  }

  /** The client's id of the concept, or null. */
  idOf(row: SheetRow): string | null {
    const column = this.columns.find((c) => c.role.value.kind === 'id');
    return column ? (row.cells[column.index] ?? '').trim() || null : null;
  }

  draftOf(row: SheetRow, count: StepCounter): Draft {
    const sections = new Map<LanguageTag, Section>();
    const all: DraftTerm[][] = [];
    let fields: Fields = NO_FIELDS;
    /** Where the terms of the nearest column to the left begin, for fields that belong to them. */
    let newest: { readonly language: LanguageTag; readonly texts: readonly string[] } | null = null;
    const ofRow: { readonly field: string; readonly value: string }[] = [];
    const stated = this.languageColumn === null ? null : languageIn(row.cells[this.languageColumn] ?? '');
    for (const column of this.columns) {
      const role = column.role.value;
      const cell = row.cells[column.index] ?? '';
      if (role.kind === 'term' || role.kind === 'term of row') {
        const language = role.kind === 'term' ? role.language : stated;
        if (!language) continue;
        newest = { language, texts: [] };
        if (cell.trim() === '') continue;
        const section = sectionOf(sections, language);
        if (section.terms.length === 0) all.push(section.terms);
        const cleaned = this.cleaned(cell, language, count);
        const type = role.kind === 'term' ? role.type : undefined;
        for (const piece of cleaned.pieces)
          addTerm(section.terms, {
            text: piece.text,
            fields: type ? joinedFields({ termType: [type] }, piece.fields) : piece.fields,
          });
        for (const [field, values] of Object.entries(cleaned.ofConcept))
          for (const value of values) fields = withValue(fields, field, value);
        newest = { language, texts: cleaned.pieces.map((piece) => piece.text) };
        continue;
      }
      if (cell.trim() === '') continue;
      if (role.kind === 'id') fields = withValue(fields, IDENTIFIER, cell.trim());
      if (role.kind !== 'field') continue;
      const cut = role.field.indexOf(':');
      if (cut > 0) {
        // What belongs to the value just read: "definition:source".
        const said = { base: role.field.slice(0, cut), name: role.field, text: cell.trim() };
        if (role.level === 'concept') fields = withCompanion(fields, said);
        else if (role.language) {
          const section = sectionOf(sections, role.language);
          const at = section.terms.findIndex((term) => term.text === newest?.texts[0]);
          const term = section.terms[at];
          if (role.level === 'language') section.fields = withCompanion(section.fields, said);
          else if (term) section.terms[at] = { ...term, fields: withCompanion(term.fields, said) };
        }
        continue;
      }
      const values = this.values(role.field, cell);
      if (role.level === 'concept') for (const value of values) fields = withValue(fields, role.field, value);
      else if (role.level === 'language') {
        const language = role.language ?? stated ?? newest?.language;
        if (!language) continue;
        const section = sectionOf(sections, language);
        for (const value of values) section.fields = withValue(section.fields, role.field, value);
      } else if (role.language) {
        const section = sections.get(role.language);
        const near = newest?.language === role.language ? newest.texts : section?.terms.map((t) => t.text).slice(0, 1);
        if (section && near?.length) attach(section.terms, near, role.field, values);
        // Said about a term that is not there: it stays with the concept.
        else for (const value of values) fields = withValue(fields, role.field, value);
      } else for (const value of values) ofRow.push({ field: role.field, value });
    }
    for (const { field, value } of ofRow) fields = this.toAllTerms(all, field, value, fields);
    return {
      fields,
      languages: [...sections]
        .map(([language, section]) => ({ language, fields: section.fields, terms: section.terms }))
        .filter((section) => section.terms.length > 0 || section.fields !== NO_FIELDS),
    };
  }

  private toAllTerms(all: readonly DraftTerm[][], field: string, value: string, fields: Fields): Fields {
    if (all.every((terms) => terms.length === 0)) return withValue(fields, field, value);
    for (const terms of all)
      terms.forEach((term, i) => {
        if (!term.fields[field]) terms[i] = { ...term, fields: withValue(term.fields, field, value) };
      });
    return fields;
  }

  private cleaned(cell: string, language: LanguageTag, count: StepCounter): Cleaned {
    const text = this.reading.source.kind === 'delimited' ? restoredCell(cell) : cell;
    const cleaned = cleanCell(text, this.reading.steps, cleaningContext(this.reading, language));
    for (const id of cleaned.touched) count(id);
    for (const id of cleaned.wouldTouch) count(id);
    return cleaned;
  }

  /** A cell of a closed list may hold several ("f; n"); any other field is one text. */
  private values(field: string, cell: string): string[] {
    if (field === 'xGraphic') return picturesIn(cell);
    const text = cleanValue(this.reading.source.kind === 'delimited' ? restoredCell(cell) : cell, this.reading.steps);
    const whole = standardValue(field, text);
    if (whole) return [whole];
    const parts = text.split(/\s*[;,/]\s*/).map((part) => standardValue(field, part));
    return parts.length > 1 && parts.every((part) => part !== null) ? (parts as string[]) : [text];
  }
}

/** What the cleaning steps have to know of a reading. */
export function cleaningContext(reading: Reading, language: LanguageTag | null): CleaningContext {
  const dictionary = reading.source.kind === 'delimited' && reading.source.pattern?.value.groups != null;
  return { separators: reading.separators, language, squareIsSubject: dictionary };
}

function sectionOf(sections: Map<LanguageTag, Section>, language: LanguageTag): Section {
  let section = sections.get(language);
  if (!section) sections.set(language, (section = { fields: NO_FIELDS, terms: [] }));
  return section;
}

/** Puts a text beside the last value of its field. */
function withCompanion(
  fields: Fields,
  { base, name, text }: { readonly base: string; readonly name: string; readonly text: string },
): Fields {
  const count = fields[base]?.length ?? 0;
  if (count === 0) return withValue(fields, base, text);
  const texts = Array.from({ length: count }, (_, i) => (i === count - 1 ? text : (fields[name]?.[i] ?? '')));
  return { ...fields, [name]: texts };
}

/** What is true of every term of a cell; the rest belongs to the first. */
const OF_ALL = new Set(['partOfSpeech', 'administrativeStatus', 'customerSubset', 'geographicalUsage']);

/** As many values as terms: each to its own. One value: to all or to the first. */
function attach(terms: DraftTerm[], near: readonly string[], field: string, values: readonly string[]): void {
  near.forEach((text, n) => {
    const mine =
      values.length === near.length && near.length > 1 ? [values[n]!] : n === 0 || OF_ALL.has(field) ? values : [];
    const at = terms.findIndex((term) => term.text === text);
    const term = terms[at];
    if (term)
      terms[at] = { ...term, fields: mine.reduce((fields, value) => withValue(fields, field, value), term.fields) };
  });
}

const NAMED = new Map<string, LanguageTag | null>();

/** "German", "de-AT", "DEU" in a cell of its own. */
export function languageIn(cell: string): LanguageTag | null {
  const text = cell.trim();
  let tag = NAMED.get(text);
  if (tag === undefined) {
    tag = text ? (languagesNamed(text)[0]?.tag ?? canonicalTag(text)) : null;
    if (NAMED.size > 5000) NAMED.clear();
    NAMED.set(text, tag);
  }
  return tag;
}

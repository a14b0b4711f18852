/** One row of a sheet, by the reading of its columns, to a draft of an entry. */
import { hasGroups } from '../document/pattern.js';
import { languagesNamed } from '../language/names.js';
import { canonicalTag, type LanguageTag } from '../language/tags.js';
import { restoredCell } from '../sheet/delimited-write.js';
import type { SheetRow } from '../sheet/model.js';
import { IDENTIFIER } from '../termbase/categories.js';
import { NO_FIELDS, type Fields } from '../termbase/concept.js';
import { joinedFields, VALUE_LANGUAGE, withValue } from '../termbase/fields.js';
import { STEM, withStem } from '../termbase/stem.js';
import type { CleaningContext } from './cleaning/piece.js';
import { cleanCell, type Cleaned } from './cleaning/steps.js';
import { cleanValue } from './cleaning/values.js';
import { addTerm, type Draft, type DraftTerm } from './draft.js';
import { picturesIn } from './pictures.js';
import { cellsBeyond, type CellStepId, type ColumnReading, type Reading, type Role } from './reading.js';
import { standardValue } from './values.js';

interface Section {
  fields: Fields;
  terms: DraftTerm[];
}

/** Told of each step that touched a cell or would have. */
export type StepCounter = (step: CellStepId) => void;

type FieldRole = Extract<Role, { kind: 'field' }>;

/** What a row says, put together column by column, from the left. */
class RowDraft {
  private readonly sections = new Map<LanguageTag, Section>();
  private fields: Fields = NO_FIELDS;
  /** The terms of the nearest column to the left, for fields that belong to them. */
  private newest: { readonly language: LanguageTag; readonly texts: readonly string[] } | null = null;
  /** Of a term, without saying of which: of all of the row. */
  private readonly ofAll: { readonly field: string; readonly value: string }[] = [];

  /** `stated`: the language that the row itself names. */
  constructor(private readonly stated: LanguageTag | null) {}

  /** A column of terms begins; it may be empty in this row. */
  column(language: LanguageTag): void {
    this.newest = { language, texts: [] };
  }

  terms(language: LanguageTag, type: string | undefined, { pieces, ofConcept }: Cleaned): void {
    const section = sectionOf(this.sections, language);
    for (const { text, fields } of pieces)
      addTerm(section.terms, { text, fields: type ? joinedFields({ termType: [type] }, fields) : fields });
    for (const [field, values] of Object.entries(ofConcept)) for (const value of values) this.value(field, value);
    this.newest = { language, texts: pieces.map((piece) => piece.text) };
  }

  /** Of the concept. @param language of the value itself; null: it is not said */
  value(field: string, value: string, language: LanguageTag | null = null): void {
    if (this.fields[field]?.includes(value)) return;
    this.fields = withValue(this.fields, field, value, language ? { [VALUE_LANGUAGE]: language } : {});
  }

  /** What belongs to the value just read: "definition:source". */
  companion({ field: name, level, language }: FieldRole, text: string): void {
    const said = { base: name.slice(0, name.indexOf(':')), name, text };
    if (level === 'concept') this.fields = withCompanion(this.fields, said);
    else if (language) {
      const section = sectionOf(this.sections, language);
      const at = section.terms.findIndex((term) => term.text === this.newest?.texts[0]);
      const term = section.terms[at];
      if (level === 'language') section.fields = withCompanion(section.fields, said);
      else if (term) section.terms[at] = { ...term, fields: withCompanion(term.fields, said) };
    }
  }

  field({ field, level, language }: FieldRole, values: readonly string[]): void {
    const ofConcept = (): void => values.forEach((value) => this.value(field, value, language));
    if (level === 'concept') return ofConcept();
    if (level === 'language') {
      const of = language ?? this.stated ?? this.newest?.language;
      if (!of) return;
      const section = sectionOf(this.sections, of);
      for (const value of values) section.fields = withValue(section.fields, field, value);
    } else if (language) {
      const section = this.sections.get(language);
      const near =
        this.newest?.language === language ? this.newest.texts : section?.terms.map((t) => t.text).slice(0, 1);
      if (section && near?.length) attach(section.terms, near, field, values);
      // Said about a term that is not there: it stays with the concept.
      else ofConcept();
    } else for (const value of values) this.ofAll.push({ field, value });
  }

  get hasTerms(): boolean {
    return [...this.sections.values()].some(({ terms }) => terms.length > 0);
  }

  done(): Draft {
    for (const { field, value } of this.ofAll) this.toAllTerms(field, value);
    return {
      fields: this.fields,
      languages: [...this.sections]
        .map(([language, section]) => ({ language, fields: section.fields, terms: section.terms }))
        .filter((section) => section.terms.length > 0 || section.fields !== NO_FIELDS),
    };
  }

  private toAllTerms(field: string, value: string): void {
    const all = [...this.sections.values()].map(({ terms }) => terms);
    if (all.every((terms) => terms.length === 0)) return this.value(field, value);
    for (const terms of all)
      terms.forEach((term, i) => {
        if (!term.fields[field]) terms[i] = { ...term, fields: withValue(term.fields, field, value) };
      });
  }
}

/** What people and programs write where a term is missing. Common practice. */
const PLACEHOLDER =
  /^(?:\?+|-{1,3}|[–—]+|\.{2,}|…|_+|x{3,}|n\/a|n\.\s?a\.?|k\.\s?a\.?|n\.\s?v\.?|tb[dc]|t\.b\.[dc]\.?|todo|to do|to be (?:defined|translated|confirmed)|#(?:n\/a|nv|ref!|bezug!|value!|wert!|name\?|div\/0!|num!|null!))$/i;

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

  /** The languages for which a row has something in place of a term: "???", "n/a", "TODO". */
  placeholders(row: SheetRow): LanguageTag[] {
    return this.columns.flatMap(({ index, role: { value } }) =>
      value.kind === 'term' && this.isPlaceholder(row.cells[index] ?? '') ? [value.language] : [],
    );
  }

  /** In an exchange file every term stands for itself. */
  private isPlaceholder(cell: string): boolean {
    const { kind } = this.reading.source;
    return (kind === 'delimited' || kind === 'workbook' || kind === 'document') && PLACEHOLDER.test(cell.trim());
  }

  draftOf(row: SheetRow, count: StepCounter): Draft {
    const stated = this.languageColumn === null ? null : languageIn(row.cells[this.languageColumn] ?? '');
    const draft = new RowDraft(stated);
    for (const column of this.columns) {
      const role = column.role.value;
      const cell = row.cells[column.index] ?? '';
      const filled = cell.trim() !== '';
      if (role.kind === 'term' || role.kind === 'term of row') {
        const language = role.kind === 'term' ? role.language : stated;
        if (!language) continue;
        draft.column(language);
        if (filled && !this.isPlaceholder(cell))
          draft.terms(language, role.kind === 'term' ? role.type : undefined, this.cleaned(cell, language, count));
      } else if (!filled) continue;
      else if (role.kind === 'id') draft.value(IDENTIFIER, cell.trim());
      else if (role.kind === 'field' && role.field.includes(':')) draft.companion(role, cell.trim());
      else if (role.kind === 'field') draft.field(role, this.values(role.field, cell));
    }
    if (this.reading.sheetSubject?.taken && draft.hasTerms) draft.value('subjectField', this.reading.sheetSubject.name);
    for (const text of cellsBeyond(row, this.reading)) draft.value('note', text.trim());
    return draft.done();
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
  const dictionary = reading.source.kind === 'delimited' && hasGroups(reading.source.pattern?.value);
  return { separators: reading.separators, language, squareIsSubject: dictionary || reading.squareIsSubject === true };
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
  if (name === STEM) return withStem(fields, text);
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

/**
 * Concepts as rows: a column for each term that a concept can have in a language ("de", "de", "pt"), with the fields
 * of the term beside it, then the fields of the language, then those of the concept. Intake reads such a sheet back
 * with nothing lost.
 */
import { COLUMN_LIMIT } from '../sheet/model.js';
import type { LanguageTag } from '../language/tags.js';
import { CATEGORIES, fieldLabel, IDENTIFIER, valueLabel, type Level } from '../termbase/categories.js';
import type { ConceptBody, Fields } from '../termbase/concept.js';
import { STEM } from '../termbase/stem.js';
import { DataError } from '../diagnostic.js';

export interface LayoutColumn {
  readonly header: string;
  readonly language: LanguageTag | null;
  /** Which of the language's terms; for fields of the language or the concept 0. */
  readonly slot: number;
  /** Null: the term itself. */
  readonly field: string | null;
  readonly level: Level;
  /** Which value of the field. */
  readonly value: number;
}

/** Field → how many values. */
type FieldCounts = Map<string, number>;

interface LanguageSlots {
  readonly terms: FieldCounts[];
  readonly fields: FieldCounts;
}

const ORDER = new Map([IDENTIFIER, ...CATEGORIES.map((category) => category.name)].map((name, i) => [name, i]));

/** Looks at all concepts once, then lays each out as a row. */
export class Layout {
  private readonly slots = new Map<LanguageTag, LanguageSlots>();
  private readonly concept: FieldCounts = new Map();

  /**
   * @param languages only these, in this order; null: all, in order of appearance
   * @param stems with a column for stem marks, for what is taken in; a sheet that is handed over has none
   */
  constructor(
    private readonly languages: readonly LanguageTag[] | null = null,
    private readonly stems = false,
  ) {
    for (const language of languages ?? []) this.slots.set(language, { terms: [new Map()], fields: new Map() });
  }

  see(concept: ConceptBody): void {
    note(this.concept, concept.fields);
    for (const { language, fields, terms } of concept.languages) {
      let slot = this.slots.get(language);
      if (!slot) {
        if (this.languages) continue;
        this.slots.set(language, (slot = { terms: [], fields: new Map() }));
      }
      note(slot.fields, fields);
      terms.forEach((term, i) => note((slot.terms[i] ??= new Map()), term.fields));
    }
  }

  columns(): LayoutColumn[] {
    const columns: LayoutColumn[] = [...fieldColumns(this.concept, null, 0, 'concept', (f) => f === IDENTIFIER)];
    for (const [language, { terms, fields }] of this.slots) {
      terms.forEach((counts, slot) => {
        columns.push({ header: language, language, slot, field: null, level: 'term', value: 0 });
        columns.push(...fieldColumns(counts, language, slot, 'term'));
        if (this.stems && counts.has(STEM))
          columns.push({ header: `${language} stem`, language, slot, field: STEM, level: 'term', value: 0 });
      });
      columns.push(...fieldColumns(fields, language, 0, 'language'));
    }
    columns.push(...fieldColumns(this.concept, null, 0, 'concept', (f) => f !== IDENTIFIER));
    if (columns.length > COLUMN_LIMIT)
      throw new DataError('too-many-columns', { row: 1, count: columns.length, limit: COLUMN_LIMIT });
    return columns;
  }
}

function note(counts: FieldCounts, fields: Fields): void {
  for (const field in fields) counts.set(field, Math.max(counts.get(field) ?? 0, fields[field]!.length));
}

/** In the order of the standard's list; what belongs to single values right after its field, value by value. */
function* fieldColumns(
  counts: FieldCounts,
  language: LanguageTag | null,
  slot: number,
  level: Level,
  wanted: (field: string) => boolean = () => true,
): Generator<LayoutColumn> {
  const names = [...counts.keys()].filter(wanted);
  const own = names.filter((name) => !name.includes(':')).sort((a, b) => (ORDER.get(a) ?? 99) - (ORDER.get(b) ?? 99));
  for (const field of own) {
    const companions = names.filter((name) => name.startsWith(`${field}:`));
    for (let value = 0; value < counts.get(field)!; value++)
      for (const name of [field, ...companions])
        yield { header: headerOf(name, language), language, slot, field: name, level, value };
  }
}

function headerOf(field: string, language: LanguageTag | null): string {
  const [name, of] = field.split(':') as [string, string | undefined];
  const label = of ? `${fieldLabel(name)}: ${fieldLabel(of)}` : fieldLabel(name);
  return language ? `${language} ${label.toLowerCase()}` : label;
}

export function layoutRow(concept: ConceptBody, columns: readonly LayoutColumn[]): string[] {
  const sections = new Map(concept.languages.map((section) => [section.language, section]));
  return columns.map(({ language, slot, field, level, value }) => {
    const section = language === null ? undefined : sections.get(language);
    if (field === null) return section?.terms[slot]?.text ?? '';
    const fields =
      level === 'concept' ? concept.fields : level === 'language' ? section?.fields : section?.terms[slot]?.fields;
    const text = fields?.[field]?.[value];
    return text === undefined ? '' : valueLabel(field, text);
  });
}

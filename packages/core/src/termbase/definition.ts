/** What a termbase records: its fields, their levels, their lists of values, which are required. */
import { CATEGORIES, categoryNamed, IDENTIFIER, OTHER_XML, type Level } from './categories.js';
import type { ConceptBody, Fields } from './concept.js';
import { isCompanion } from './fields.js';

export interface FieldDefinition {
  readonly name: string;
  readonly level: Level;
  /** The only values it may have; null: any text. */
  readonly values: readonly string[] | null;
  readonly required: boolean;
}

/** A field as the standard has it: with its closed list, if it has one. */
export function definitionOf(name: string, level?: Level): FieldDefinition {
  const category = categoryNamed(name);
  return {
    name,
    level: level ?? category?.level ?? 'concept',
    values: category?.values ? Object.keys(category.values) : null,
    required: false,
  };
}

/** The fields that the standard gives a closed list. */
export const STANDARD_LISTS: readonly FieldDefinition[] = CATEGORIES.filter(({ values }) => values).map(({ name }) =>
  definitionOf(name),
);

/** Both, each field once per level; what is defined already stays as it is. */
export function withDefinitions(
  there: readonly FieldDefinition[],
  more: readonly FieldDefinition[],
): readonly FieldDefinition[] {
  const missing = more.filter((field) => !there.some((t) => t.name === field.name && t.level === field.level));
  return missing.length ? sorted([...there, ...missing]) : there;
}

const ORDER = new Map([IDENTIFIER, ...CATEGORIES.map((c) => c.name)].map((name, i) => [name, i]));
const LEVELS: readonly Level[] = ['concept', 'language', 'term'];

function sorted(fields: readonly FieldDefinition[]): FieldDefinition[] {
  return [...fields].sort(
    (a, b) =>
      LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level) || (ORDER.get(a.name) ?? 99) - (ORDER.get(b.name) ?? 99),
  );
}

/** Collects the fields that concepts use. */
export class UsedFields {
  private readonly seen = new Set<string>();

  see(body: Pick<ConceptBody, 'fields' | 'languages'>): void {
    this.add(body.fields, 'concept');
    for (const { fields, terms } of body.languages) {
      this.add(fields, 'language');
      for (const term of terms) this.add(term.fields, 'term');
    }
  }

  definitions(): FieldDefinition[] {
    return [...this.seen].map((key) => {
      const cut = key.indexOf(' ');
      return definitionOf(key.slice(cut + 1), key.slice(0, cut) as Level);
    });
  }

  private add(fields: Fields, level: Level): void {
    for (const name in fields)
      if (!isCompanion(name) && name !== OTHER_XML && name !== IDENTIFIER) this.seen.add(`${level} ${name}`);
  }
}

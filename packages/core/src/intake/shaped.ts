/**
 * Concepts as rows in the shape of the sheet that they came from: its columns in their order, several terms in a cell
 * as the client writes them, several rows for a concept where the client does so.
 */
import { languageName } from '../language/tags.js';
import type { WordsOfColumns } from './client-words.js';
import type { ColumnReading, Reading } from './reading.js';
import { IDENTIFIER, valueLabel } from '../termbase/categories.js';
import type { ConceptBody, Fields, LanguageSection, Term } from '../termbase/concept.js';
import { isCompanion } from '../termbase/fields.js';

/** What is kept of a reading to write in its shape again. */
export interface Shape {
  /** The file that it comes from. */
  readonly file: string;
  readonly columns: readonly ColumnReading[];
  readonly grouping: Reading['grouping']['value'];
  readonly separator: string;
  /** The client's own words for values and languages; left out by earlier versions. */
  readonly words?: WordsOfColumns;
}

export function shapeOf(file: string, reading: Reading, words: WordsOfColumns = {}): Shape {
  const [first] = reading.separators;
  const separator = first === '\n' ? '\n' : first && first !== ', ' ? `${first.trim()} ` : '; ';
  return { file, columns: reading.columns, grouping: reading.grouping.value, separator, words };
}

export function shapedHeader({ columns }: Shape): string[] {
  return columns.map(
    ({ header, role }) => header || (role.value.kind === 'term' ? languageName(role.value.language) : ''),
  );
}

/** A group of terms that share what a row says about all its terms. */
interface Row {
  readonly languages: Map<string, Term[]>;
}

/**
 * @param left counts values that the shape has no column for
 */
export function shapedRows(concept: ConceptBody, shape: Shape, left: { count: number }): string[][] {
  const long = shape.columns.some(({ role }) => role.value.kind === 'term of row');
  const rows = long ? oneTermEach(concept) : grouped(concept, shape);
  left.count += homeless(concept, shape, long);
  return rows.map((row, i) => cellsOf(concept, row, shape, i === 0));
}

function oneTermEach({ languages }: ConceptBody): Row[] {
  return languages.flatMap((s) => s.terms.map((term) => ({ languages: new Map([[s.language as string, [term]]]) })));
}

/** The fields that a row states once for all its terms decide which terms can share a row. */
function grouped({ languages }: ConceptBody, { columns, grouping }: Shape): Row[] {
  const ofRow = columns.flatMap(({ role: { value } }) =>
    value.kind === 'field' && value.level === 'term' && value.language === null ? [value.field] : [],
  );
  const rows = new Map<string, Row>();
  for (const { language, terms } of languages)
    for (const term of terms) {
      const key = grouping === 'rows' ? '' : JSON.stringify(ofRow.map((field) => term.fields[field] ?? []));
      let row = rows.get(key);
      if (!row) rows.set(key, (row = { languages: new Map() }));
      row.languages.set(language, [...(row.languages.get(language) ?? []), term]);
    }
  return [...rows.values()];
}

function cellsOf(concept: ConceptBody, row: Row, shape: Shape, first: boolean): string[] {
  const taken = new Map<string, Term[]>([...row.languages].map(([language, terms]) => [language, [...terms]]));
  let near: readonly Term[] = [];
  return shape.columns.map(({ role: { value }, index: column }, index) => {
    const words = shape.words?.[column] ?? {};
    switch (value.kind) {
      case 'id':
        return first || shape.grouping === 'id' ? (concept.fields[IDENTIFIER]?.[0] ?? '') : '';
      case 'term':
        near = take(taken.get(value.language) ?? [], value.type, shape, index);
        return near.map((term) => term.text).join(shape.separator);
      case 'term of row':
        near = [...row.languages.values()].flat();
        return near.map((term) => term.text).join(shape.separator);
      case 'language':
        return [...row.languages.keys()].map((tag) => words[tag] ?? tag).join(shape.separator);
      case 'field':
        return fieldCell(concept, row, near, value, { separator: shape.separator, words }, first);
      default:
        return '';
    }
  });
}

/** The terms of a column: those of its type; where another column of the language follows, only the first. */
function take(terms: Term[], type: string | undefined, { columns }: Shape, index: number): Term[] {
  const typed = new Set(
    columns.flatMap(({ role: { value } }) => (value.kind === 'term' && value.type ? [value.type] : [])),
  );
  const fits = (term: Term): boolean => {
    const own = term.fields.termType?.[0];
    return type ? own === type : own === undefined || !typed.has(own);
  };
  const here = columns[index]!.role.value;
  const more = columns
    .slice(index + 1)
    .some(
      ({ role: { value } }) =>
        value.kind === 'term' && here.kind === 'term' && value.language === here.language && value.type === type,
    );
  const chosen = terms.filter(fits).slice(0, more ? 1 : undefined);
  for (const term of chosen) terms.splice(terms.indexOf(term), 1);
  return chosen;
}

function fieldCell(
  concept: ConceptBody,
  row: Row,
  near: readonly Term[],
  { field, level, language }: Extract<ColumnReading['role']['value'], { kind: 'field' }>,
  { separator, words }: { readonly separator: string; readonly words: Readonly<Record<string, string>> },
  first: boolean,
): string {
  const shown = (fields: Fields | undefined): string[] =>
    (fields?.[field] ?? []).map((value) => words[value] ?? valueLabel(field, value));
  if (level === 'concept') return first ? shown(concept.fields).join(separator) : '';
  if (level === 'language')
    return first ? shown(concept.languages.find((s) => s.language === language)?.fields).join(separator) : '';
  const terms = language === null ? [...row.languages.values()].flat() : near;
  const values = terms.map((term) => shown(term.fields).join(separator));
  // One value for all is said once; several stand in the order of their terms.
  return new Set(values).size === 1
    ? values[0]!
    : language === null
      ? (values.find(Boolean) ?? '')
      : values.join(separator);
}

/** How many terms and values have no column. */
function homeless(concept: ConceptBody, { columns }: Shape, long: boolean): number {
  const languages = new Set(
    columns.flatMap(({ role: { value } }) => (value.kind === 'term' ? [value.language as string] : [])),
  );
  const fields = new Set(
    columns.flatMap(({ role: { value } }) =>
      value.kind === 'field'
        ? [`${value.level} ${value.field} ${(value.level !== 'concept' && value.language) || ''}`]
        : [],
    ),
  );
  const types = columns.some(({ role: { value } }) => value.kind === 'term' && value.type);
  const missing = (values: Fields, level: string, language: string): number =>
    Object.entries(values).reduce((sum, [name, list]) => {
      if (name === IDENTIFIER || isCompanion(name) || (name === 'termType' && types)) return sum;
      const has = fields.has(`${level} ${name} ${language}`) || fields.has(`${level} ${name} `);
      return has ? sum : sum + list.length;
    }, 0);
  return concept.languages.reduce(
    (sum, section: LanguageSection) =>
      sum +
      (long || languages.has(section.language)
        ? missing(section.fields, 'language', section.language) +
          section.terms.reduce((n, term) => n + missing(term.fields, 'term', section.language), 0)
        : section.terms.length),
    missing(concept.fields, 'concept', ''),
  );
}

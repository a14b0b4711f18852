/** What a header cell says about its column, and which row is the header. */
import { because, type Guess, type Reason } from '../guess.js';
import { languagesNamed, type NamedLanguage } from '../language/names.js';
import { primaryLanguage } from '../language/tags.js';
import { isBlank, type SheetRow } from '../sheet/model.js';
import { fieldOfWord, isPart, type FieldName } from './field-names.js';

export interface HeaderCell {
  readonly languages: readonly NamedLanguage[];
  readonly field: FieldName | null;
}

/** "Deutsch", "Term (EN)", "DE note", "Benennung Deutsch", "Anmerkung": languages and field that a header names. */
export function readHeaderCell(text: string): HeaderCell {
  const clean = text.replace(/\s+/g, ' ').trim();
  if (!clean || clean.length > 80) return { languages: [], field: null };
  const whole = languagesNamed(clean).filter(({ tag }) => !endsInField(tag));
  const ownField = fieldOfWord(clean);
  if (whole.length > 0) {
    // "ID" and "No" are Indonesian and Norwegian too; as headers they are numbers unless the text says otherwise.
    return { languages: ownField ? whole.map((l) => ({ ...l, sureness: l.sureness * 0.3 })) : whole, field: ownField };
  }
  if (ownField) return { languages: [], field: ownField };
  const words = clean.split(/[\s_/:–—()[\].,-]+/).filter(Boolean);
  const fields = fieldsOfWords(words);
  const strongest = (wanted: (f: FieldName) => boolean): FieldName | undefined =>
    fields.find((f) => f && wanted(f)) ?? undefined;
  const field = strongest((f) => !isPart(f)) ?? strongest((f) => f === 'number') ?? strongest(() => true) ?? null;
  // "Client: Harbour Office" is a title, not the name of a column: most words have to be known.
  const known = words.filter((word, i) => fields[i] || languagesNamed(word).length > 0).length;
  if (!field || words.length > 6 || known < words.length / 2 || (words.length > 2 && known === words.length / 2))
    return { languages: [], field: null };
  const rest = words.filter((_, i) => !fields[i]).join(' ');
  const bracket = /[([]([^()[\]]+)[)\]]/.exec(clean)?.[1];
  const named =
    [rest, bracket ?? '', ...words.filter((_, i) => !fields[i])].map(languagesNamed).find((l) => l.length > 0) ?? [];
  return { languages: named.map((l) => ({ ...l, sureness: l.sureness * 0.97 })), field };
}

/** "DE_Status" looks like a tag with a variant, and is none. */
function endsInField(tag: string): boolean {
  const last = tag.split('-').at(-1)!;
  return last.length > 4 && fieldOfWord(last) !== null;
}

/** The field of each word, phrases of up to three words first: "part of speech" is one field. */
function fieldsOfWords(words: readonly string[]): (FieldName | null)[] {
  const fields: (FieldName | null)[] = [];
  for (let at = 0; at < words.length;) {
    let length = Math.min(3, words.length - at);
    let field: FieldName | null = null;
    for (; length > 0; length--) {
      field = fieldOfWord(words.slice(at, at + length).join(' '));
      if (field) break;
    }
    length = Math.max(1, length);
    for (let i = 0; i < length; i++) fields.push(field);
    at += length;
  }
  return fields;
}

const SEARCHED = 30;

/** The header row among the first rows, or none, with the reason. */
export function findHeaderRow(rows: readonly SheetRow[]): Guess<number | null> {
  const filled = rows.filter((row) => !isBlank(row)).slice(0, SEARCHED);
  let best: Guess<number | null> | null = null;
  for (const row of filled) {
    const found = headerSureness(row, rows);
    if (found && found.sureness > (best?.sureness ?? 0)) best = { value: row.number, ...found };
  }
  return (
    best ??
    contrastingHeader(filled, rows) ?? {
      value: null,
      sureness: 0.85,
      reason: because('no-header'),
    }
  );
}

/** Cells of a row that show whether it is worth looking at all of it. */
const LOOKED_AT = 8;
/** Of the cells of a header, that name a language or a field. */
const MOSTLY = 0.6;

/** Whether a row is surely a header: it names two languages, most of its cells are names, and it is no data about languages. */
export function isLanguageHeader(row: SheetRow, all: readonly SheetRow[]): boolean {
  // Most rows are none, which their first cells show.
  const first = row.cells.filter((cell) => cell.trim() !== '').slice(0, LOOKED_AT);
  if (first.filter((cell) => readHeaderCell(cell).languages.length > 0).length < 2) return false;
  if (headerSureness(row, all)?.reason.code !== 'names-languages') return false;
  const cells = row.cells.filter((cell) => cell.trim() !== '').map(readHeaderCell);
  return cells.filter(({ field, languages }) => field !== null || languages.length > 0).length >= cells.length * MOSTLY;
}

function headerSureness(
  row: SheetRow,
  all: readonly SheetRow[],
): { readonly sureness: number; readonly reason: Reason } | null {
  const texts = row.cells.filter((cell) => cell.trim() !== '');
  const cells = texts.map(readHeaderCell);
  const named = cells.flatMap((cell) =>
    cell.languages[0] && cell.languages[0].sureness > 0.5 ? [cell.languages[0].tag] : [],
  );
  const distinct = new Set(named.map(primaryLanguage));
  const fields = cells.filter((cell) => cell.field !== null).length;
  // "Finnish – Finnisch" in a list of languages is data: the cells name the same language.
  if (distinct.size >= 2) {
    if (repeats(row, all)) return null;
    return { sureness: 0.98, reason: because('names-languages', { count: distinct.size }) };
  }
  if (named.length >= 2 && fields === 0) {
    const regions = new Set(named);
    if (regions.size < 2 || repeats(row, all)) return null;
    return { sureness: 0.9, reason: because('names-forms', { count: regions.size }) };
  }
  // The more of its cells are known, the surer; a language that stands below again and again is a value.
  const known = cells.filter((cell) => cell.field !== null || cell.languages.length > 0).length / texts.length;
  if (named.length >= 1 && fields >= 1 && !standsBelow(row, all))
    return { sureness: 0.88 + 0.05 * known, reason: because('names-language-and-field') };
  if (fields >= 2 && fields >= texts.length / 2)
    return { sureness: 0.85 + 0.07 * known, reason: because('names-fields') };
  if (named.length === 1 && texts.length === 1 && width(all) === 1)
    return { sureness: 0.7, reason: because('names-language') };
  return null;
}

/** Whether a cell of the row that names a language stands in its column again, in several of the rows below. */
function standsBelow(row: SheetRow, all: readonly SheetRow[]): boolean {
  const below = all.filter((other) => other.number > row.number).slice(0, 100);
  return row.cells.some(
    (cell, i) =>
      languagesNamed(cell).length > 0 &&
      below.filter((other) => other.cells[i]?.trim() === cell.trim()).length >= Math.max(2, below.length * 0.1),
  );
}

function width(rows: readonly SheetRow[]): number {
  return Math.max(...rows.map((row) => row.cells.length), 0);
}

/** Rows that name several languages again and again are a table about languages. */
function repeats(row: SheetRow, all: readonly SheetRow[]): boolean {
  const others = all.filter((r) => r.number !== row.number && !isBlank(r)).slice(0, 40);
  const alike = others.filter(
    (r) => r.cells.filter((c) => (languagesNamed(c)[0]?.sureness ?? 0) > 0.5).length >= 2,
  ).length;
  return others.length >= 4 && alike > others.length / 2;
}

/** Words on top of numbers: a header even if it names nothing we know. */
function contrastingHeader(filled: readonly SheetRow[], all: readonly SheetRow[]): Guess<number | null> | null {
  const first = filled[0];
  if (!first || filled.length < 4) return null;
  const below = all.filter((row) => row.number > first.number && !isBlank(row)).slice(0, 200);
  const numeric = (cell: string): boolean => /^[\d.,:/ -]+$/.test(cell.trim()) && cell.trim() !== '';
  const contrast = first.cells.findIndex(
    (cell, i) =>
      cell.trim() !== '' &&
      !numeric(cell) &&
      below.filter((row) => numeric(row.cells[i] ?? '')).length > below.length * 0.8,
  );
  if (contrast < 0 || first.cells.filter((cell) => cell.trim()).length < 2) return null;
  return { value: first.number, sureness: 0.7, reason: because('words-above-numbers') };
}

/**
 * A header of two rows: languages above, fields below ("Deutsch | | English |" over "Term | Note | Term | Note").
 * @returns the cells of both joined, or null if the row below is data
 */
export function secondHeaderRow(header: SheetRow, below: SheetRow | undefined): string[] | null {
  if (!below) return null;
  const filled = below.cells.filter((cell) => cell.trim() !== '');
  const said = filled.map(readHeaderCell);
  const fields = said.filter((cell) => cell.field !== null).length;
  if (filled.length < 2 || fields < 2 || fields < filled.length * 0.6) return null;
  let group = '';
  return Array.from({ length: Math.max(header.cells.length, below.cells.length) }, (_, i) => {
    const top = (header.cells[i] ?? '').trim();
    const bottom = (below.cells[i] ?? '').trim();
    if (top) group = top;
    if (!bottom) return top;
    if (top === bottom) return top;
    // What the group names spreads to the right only if it is a language.
    const spread = top || (languagesNamed(group).length > 0 || readHeaderCell(group).languages.length > 0 ? group : '');
    return [spread, bottom].filter(Boolean).join(' ');
  });
}

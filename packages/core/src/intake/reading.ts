/** A reading: what the program takes a client file to be, and how sure it is of each part. */
import type { MarkedPattern } from '../document/marked/pattern.js';
import type { LinePattern } from '../document/pattern.js';
import type { Diagnostic } from '../diagnostic.js';
import type { Guess } from '../guess.js';
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import type { Level } from '../termbase/categories.js';
import type { EncodingName } from '../encoding/names.js';
import type { SheetRow } from '../sheet/model.js';
import type { Tables } from './tables.js';

export interface EncodingReading extends Guess<EncodingName> {
  /** In a text that is UTF-8 for the rest: the encoding of the lines that are not. */
  readonly otherLines?: EncodingName;
}

/** What a file is, and how its rows are got out of it. `tables`: several on a sheet, read as one; null: as they stand. */
export type SourceForm =
  | {
      readonly kind: 'delimited';
      readonly encoding: EncodingReading;
      readonly delimiter: Guess<string | null>;
      readonly quote: '"' | "'" | null;
      /** Marks within quotes stand behind backslashes. */
      readonly escape?: boolean;
      /** Several separators in a row are one: columns aligned by tabs. */
      readonly runs?: boolean;
      /** A person said how cells are quoted. */
      readonly quoteSet?: boolean;
      /** There are quotation marks, which belong to the text. */
      readonly marksAreText?: boolean;
      /** Lines of a dictionary: "a; b {f} | c :: d | e". Null: cells by the delimiter. */
      readonly pattern: Guess<LinePattern> | null;
      /** Source and translation in one text; then there is no delimiter. */
      readonly marked?: Guess<MarkedPattern | null>;
      readonly otherEncodings: readonly EncodingName[];
      readonly tables?: Guess<Tables | null>;
    }
  | {
      readonly kind: 'workbook';
      readonly sheet: string;
      readonly sheets: readonly SheetChoice[];
      readonly tables?: Guess<Tables | null>;
    }
  | { readonly kind: ExchangeKind; readonly encoding: EncodingReading }
  /** Tables or paragraphs of running text; which of them, and how a paragraph is cut, can be changed. */
  | {
      readonly kind: 'document';
      readonly format: 'docx' | 'html';
      readonly part: Guess<DocumentPart>;
      /** What there is to choose from. */
      readonly parts: readonly DocumentPart[];
      readonly pattern: Guess<LinePattern | null>;
      readonly marked?: Guess<MarkedPattern | null>;
      readonly encoding?: EncodingReading;
      readonly tables?: Guess<Tables | null>;
    };

export type ExchangeKind = 'tbx' | 'tmx' | 'xliff' | 'po';

/** All tables of a document, or its paragraphs. */
export type DocumentPart = 'tables' | 'paragraphs';

export interface SheetChoice {
  readonly name: string;
  readonly hidden: boolean;
}

export type Role =
  /** With a `type` ("abbreviation") the terms get it as their term type. */
  | { readonly kind: 'term'; readonly language: LanguageTag; readonly type?: string }
  /** Terms in the language that the row names in its `language` column. */
  | { readonly kind: 'term of row' }
  | { readonly kind: 'language' }
  /** The client's own number or code of the concept. */
  | { readonly kind: 'id' }
  /**
   * A field (data category of ISO 30042, or a name of the client's own). At the level of terms it belongs to the terms
   * of the nearest column of that language to its left; without a language to all terms of the row.
   */
  | { readonly kind: 'field'; readonly field: string; readonly level: Level; readonly language: LanguageTag | null }
  /** In a query list that came back: what the client filled in; `leaves`: a mark there leaves the row out. */
  | { readonly kind: 'answer'; readonly leaves?: boolean }
  | { readonly kind: 'ignored' };

/** How rows make concepts. */
export type Grouping =
  /** Each row is one. */
  | 'rows'
  /** Rows with the same id are one. */
  | 'id'
  /** A row whose first column is empty goes on with the concept before it. */
  | 'blank';

/** When a row and a concept of the termbase are taken to be the same. */
export interface JoinRule {
  /** By the terms of these languages; by all of them together. */
  readonly languages: readonly LanguageTag[];
  /** By the client's id, where there is one, before anything else. */
  readonly id: boolean;
  /** Only where the subject does not say otherwise. */
  readonly subject: boolean;
  /** Whether "en" and "en-GB" are one language or two; left out: one, and nobody was asked yet. */
  readonly regions?: 'one' | 'two';
}

/** The language that a role is about, if any. */
export function languageOfRole(role: Role): LanguageTag | null {
  return role.kind === 'term' || role.kind === 'field' ? role.language : null;
}

export interface ColumnReading {
  /** From 0. */
  readonly index: number;
  readonly header: string;
  readonly role: Guess<Role>;
  /** The header says one language, the text another: shown until a person decides. */
  readonly contradiction?: { readonly header: LanguageTag; readonly content: LanguageTag };
}

export const CLEANING_STEPS = [
  'encoding',
  'entities',
  'unicode',
  'synonyms',
  'spaces',
  'see',
  'grammar',
  'abbreviations',
  'variants',
  'brackets',
  'articles',
  'capitals',
  'punctuation',
  'swapped',
  'duplicates',
] as const;
export type CleaningStepId = (typeof CLEANING_STEPS)[number];
/** Steps that work on a cell; the others compare rows. */
export type CellStepId = Exclude<CleaningStepId, 'duplicates' | 'swapped'>;

export interface Reading {
  readonly source: SourceForm;
  /** The number of the row that names the columns, or null if there is none. */
  readonly headerRow: Guess<number | null>;
  /** The first row below header and titles. */
  readonly firstRow: number;
  readonly columns: readonly ColumnReading[];
  readonly grouping: Guess<Grouping>;
  readonly join: JoinRule;
  /** Where rows name their language: the languages seen in the first rows. */
  readonly languagesOfRows: readonly LanguageTag[];
  readonly steps: Readonly<Record<CleaningStepId, boolean>>;
  /** Square brackets hold a domain: it becomes the subject of the concept. */
  readonly squareIsSubject?: boolean;
  /** The separators of several terms in a cell that are respected. */
  readonly separators: readonly string[];
  /** Texts are set off by spaces from what separates them: those are none of the texts. */
  readonly setOff?: boolean;
  /** What the sheet is called, where sheets are named like subjects: it is the subject of its concepts, or offered. */
  readonly sheetSubject?: { readonly name: string; readonly taken: boolean };
  readonly takeHidden: boolean;
  /** Rows whose cutting is doubtful (`RowDoubt`) are taken like others. */
  readonly takeDoubtful?: boolean;
  readonly notes: readonly Diagnostic[];
}

/** The column that contradicts its header just the other way round: both were exchanged. Null: there is none. */
export function exchangedWith(columns: readonly ColumnReading[], index: number): number | null {
  const one = columns[index]?.contradiction;
  if (!one) return null;
  const [header, content] = [primaryLanguage(one.header), primaryLanguage(one.content)];
  const other = columns.find(
    ({ contradiction }) =>
      contradiction &&
      primaryLanguage(contradiction.header) === content &&
      primaryLanguage(contradiction.content) === header,
  );
  return other?.index ?? null;
}

/** The languages that the reading gives terms in, in order of the columns. */
export function languagesOf(reading: Reading): LanguageTag[] {
  const languages: LanguageTag[] = [];
  for (const { role } of reading.columns)
    if (role.value.kind === 'term' && !languages.includes(role.value.language)) languages.push(role.value.language);
  for (const language of reading.languagesOfRows) if (!languages.includes(language)) languages.push(language);
  return languages;
}

/** What stands in a row behind the last column of its table: kept as notes, and shown. */
export function cellsBeyond({ cells }: Pick<SheetRow, 'cells'>, { columns }: Reading): readonly string[] {
  return cells.length > columns.length ? cells.slice(columns.length).filter((cell) => cell.trim() !== '') : NO_CELLS;
}

const NO_CELLS: readonly string[] = [];

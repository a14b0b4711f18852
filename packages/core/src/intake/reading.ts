/** A reading: what the program takes a client file to be, and how sure it is of each part. */
import type { Diagnostic } from '../diagnostic.js';
import type { LanguageTag } from '../language/tags.js';
import type { EncodingName } from '../text/encodings-list.js';

/** A guess is shown with how sure it is and why; `set` says that a person decided. */
export interface Guess<T> {
  readonly value: T;
  /** 0 to 1. */
  readonly sureness: number;
  readonly reason: string;
  readonly set?: boolean;
}

/** What a file is, and how its rows are got out of it. */
export type SourceForm =
  | {
      readonly kind: 'delimited';
      readonly encoding: Guess<EncodingName>;
      readonly delimiter: Guess<string | null>;
      readonly quote: '"' | "'" | null;
      readonly otherEncodings: readonly EncodingName[];
    }
  | { readonly kind: 'workbook'; readonly sheet: string; readonly sheets: readonly SheetChoice[] }
  | { readonly kind: 'tbx'; readonly encoding: Guess<EncodingName> }
  | { readonly kind: 'tmx'; readonly encoding: Guess<EncodingName> };

export interface SheetChoice {
  readonly name: string;
  readonly hidden: boolean;
}

export type Role =
  | { readonly kind: 'term'; readonly language: LanguageTag }
  /** Belongs to the terms of the nearest column of that language to its left; with null to the concept. */
  | { readonly kind: 'note'; readonly language: LanguageTag | null }
  | { readonly kind: 'ignored' };

export interface ColumnReading {
  /** From 0. */
  readonly index: number;
  readonly header: string;
  readonly role: Guess<Role>;
  /** The header says one language, the text another: shown until a person decides. */
  readonly contradiction?: { readonly header: LanguageTag; readonly content: LanguageTag };
}

export const CLEANING_STEPS = ['unicode', 'synonyms', 'spaces', 'brackets', 'punctuation', 'duplicates'] as const;
export type CleaningStepId = (typeof CLEANING_STEPS)[number];

export interface Reading {
  readonly source: SourceForm;
  /** The number of the row that names the columns, or null if there is none. */
  readonly headerRow: Guess<number | null>;
  /** The first row below header and titles. */
  readonly firstRow: number;
  readonly columns: readonly ColumnReading[];
  readonly steps: Readonly<Record<CleaningStepId, boolean>>;
  /** The separators of several terms in a cell that are respected. */
  readonly separators: readonly string[];
  readonly takeHidden: boolean;
  readonly notes: readonly Diagnostic[];
}

/** The languages that the reading gives terms in, in order of the columns. */
export function languagesOf(reading: Reading): LanguageTag[] {
  const languages: LanguageTag[] = [];
  for (const { role } of reading.columns)
    if (role.value.kind === 'term' && !languages.includes(role.value.language)) languages.push(role.value.language);
  return languages;
}

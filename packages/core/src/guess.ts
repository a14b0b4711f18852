import type { Said } from './said.js';

/** A guess is shown with how sure it is and why; `set` says that a person decided. */
export interface Guess<T> {
  readonly value: T;
  /** 0 to 1. */
  readonly sureness: number;
  readonly reason: Reason;
  readonly set?: boolean;
}

/** Why something is read as it is. */
export type Reason = Said<ReasonCodes>;

type Nothing = Readonly<Record<string, never>>;

/** Shares are from 0 to 1, languages are tags, letters those of columns. */
export interface ReasonCodes {
  readonly chosen: Nothing;
  /** A sentence that an earlier version kept. */
  readonly 'in-words': { readonly text: string };
  // Columns.
  readonly 'header-says': { readonly header: string };
  readonly 'header-says-cells-languages': { readonly header: string };
  readonly 'header-says-cells-codes': { readonly header: string };
  readonly 'header-language': { readonly language: string };
  readonly 'header-language-agrees': { readonly language: string };
  readonly 'header-language-contradicts': { readonly language: string; readonly text: string };
  readonly beside: { readonly reason: Reason; readonly language: string };
  readonly 'own-field': { readonly header: string };
  readonly 'column-empty': Nothing;
  readonly 'column-hidden': Nothing;
  readonly 'values-of': { readonly field: string };
  readonly pictures: Nothing;
  readonly 'pictures-on-sheet': Nothing;
  readonly 'behind-terms': Nothing;
  readonly 'no-words': Nothing;
  readonly 'no-name-few-rows': Nothing;
  readonly 'no-language': Nothing;
  readonly 'texts-long': { readonly characters: number };
  readonly 'text-language': { readonly letter: string; readonly language: string };
  readonly 'row-names-language': Nothing;
  readonly 'stands-for-rows': { readonly header: string };
  readonly 'could-be-both': { readonly language: string; readonly next: string };
  readonly 'file-says-language': { readonly language: string };
  readonly 'file-says-field': { readonly field: string };
  readonly 'format-says': Nothing;
  // The header.
  readonly 'no-header': Nothing;
  readonly 'names-languages': { readonly count: number };
  readonly 'names-forms': { readonly count: number };
  readonly 'names-language-and-field': Nothing;
  readonly 'names-fields': Nothing;
  readonly 'names-language': Nothing;
  readonly 'words-above-numbers': Nothing;
  // Rows that belong together.
  readonly 'rows-apart': Nothing;
  readonly 'ids-repeat': { readonly count: number; readonly rows: number };
  readonly 'ids-empty': { readonly count: number; readonly rows: number };
  readonly 'column-of-ids': Nothing;
  readonly 'first-column-empty': { readonly count: number; readonly rows: number; readonly letter: string };
  // The form of the file.
  readonly 'declared-in-line': Nothing;
  readonly 'no-delimiter': Nothing;
  /** Of the ways of quoting. */
  readonly 'rows-agree-so': Nothing;
  readonly 'delimiter-cuts': { readonly delimiter: string; readonly share: number; readonly columns: number };
  readonly 'no-text': Nothing;
  readonly 'no-mark': Nothing;
  readonly 'mark-between': { readonly share: number; readonly mark: string };
  readonly 'marks-once': { readonly marks: readonly string[] };
  readonly 'marks-in-turn': { readonly marks: readonly string[] };
  readonly 'lines-in-turn': { readonly languages: readonly string[] };
  readonly 'blocks-in-turn': { readonly languages: readonly string[] };
  readonly 'records-apart': { readonly count: number };
  readonly 'records-indented': { readonly count: number };
  readonly 'records-labelled': { readonly count: number; readonly labels: readonly string[] };
  readonly 'columns-aligned': { readonly share: number; readonly columns: number };
  /** The names of columns that the form itself has. */
  readonly 'labels-name': Nothing;
  readonly 'tables-name': Nothing;
  readonly 'tables-beside': { readonly count: number };
  readonly 'tables-below': { readonly count: number };
  readonly 'only-part': Nothing;
  readonly 'mostly-tables': Nothing;
  readonly 'mostly-paragraphs': Nothing;
  // The encoding.
  readonly 'byte-order-mark': { readonly encoding: string };
  readonly 'zero-bytes': Nothing;
  readonly ascii: Nothing;
  readonly 'valid-utf8': Nothing;
  readonly 'letters-fit': { readonly encoding: string };
  /** `utf8` and `count` lines; `other`: the encoding of the latter. */
  readonly 'lines-in-two-encodings': { readonly utf8: number; readonly count: number; readonly other: string };
  readonly 'file-declares': Nothing;
}

export function because<C extends keyof ReasonCodes>(
  code: C,
  ...[values]: ReasonCodes[C] extends Nothing ? [] : [ReasonCodes[C]]
): Reason {
  return { code, values: values ?? {} } as Reason;
}

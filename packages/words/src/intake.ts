/** What is said of files while they are taken in: why they are read as they are, what is asked, what is left out. */
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import type { Tables } from '@fair-copy/core/intake/tables.js';
import type { ReasonCodes } from '@fair-copy/core/guess.js';
import type { LeftCodes, LeftReason } from '@fair-copy/core/formats/read-units.js';
import type { Question } from '@fair-copy/core/intake/questions.js';
import type { Words } from '@fair-copy/core/said.js';

export interface IntakeWords {
  readonly reasons: Words<ReasonCodes>;
  question(question: Question): string;
  readonly left: Words<LeftCodes>;
  readonly leftBecause: Readonly<Record<LeftReason, string>>;
  /** "semicolons" of ";". */
  delimiter(delimiter: string | null): string;
  /** 'quoted by "'. */
  quoting(quoting: { readonly quote: string | null; readonly escape?: boolean }): string;
  /** How source and translation stand in one text. */
  readonly marked: Readonly<Record<MarkedPattern['kind'], string>>;
  /** "3 columns aligned by spaces". */
  aligned(columns: number): string;
  /** "2 tables side by side". */
  tables(tables: Pick<Tables, 'groups' | 'headers'>): string;
  /** The sheet of questions for the client. */
  readonly queryList: {
    readonly sheet: string;
    /** Read back when the sheet comes back filled in (core: field-names). */
    readonly header: readonly [row: string, question: string, answer: string, leave: string];
    column(letter: string): string;
    fileName(stem: string): string;
  };
  /** "tab", or the mark itself. */
  mark(mark: string): string;
}

/** What becomes of the rows of a file. */
import type { SheetRow } from '../sheet/model.js';
import type { Draft } from './draft.js';
import type { Question } from './questions.js';

export type NotDataReason =
  | 'blank'
  | 'title'
  | 'header'
  | 'header again'
  | 'hidden'
  | 'total'
  | 'comment'
  | 'rule'
  | 'left out'
  | 'no term'
  | 'no answer'
  /** The client says so in a query list. */
  | 'client leaves out';

export type Outcome =
  /** Its draft holds what all rows of the concept say. */
  | { readonly kind: 'entry'; readonly draft: Draft; readonly rows: readonly number[] }
  /** `part`: it is one of the rows of that entry; `adds`: its draft is to be added to it; otherwise it says the same. */
  | {
      readonly kind: 'joined';
      readonly draft: Draft;
      readonly row: number;
      readonly how: 'same' | 'part' | 'adds';
    }
  | {
      readonly kind: 'joined existing';
      readonly draft: Draft;
      readonly concept: number;
      readonly how: 'same' | 'part' | 'adds' | 'replaces';
    }
  | { readonly kind: 'held back'; readonly question: Question }
  | { readonly kind: 'not data'; readonly reason: NotDataReason };

/** What a person decided about a row. */
export interface RowDecision {
  /** Other texts for its cells. */
  readonly cells?: Readonly<Record<number, string>>;
  /**
   * take: as it is, as an entry of its own; leave: leave it out; turn: exchange its two languages; join: add it to the
   * concept that it contradicts; replace: put it in place of what is there.
   */
  readonly verdict?: 'take' | 'leave' | 'turn' | 'join' | 'replace';
}

export interface Tally {
  readonly rows: number;
  readonly entries: number;
  readonly joined: number;
  readonly heldBack: number;
  readonly notData: number;
}

export interface StepCount {
  /** Cells (for duplicates and exchanged languages: rows) that the step changes, or would if it were switched on. */
  readonly touched: number;
  /** The first rows concerned. */
  readonly rows: readonly number[];
}

/** A row with what becomes of it. */
export interface Placed<R extends SheetRow> {
  readonly row: R;
  readonly outcome: Outcome;
}

/** A duplicate that says something in its fields has something to add. */
export function addsFields(draft: Draft): 'same' | 'adds' {
  const says = (fields: Draft['fields']): boolean => Object.keys(fields).length > 0;
  return says(draft.fields) || draft.languages.some((s) => says(s.fields) || s.terms.some((t) => says(t.fields)))
    ? 'adds'
    : 'same';
}

/** The outcome of the further rows of a concept, from that of its first. */
export function following(first: Outcome, row: number, draft: Draft): Outcome {
  switch (first.kind) {
    case 'entry':
      return { kind: 'joined', draft, row, how: 'part' };
    case 'joined':
      return { kind: 'joined', draft, row: first.row, how: 'part' };
    case 'joined existing':
      return { kind: 'joined existing', draft, concept: first.concept, how: 'part' };
    case 'held back':
      return { kind: 'held back', question: { kind: 'part', row } };
    case 'not data':
      return first;
  }
}

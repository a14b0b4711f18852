/** Rows worked out ahead, in any order, in other threads. */
import type { SheetRow } from '../sheet/model.js';
import type { Draft } from './draft.js';
import { isSwapped, termPair, type Swaps, type TermPair } from './exchanged-languages.js';
import type { CleaningStepId, Reading } from './reading.js';
import { RowReader } from './rows-to-draft.js';

/** What a row says by itself, whatever stands before it: it can be worked out ahead, in any order, in other threads. */
export interface RowAhead {
  readonly draft: Draft;
  /** The cleaning steps that touched a cell or would have, once for each cell. */
  readonly steps: readonly CleaningStepId[];
  readonly swapped: boolean;
}

/** Works rows out ahead, as an `Evaluation` of the same reading would. */
export class RowsAhead {
  private readonly reader: RowReader;
  private readonly pair: TermPair | null;

  constructor(
    reading: Reading,
    private readonly swaps: Swaps | null,
  ) {
    this.reader = new RowReader(reading);
    this.pair = termPair(reading);
  }

  of(row: SheetRow): RowAhead {
    const steps: CleaningStepId[] = [];
    const draft = this.reader.draftOf(row, (step) => steps.push(step));
    return { draft, steps, swapped: isSwapped(row, this.pair, this.swaps) };
  }
}

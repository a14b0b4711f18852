/** The rows of a staging in blocks: what each says by itself. */
import { RowsAhead, type RowAhead } from '@fair-copy/core/intake/rows-ahead.js';
import { swapFinder } from '@fair-copy/core/intake/exchanged-languages.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import type { BlockKind, BlockMaker } from '../jobs/blocks-ahead.js';
import { Staging } from '../store/staging.js';

/** Rows of a block. */
export const ROWS = 500;

class RowBlocks implements BlockMaker<RowAhead[]> {
  private readonly staging: Staging;
  private readonly ahead: RowsAhead;

  constructor({ path, reading }: { readonly path: string; readonly reading: Reading }) {
    this.staging = Staging.openForReading(path);
    this.ahead = new RowsAhead(reading, swapFinder(reading, this.staging.sample.rows));
  }

  block(number: number): RowAhead[] {
    return this.staging.page(number * ROWS + 1, ROWS).map((row) => this.ahead.of(row));
  }

  close(): void {
    this.staging.close();
  }
}

export const rowBlocks: BlockKind<ConstructorParameters<typeof RowBlocks>[0], RowAhead[]> = {
  module: import.meta.url,
  make: (args) => new RowBlocks(args),
};
export default rowBlocks;

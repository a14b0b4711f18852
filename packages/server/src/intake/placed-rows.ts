/** All rows of a staging with their outcomes; long files by two threads. */
import type { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { Placed } from '@fair-copy/core/intake/outcome.js';
import type { RowAhead } from '@fair-copy/core/intake/rows-ahead.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { BlocksAhead } from '../jobs/blocks-ahead.js';
import { Staging, type StagedRow } from '../store/staging.js';
import { ROWS, rowBlocks } from './row-blocks.js';

export function* placedRows(
  evaluation: Evaluation<StagedRow>,
  path: string,
  reading: Reading,
): Generator<Placed<StagedRow>> {
  const staging = Staging.openForReading(path);
  const blocks = new BlocksAhead(rowBlocks, { path, reading }, Math.ceil(staging.count / ROWS));
  let ahead: readonly RowAhead[] = [];
  try {
    for (const row of staging.rows()) {
      const at = (row.position - 1) % ROWS;
      if (at === 0) ahead = blocks.take((row.position - 1) / ROWS);
      yield* evaluation.see(row, ahead[at]);
    }
    yield* evaluation.end();
  } finally {
    blocks.close();
    staging.close();
  }
}

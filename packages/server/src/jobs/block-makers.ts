/** The kinds of work that are done ahead in blocks. */
import { EntryTerms } from '../intake/entry-terms.js';
import { RowBlocks } from '../intake/row-blocks.js';
import { TmxBlocks } from '../memories/tmx-blocks.js';

export interface BlockMaker<T> {
  /** Pure in its number: two threads may work out the same block. What it gives back can be sent between threads. */
  block(number: number): T;
  close(): void;
}

export const BLOCK_MAKERS = {
  rows: (args: ConstructorParameters<typeof RowBlocks>[0]) => new RowBlocks(args),
  'units as TMX': (args: ConstructorParameters<typeof TmxBlocks>[0]) => new TmxBlocks(args),
  'terms of entries': (args: ConstructorParameters<typeof EntryTerms>[0]) => new EntryTerms(args),
};

export type BlockKind = keyof typeof BLOCK_MAKERS;

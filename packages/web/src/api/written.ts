/** What a job wrote to memories, all of its files together. */
import type { ResultOf } from '@fair-copy/api/jobs.js';

export interface WrittenTogether {
  readonly units: number;
  readonly skipped: number;
  /** Each once, in the order in which they were written. */
  readonly memories: readonly { readonly id: number; readonly name: string }[];
}

export function writtenTogether({ files }: ResultOf<'write units'>): WrittenTogether {
  const all = files.map(({ written }) => written);
  return {
    units: all.reduce((sum, one) => sum + one.units, 0),
    skipped: all.reduce((sum, one) => sum + one.skipped, 0),
    memories: [...new Map(all.map(({ memoryId, memory }) => [memoryId, memory]))].map(([id, name]) => ({ id, name })),
  };
}

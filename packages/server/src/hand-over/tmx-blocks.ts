/** The units of a memory as TMX, in blocks of its text. */
import { unitText } from '@fair-copy/core/formats/tmx/write-units.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { BlockKind, BlockMaker } from '../jobs/blocks-ahead.js';
import { MemoryFile } from '../store/memory-file.js';

/** Units of a block; where all are handed over, ids of one. */
export const UNITS = 1000;

export interface TmxBlock {
  readonly text: string;
  readonly units: number;
  /** Units that have too few of the languages. */
  readonly left: number;
}

class TmxBlocks implements BlockMaker<TmxBlock> {
  private readonly file: MemoryFile;

  /** @param of the memory's file, and which units of it; null: all */
  constructor(
    private readonly of: {
      readonly path: string;
      readonly languages: readonly LanguageTag[] | null;
      readonly ids: Uint32Array | null;
    },
  ) {
    this.file = MemoryFile.openForReading(of.path);
  }

  block(number: number): TmxBlock {
    let text = '';
    let units = 0;
    let left = 0;
    for (const unit of this.units(number)) {
      const own = unitText(unit, this.of.languages);
      if (own === '') left++;
      else units++;
      text += own;
    }
    return { text, units, left };
  }

  private units(number: number): readonly Unit[] {
    const { ids } = this.of;
    if (!ids) return this.file.unitsBetween(number * UNITS + 1, (number + 1) * UNITS);
    return [...ids.subarray(number * UNITS, (number + 1) * UNITS)].flatMap((id) => this.file.unit(id) ?? []);
  }

  close(): void {
    this.file.close();
  }
}

export const tmxBlocks: BlockKind<ConstructorParameters<typeof TmxBlocks>[0], TmxBlock> = {
  module: import.meta.url,
  make: (args) => new TmxBlocks(args),
};
export default tmxBlocks;

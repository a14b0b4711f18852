/** What documents come to before anything is looked up: the first that a long rehearsal can say. */
import { wordCount } from '../counts/count.js';
import type { LanguageTag } from '../language/tags.js';
import { withoutCodes } from '../text/inline-codes.js';
import { isApart } from './segment.js';

export interface CountedDocument {
  readonly name: string;
  /** Those with something to translate. */
  readonly segments: number;
  readonly words: number;
  /** Words of segments that repeat an earlier one, of this or an earlier document. */
  readonly repeated: number;
}

/** Counts document after document. */
export class DocumentCounts {
  private readonly seen = new Set<string>();
  readonly all: CountedDocument[] = [];

  /** @param source what the documents are in */
  constructor(private readonly source: LanguageTag) {}

  /** @param texts its segments, with codes. O(their words) */
  add(name: string, texts: readonly string[]): void {
    let [segments, words, repeated] = [0, 0, 0];
    for (const text of texts) {
      const plain = withoutCodes(text);
      if (isApart(plain)) continue;
      const own = wordCount(plain, this.source);
      segments++;
      words += own;
      if (this.seen.has(text)) repeated += own;
      this.seen.add(text);
    }
    this.all.push({ name, segments, words, repeated });
  }
}

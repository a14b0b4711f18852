/** The entries of a staging in blocks: their terms and facets, as lists are found and filtered by. */
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import type { BlockKind, BlockMaker } from '../jobs/blocks-ahead.js';
import { facetsOf, termsToFind, type FacetRow, type TermRow } from '../store/concepts.js';
import { Staging } from '../store/staging.js';

/** Entries of a block. */
export const ENTRIES = 1000;

export interface TermsOfEntries {
  readonly terms: readonly TermRow[];
  readonly facets: readonly FacetRow[];
}

class EntryTerms implements BlockMaker<TermsOfEntries> {
  private readonly staging: Staging;
  private readonly first: number;

  /** @param from the staging, and the id of the concept that its first entry becomes */
  constructor(from: { readonly path: string; readonly first: number }) {
    this.staging = Staging.openForReading(from.path);
    this.first = from.first;
  }

  block(number: number): TermsOfEntries {
    const terms: TermRow[] = [];
    const facets: FacetRow[] = [];
    for (const { rank, content } of this.staging.entries(number * ENTRIES + 1, ENTRIES)) {
      const id = this.first + rank - 1;
      const body = JSON.parse(content) as ConceptBody;
      terms.push(...termsToFind(id, body));
      facets.push(...facetsOf(id, body));
    }
    return { terms, facets };
  }

  close(): void {
    this.staging.close();
  }
}

export const entryTerms: BlockKind<ConstructorParameters<typeof EntryTerms>[0], TermsOfEntries> = {
  module: import.meta.url,
  make: (args) => new EntryTerms(args),
};
export default entryTerms;

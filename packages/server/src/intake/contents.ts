/** What outcomes bring to a termbase, as it is stored. */
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import type { Outcome } from '@fair-copy/core/intake/outcome.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import type { ConceptBody, Origin } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { StagedRow, UsedInEntries } from '../store/staging.js';

interface ReadFile {
  readonly name: string;
  readonly reading: Reading;
}

/** Where a row stands, for people: by its line where rows are numbered otherwise. */
export function originOf(
  { name, reading: { source } }: ReadFile,
  { line, number }: Pick<StagedRow, 'line' | 'number'>,
): Origin {
  return { file: name, ...(source.kind === 'workbook' && { sheet: source.sheet }), row: line ?? number };
}

/** The concept of an entry. @param row its first row */
export function conceptOfEntry(
  file: ReadFile,
  row: Pick<StagedRow, 'line' | 'number'>,
  { draft, rows }: Extract<Outcome, { kind: 'entry' }>,
): ConceptBody {
  return conceptOf(draft, ...rows.map((number) => originOf(file, number === row.number ? row : { number })));
}

/** The contents of all outcomes of a file, and what its entries use. */
export class Contents {
  private readonly fields = new UsedFields();
  private readonly pictures = new Set<string>();

  constructor(private readonly file: ReadFile) {}

  /** JSON; null where nothing is written of it. */
  of(row: StagedRow, outcome: Outcome): string | null {
    if (outcome.kind === 'entry') {
      const body = conceptOfEntry(this.file, row, outcome);
      this.fields.see(body);
      for (const name of body.fields.xGraphic ?? []) this.pictures.add(name);
      return JSON.stringify(body);
    }
    // What joins a termbase is worked out once more when it is written.
    return outcome.kind === 'joined' && outcome.how === 'adds' ? JSON.stringify(outcome.draft) : null;
  }

  used(): UsedInEntries {
    return { fields: this.fields.definitions(), pictures: [...this.pictures] };
  }
}

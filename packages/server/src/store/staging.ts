/** A client file while it is taken in: its rows and what becomes of them, in an SQLite file of its own. */
import { rmSync } from 'node:fs';
import type { Draft } from '@fair-copy/core/intake/draft.js';
import type { Outcome } from '@fair-copy/core/intake/outcome.js';
import type { FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import type { RowDoubt, SheetRow } from '@fair-copy/core/sheet/model.js';
import { openDatabase, openForReading, type Db } from './database.js';

/** The four parts of the tally. */
export const OUTCOME_KINDS = ['entry', 'joined', 'held back', 'not data'] as const;
export type OutcomeKind = (typeof OUTCOME_KINDS)[number];

export function kindOf(outcome: Outcome): OutcomeKind {
  return outcome.kind === 'joined existing' ? 'joined' : outcome.kind;
}

/** A row with its place in the file, from 1. */
export type StagedRow = SheetRow & { readonly position: number };

/** A row that says something more about the concept of an earlier one. */
export interface JoinedRow {
  readonly row: Pick<StagedRow, 'number' | 'line'>;
  readonly how: 'same' | 'adds';
  /** The rank of that concept among the entries. */
  readonly entry: number;
  /** What it says; null: nothing new. */
  readonly draft: Draft | null;
}

/** What the entries of a staging use, all together. */
export interface UsedInEntries {
  readonly fields: readonly FieldDefinition[];
  readonly pictures: readonly string[];
}

/** What is kept of an outcome besides itself: the concept of an entry, or the draft that a joined row adds. */
export interface StagedOutcome {
  readonly position: number;
  readonly outcome: Outcome;
  readonly content: string | null;
}

interface RowRecord {
  readonly position: number;
  readonly number: number;
  readonly cells: string;
  readonly hidden: number;
  readonly line: number | null;
  readonly doubt: RowDoubt | null;
  readonly aside: NonNullable<SheetRow['between']> | null;
  readonly recoded: NonNullable<SheetRow['recoded']> | null;
}

export class Staging {
  private constructor(private readonly db: Db) {}

  /** Begins anew: what was staged for this file is gone. */
  static create(path: string): Staging {
    for (const end of ['', '-wal', '-shm']) rmSync(path + end, { force: true });
    const db = openDatabase(path, 'staging');
    db.pragma('synchronous = OFF');
    return new Staging(db);
  }

  static open(path: string): Staging {
    const db = openDatabase(path, 'staging');
    db.pragma('synchronous = OFF');
    return new Staging(db);
  }

  static openForReading(path: string): Staging {
    return new Staging(openForReading(path));
  }

  close(): void {
    this.db.close();
  }

  /** Gives back a function that takes batches of rows; all is written when `work` ends, or nothing. */
  async fill(work: (sink: (rows: readonly SheetRow[]) => void) => Promise<Sample>): Promise<Sample> {
    const insert = this.db.prepare(
      'INSERT INTO row (position, number, cells, hidden, line, doubt, aside, recoded) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    );
    let position = 0;
    this.db.exec('BEGIN');
    try {
      const sample = await work((rows) => {
        for (const row of rows)
          insert.run(
            ++position,
            row.number,
            JSON.stringify(row.cells),
            row.hidden ? 1 : 0,
            row.line ?? null,
            row.doubt ?? null,
            row.between ?? null,
            row.recoded ?? null,
          );
      });
      this.db.prepare('INSERT INTO sample (body) VALUES (?)').run(JSON.stringify(sample));
      this.db.exec('COMMIT');
      return sample;
    } catch (error) {
      this.db.exec('ROLLBACK');
      throw error;
    }
  }

  get sample(): Sample {
    const row = this.db.prepare<[], { body: string }>('SELECT body FROM sample').get();
    return JSON.parse(row!.body) as Sample;
  }

  get count(): number {
    return this.db.prepare<[], { n: number }>('SELECT coalesce(max(position), 0) AS n FROM row').get()!.n;
  }

  *rows(): Generator<StagedRow> {
    const all = this.db.prepare<[], RowRecord>('SELECT * FROM row ORDER BY position').iterate();
    for (const record of all) yield { ...rowOf(record), position: record.position };
  }

  /** Rows by position (from 1) in the file. */
  page(from: number, limit: number): StagedRow[] {
    return this.db
      .prepare<[number, number], RowRecord>('SELECT * FROM row WHERE position >= ? ORDER BY position LIMIT ?')
      .all(from, limit)
      .map((record) => ({ ...rowOf(record), position: record.position }));
  }

  rowByNumber(number: number): SheetRow | null {
    const record = this.db.prepare<[number], RowRecord>('SELECT * FROM row WHERE number = ?').get(number);
    return record ? rowOf(record) : null;
  }

  /**
   * Replaces all outcomes in one transaction. `rank` counts within each kind, so that a filter can be paged.
   * @param basis what they were worked out from, to know later whether they still hold
   * @param used asked for at the end
   */
  writeOutcomes(basis: string, outcomes: Iterable<StagedOutcome>, used: () => UsedInEntries): void {
    const ranks = new Map<OutcomeKind, number>();
    this.db.transaction(() => {
      this.db.exec(`DROP TABLE IF EXISTS outcome;
        CREATE TABLE outcome (position INTEGER PRIMARY KEY, kind TEXT NOT NULL, rank INTEGER NOT NULL,
          body TEXT NOT NULL, content TEXT) STRICT;
        DELETE FROM basis;`);
      const insert = this.db.prepare(
        'INSERT INTO outcome (position, kind, rank, body, content) VALUES (?, ?, ?, ?, ?)',
      );
      for (const { position, outcome, content } of outcomes) {
        const kind = kindOf(outcome);
        const rank = (ranks.get(kind) ?? 0) + 1;
        ranks.set(kind, rank);
        insert.run(position, kind, rank, storedText(outcome), content);
      }
      this.db.exec(`CREATE UNIQUE INDEX outcome_rank ON outcome (kind, rank);
        CREATE INDEX outcome_kind ON outcome (kind, position);`);
      this.db.prepare('INSERT INTO basis (text, used) VALUES (?, ?)').run(basis, JSON.stringify(used()));
    })();
  }

  /** Whether the outcomes were worked out from this. */
  holdsFor(basis: string): boolean {
    return this.db.prepare('SELECT 1 FROM basis WHERE text = ?').get(basis) !== undefined;
  }

  get used(): UsedInEntries {
    const { used } = this.db.prepare<[], { used: string }>('SELECT used FROM basis').get()!;
    return JSON.parse(used) as UsedInEntries;
  }

  countOf(kind: OutcomeKind): number {
    return (
      this.db.prepare<[string], number | null>('SELECT max(rank) FROM outcome WHERE kind = ?').pluck().get(kind) ?? 0
    );
  }

  /** Concepts of entries, by rank (from 1). */
  entries(from: number, limit: number): { readonly rank: number; readonly content: string }[] {
    return this.db
      .prepare<[number, number], { rank: number; content: string }>(
        "SELECT rank, content FROM outcome WHERE kind = 'entry' AND rank >= ? ORDER BY rank LIMIT ?",
      )
      .all(from, limit);
  }

  /** Rows that join an earlier one of the file, in their order, but for those that are part of its entry already. */
  *joined(): Generator<JoinedRow> {
    const all = this.db
      .prepare<
        [],
        { number: number; line: number | null; how: JoinedRow['how']; entry: number; content: string | null }
      >(
        `SELECT row.number, row.line, o.body ->> '$.how' AS how, first.rank AS entry, o.content
         FROM outcome AS o JOIN row USING (position)
         JOIN row AS other ON other.number = o.body ->> '$.row'
         JOIN outcome AS first ON first.position = other.position
         WHERE o.kind = 'joined' AND how <> 'part' ORDER BY o.position`,
      )
      .iterate();
    for (const { number, line, how, entry, content } of all) {
      const row = { number, ...(line !== null && { line }) };
      yield { row, how, entry, draft: content ? (JSON.parse(content) as Draft) : null };
    }
  }

  get hasOutcomes(): boolean {
    return this.db.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'outcome'").get() !== undefined;
  }

  /** Positions of the rows of one kind, by rank (from 1). */
  positions(kind: OutcomeKind, from: number, limit: number): number[] {
    if (!this.hasOutcomes) return [];
    return this.db
      .prepare<[string, number, number], { position: number }>(
        'SELECT position FROM outcome WHERE kind = ? AND rank >= ? ORDER BY rank LIMIT ?',
      )
      .all(kind, from, limit)
      .map((row) => row.position);
  }

  /** The nearest row of a kind after or before a position, with its rank; null at the end. */
  nearest(
    kind: OutcomeKind,
    position: number,
    forward: boolean,
  ): { readonly position: number; readonly rank: number } | null {
    if (!this.hasOutcomes) return null;
    const order = forward ? 'position > ? ORDER BY position' : 'position < ? ORDER BY position DESC';
    return (
      this.db
        .prepare<[string, number], { position: number; rank: number }>(
          `SELECT position, rank FROM outcome WHERE kind = ? AND ${order} LIMIT 1`,
        )
        .get(kind, position) ?? null
    );
  }

  /** Rows that are held back because their languages look exchanged; null while outcomes are being worked out. */
  swappedRows(): Generator<SheetRow> | null {
    return this.hasOutcomes ? this.swapped() : null;
  }

  private *swapped(): Generator<SheetRow> {
    const rows = this.db
      .prepare<[], RowRecord>(
        `SELECT row.* FROM outcome JOIN row USING (position)
         WHERE kind = 'held back' AND json_extract(body, '$.question.kind') = 'swapped'`,
      )
      .iterate();
    for (const record of rows) yield rowOf(record);
  }

  outcomesAt(positions: readonly number[]): Map<number, StoredOutcome> {
    const found = new Map<number, StoredOutcome>();
    if (!this.hasOutcomes) return found;
    const one = this.db.prepare<[number], { body: string }>('SELECT body FROM outcome WHERE position = ?');
    for (const position of positions) {
      const row = one.get(position);
      if (row) found.set(position, JSON.parse(row.body) as StoredOutcome);
    }
    return found;
  }
}

/** An outcome without its draft, which lies beside it. */
export type StoredOutcome =
  | Extract<Outcome, { kind: 'held back' | 'not data' }>
  | { readonly kind: 'entry'; readonly rows?: readonly number[] }
  | { readonly kind: 'joined'; readonly row: number; readonly how: 'same' | 'part' | 'adds' }
  | {
      readonly kind: 'joined existing';
      readonly concept: number;
      readonly how: 'same' | 'part' | 'adds' | 'replaces';
    };

const PLAIN_ENTRY = JSON.stringify({ kind: 'entry' });

/** Nearly all rows are entries of one row: nothing is put together for them. */
function storedText(outcome: Outcome): string {
  return outcome.kind === 'entry' && outcome.rows.length === 1 ? PLAIN_ENTRY : JSON.stringify(stored(outcome));
}

function stored(outcome: Outcome): StoredOutcome {
  switch (outcome.kind) {
    case 'entry':
      return { kind: 'entry', rows: outcome.rows };
    case 'joined':
      return { kind: 'joined', row: outcome.row, how: outcome.how };
    case 'joined existing':
      return { kind: 'joined existing', concept: outcome.concept, how: outcome.how };
    default:
      return outcome;
  }
}

function rowOf(record: RowRecord): SheetRow {
  return {
    number: record.number,
    cells: JSON.parse(record.cells) as string[],
    ...(record.hidden && { hidden: true }),
    ...(record.line !== null && { line: record.line }),
    ...(record.doubt && { doubt: record.doubt }),
    ...(record.aside && { between: record.aside }),
    ...(record.recoded && { recoded: record.recoded }),
  };
}

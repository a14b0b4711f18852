/** A client file while it is taken in: its rows and what becomes of them, in an SQLite file of its own. */
import { rmSync } from 'node:fs';
import type { Draft } from '@fair-copy/core/intake/draft.js';
import type { Outcome } from '@fair-copy/core/intake/evaluate.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { openDatabase, openForReading, type Db } from './database.js';

/** The four parts of the tally. */
export const OUTCOME_KINDS = ['entry', 'joined', 'held back', 'not data'] as const;
export type OutcomeKind = (typeof OUTCOME_KINDS)[number];

export function kindOf(outcome: Outcome): OutcomeKind {
  return outcome.kind === 'joined existing' ? 'joined' : outcome.kind;
}

/** A row with its place in the file, from 1. */
export type StagedRow = SheetRow & { readonly position: number };

/** A row that makes a concept or joins one, without its cells. */
export interface DraftRow {
  readonly row: Pick<StagedRow, 'position' | 'number' | 'line'>;
  readonly outcome: Extract<Outcome, { kind: 'entry' | 'joined' | 'joined existing' }>;
}

interface RowRecord {
  readonly position: number;
  readonly number: number;
  readonly cells: string;
  readonly hidden: number;
  readonly line: number | null;
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
    const insert = this.db.prepare('INSERT INTO row (position, number, cells, hidden, line) VALUES (?, ?, ?, ?, ?)');
    let position = 0;
    this.db.exec('BEGIN');
    try {
      const sample = await work((rows) => {
        for (const row of rows)
          insert.run(++position, row.number, JSON.stringify(row.cells), row.hidden ? 1 : 0, row.line ?? null);
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
   */
  writeOutcomes(basis: string, outcomes: Iterable<{ readonly position: number; readonly outcome: Outcome }>): void {
    const ranks = new Map<OutcomeKind, number>();
    this.db.transaction(() => {
      this.db.exec(`DROP TABLE IF EXISTS outcome;
        CREATE TABLE outcome (position INTEGER PRIMARY KEY, kind TEXT NOT NULL, rank INTEGER NOT NULL,
          body TEXT NOT NULL, draft TEXT) STRICT;
        DELETE FROM basis;`);
      const insert = this.db.prepare('INSERT INTO outcome (position, kind, rank, body, draft) VALUES (?, ?, ?, ?, ?)');
      for (const { position, outcome } of outcomes) {
        const kind = kindOf(outcome);
        const rank = (ranks.get(kind) ?? 0) + 1;
        ranks.set(kind, rank);
        insert.run(position, kind, rank, JSON.stringify(stored(outcome)), draftToWrite(outcome));
      }
      this.db.exec(`CREATE UNIQUE INDEX outcome_rank ON outcome (kind, rank);
        CREATE INDEX outcome_kind ON outcome (kind, position);`);
      this.db.prepare('INSERT INTO basis (text) VALUES (?)').run(basis);
    })();
  }

  /** Whether the outcomes were worked out from this. */
  holdsFor(basis: string): boolean {
    return this.db.prepare('SELECT 1 FROM basis WHERE text = ?').get(basis) !== undefined;
  }

  /** The rows that bring something, in their order, with what they bring. */
  *drafts(): Generator<DraftRow> {
    const all = this.db
      .prepare<[], { position: number; number: number; line: number | null; body: string; draft: string | null }>(
        `SELECT position, number, line, body, draft FROM outcome JOIN row USING (position)
         WHERE kind IN ('entry', 'joined') ORDER BY position`,
      )
      .iterate();
    for (const { position, number, line, body, draft } of all) {
      const row = { position, number, ...(line !== null && { line }) };
      const outcome = { rows: [number], ...JSON.parse(body), draft: draft ? JSON.parse(draft) : NOTHING };
      yield { row, outcome: outcome as DraftRow['outcome'] };
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

const NOTHING: Draft = { fields: {}, languages: [] };

/** Null where nothing is written of it. */
function draftToWrite(outcome: Outcome): string | null {
  if (outcome.kind === 'held back' || outcome.kind === 'not data') return null;
  if (outcome.kind !== 'entry' && (outcome.how === 'same' || outcome.how === 'part')) return null;
  return JSON.stringify(outcome.draft);
}

function stored(outcome: Outcome): StoredOutcome {
  switch (outcome.kind) {
    case 'entry':
      return outcome.rows.length > 1 ? { kind: 'entry', rows: outcome.rows } : { kind: 'entry' };
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
  };
}

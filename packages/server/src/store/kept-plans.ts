/** Plans of a client's as the desk keeps them: one of a kind, with what was counted of it and what was written by it. */
import type { Db } from './database.js';
import { latestWriting, withWriting, writingsOf, type Writing } from './writings.js';

export interface Counted<O> {
  /** What the outcome is true of. */
  readonly basis: string;
  readonly outcome: O;
}

interface Row {
  readonly body: string;
  readonly counted: string | null;
  readonly written: string | null;
}

export class KeptPlans<P, O, W extends Writing> {
  constructor(
    private readonly desk: Db,
    private readonly workspace: Db,
    private readonly kind: 'bridge' | 'compare' | 'terms' | 'inspect' | 'rehearse',
  ) {}

  private row(clientId: number): Row | undefined {
    return this.desk
      .prepare<[number, string], Row>('SELECT body, counted, written FROM kept_plan WHERE client_id = ? AND kind = ?')
      .get(clientId, this.kind);
  }

  /** Null: none was made yet. */
  plan(clientId: number): P | null {
    const row = this.row(clientId);
    return row ? (JSON.parse(row.body) as P) : null;
  }

  keep(clientId: number, plan: P): void {
    this.desk
      .prepare(
        'INSERT INTO kept_plan (client_id, kind, body) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET body = excluded.body',
      )
      .run(clientId, this.kind, JSON.stringify(plan));
  }

  counted(clientId: number): Counted<O> | null {
    const counted = this.row(clientId)?.counted;
    return counted ? (JSON.parse(counted) as Counted<O>) : null;
  }

  noteCounted(clientId: number, counted: Counted<O>): void {
    this.note('counted', clientId, counted);
  }

  noteWritten(clientId: number, written: W): void {
    this.note('written', clientId, withWriting(writingsOf<W>(this.row(clientId)?.written ?? null), written));
  }

  /** The last that stands. */
  written(clientId: number) {
    return latestWriting(this.workspace, writingsOf<W>(this.row(clientId)?.written ?? null));
  }

  private note(column: 'counted' | 'written', clientId: number, value: unknown): void {
    this.desk
      .prepare(`UPDATE kept_plan SET ${column} = ? WHERE client_id = ? AND kind = ?`)
      .run(JSON.stringify(value), clientId, this.kind);
  }
}

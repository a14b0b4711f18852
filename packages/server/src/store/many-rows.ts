/** Rows put into a table several at a time: half the time of one by one, for tables that are filled from the beginning. */
import type Database from 'better-sqlite3';
import type { Db } from './database.js';

/** Rows of a statement; more gain little. */
const TOGETHER = 32;

export class ManyRows {
  private readonly many: Database.Statement<unknown[]>;
  private readonly one: Database.Statement<unknown[]>;
  private readonly waiting: unknown[] = [];

  /** @param into table and columns: "unit (id, said)" */
  constructor(
    db: Db,
    into: string,
    private readonly width: number,
  ) {
    const row = `(${Array(width).fill('?').join(', ')})`;
    this.many = db.prepare(`INSERT INTO ${into} VALUES ${Array(TOGETHER).fill(row).join(', ')}`);
    this.one = db.prepare(`INSERT INTO ${into} VALUES ${row}`);
  }

  /** The row is there after `flush` at the latest. */
  add(...row: readonly unknown[]): void {
    this.waiting.push(...row);
    if (this.waiting.length < this.width * TOGETHER) return;
    this.many.run(...this.waiting);
    this.waiting.length = 0;
  }

  flush(): void {
    for (let i = 0; i < this.waiting.length; i += this.width) this.one.run(...this.waiting.slice(i, i + this.width));
    this.waiting.length = 0;
  }
}

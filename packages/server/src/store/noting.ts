/** What writing rows of the workspace needs of the operation that it is a part of. */
import type { Db } from './database.js';

type Noted = 'concept' | 'picture';

export interface Noting {
  readonly db: Db;
  readonly now: string;
  /** The entry in the ledger, which keeps what was there before. */
  readonly entry: {
    before(entity: Noted, id: number, state: unknown): void;
    created(entity: Noted, id: number): void;
    createdAll(entity: Noted, from: number, to: number): void;
  };
}

/** What a client says is right wherever it stands. */
import type { Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { termbaseById } from '../store/termbases.js';
import type { Subject } from './subjects.js';

export interface StetRule {
  readonly id: number;
  readonly client_id: number;
  readonly check_id: string;
  readonly language: string | null;
  /** The words that findings of the check rest on. */
  readonly evidence: string;
  readonly reason: string;
  readonly at: string;
}

export function rulesOf(db: Db, client: number): StetRule[] {
  return db.prepare<[number], StetRule>('SELECT * FROM stet_rule WHERE client_id = ? ORDER BY id').all(client);
}

/** What tells whether a rule is about a finding. */
export const ruleKey = (check: string, language: string | null, evidence: string): string =>
  `${check}\0${language ?? ''}\0${evidence}`;

/** The client of a termbase or memory. Throws `ApiError` where it is gone. */
export function clientOf(db: Db, kind: Subject['kind'], owner: number): number {
  return (kind === 'memory' ? memoryById(db, owner) : termbaseById(db, owner)).client_id;
}

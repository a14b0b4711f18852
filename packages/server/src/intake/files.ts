/** The files on the desk. */
import type { RowDecision } from '@fair-copy/core/intake/outcome.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { keptReading, keptSurvey } from './kept.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { ApiError, keptError, type ErrorBody } from '../errors.js';
import type { Db } from '../store/database.js';
import { withWriting, writingsOf } from '../store/writings.js';
import type { UnitSurvey } from '@fair-copy/api/memories.js';
import type { UnitsWritten } from '../memories/take-in.js';
import type { FileOutcome } from './read-tasks.js';
import type { Written } from './write-task.js';

export type FileState = 'waiting' | 'reading' | 'ready' | 'failed';

export interface IntakeFile {
  readonly id: number;
  readonly clientId: number;
  readonly name: string;
  readonly sha256: string;
  readonly size: number;
  readonly state: FileState;
  readonly choices: SourceChoices;
  readonly decisions: Decisions;
  readonly targetId: number | null;
  /** The upload that it came with; null: of an earlier version. */
  readonly uploadId: number | null;
  /** How many archives it lay in. */
  readonly depth: number;
  /** The recipe that was applied, if any. */
  readonly recipeId: number | null;
  readonly reading: Reading | null;
  /** Null while it is being worked out. */
  readonly outcome: FileOutcome | null;
  readonly error: ErrorBody | null;
  /** What it holds as units; null: it is taken as terms. */
  readonly units: UnitSurvey | null;
  /** Each writing, the newest last. */
  readonly written: readonly (Written | UnitsWritten)[];
}

interface FileRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  readonly sha256: string;
  readonly size: number;
  readonly state: FileState;
  readonly choices: string;
  readonly decisions: string;
  readonly target_id: number | null;
  readonly recipe_id: number | null;
  readonly upload_id: number | null;
  readonly depth: number;
  readonly reading: string | null;
  readonly outcome: string | null;
  readonly error: string | null;
  readonly units: string | null;
  readonly written: string | null;
}

/** JSON columns by their property. */
const COLUMNS = {
  choices: 'choices',
  decisions: 'decisions',
  reading: 'reading',
  outcome: 'outcome',
  error: 'error',
  units: 'units',
  written: 'written',
} as const;

export class IntakeFiles {
  constructor(private readonly desk: Db) {}

  add(file: {
    readonly clientId: number;
    readonly name: string;
    readonly sha256: string;
    readonly size: number;
    readonly choices?: SourceChoices;
    readonly uploadId: number | null;
    readonly depth: number;
  }): number {
    return Number(
      this.desk
        .prepare(
          "INSERT INTO intake_file (client_id, name, sha256, size, state, upload_id, depth, choices, created_at) VALUES (?, ?, ?, ?, 'waiting', ?, ?, ?, ?)",
        )
        .run(
          file.clientId,
          file.name,
          file.sha256,
          file.size,
          file.uploadId,
          file.depth,
          JSON.stringify(file.choices ?? {}),
          new Date().toISOString(),
        ).lastInsertRowid,
    );
  }

  get(id: number): IntakeFile {
    const row = this.desk
      .prepare<[number], FileRow>('SELECT * FROM intake_file WHERE id = ? AND removed_at IS NULL')
      .get(id);
    if (!row) throw new ApiError('not-found', { what: 'file' });
    return fileOf(row);
  }

  exists(id: number): boolean {
    return this.desk.prepare('SELECT 1 FROM intake_file WHERE id = ? AND removed_at IS NULL').get(id) !== undefined;
  }

  list(clientId: number | null): IntakeFile[] {
    return this.desk
      .prepare<[{ clientId: number | null }], FileRow>(
        `SELECT * FROM intake_file WHERE removed_at IS NULL AND (@clientId IS NULL OR client_id = @clientId) ORDER BY id DESC`,
      )
      .all({ clientId })
      .map(fileOf);
  }

  /** Takes a file off the desk, with all that was decided about it, until it is put back or forgotten. */
  setAside(id: number): void {
    this.desk.prepare('UPDATE intake_file SET removed_at = ? WHERE id = ?').run(new Date().toISOString(), id);
  }

  /** @returns whether it was there to be put back */
  putBack(id: number): boolean {
    return (
      this.desk.prepare('UPDATE intake_file SET removed_at = NULL WHERE id = ? AND removed_at NOTNULL').run(id)
        .changes > 0
    );
  }

  /** What was taken off the desk, the last first. */
  aside(clientId: number | null): { readonly id: number; readonly name: string; readonly removedAt: string }[] {
    return this.desk
      .prepare<[{ clientId: number | null }], { id: number; name: string; choices: string; removedAt: string }>(
        `SELECT id, name, choices, removed_at AS removedAt FROM intake_file
         WHERE removed_at NOTNULL AND (@clientId IS NULL OR client_id = @clientId) ORDER BY removed_at DESC LIMIT 100`,
      )
      .all({ clientId })
      .map(({ choices, name, ...more }) => {
        const { sheet } = JSON.parse(choices) as SourceChoices;
        return { ...more, name: sheet === undefined ? name : `${name} › ${sheet}` };
      });
  }

  update(id: number, change: Partial<Omit<IntakeFile, 'id' | 'clientId' | 'name' | 'sha256' | 'size'>>): void {
    this.desk.transaction(() => this.set(id, change))();
  }

  noteWritten(id: number, written: Written | UnitsWritten): void {
    if (this.exists(id)) this.update(id, { written: withWriting(this.get(id).written, written) });
  }

  private set(id: number, change: object): void {
    for (const [property, value] of Object.entries(change)) {
      if (property === 'state') this.desk.prepare('UPDATE intake_file SET state = ? WHERE id = ?').run(value, id);
      else if (property === 'targetId')
        this.desk.prepare('UPDATE intake_file SET target_id = ? WHERE id = ?').run(value, id);
      else if (property === 'recipeId')
        this.desk.prepare('UPDATE intake_file SET recipe_id = ? WHERE id = ?').run(value, id);
      else {
        const column = COLUMNS[property as keyof typeof COLUMNS];
        this.desk
          .prepare(`UPDATE intake_file SET ${column} = ? WHERE id = ?`)
          .run(value === null ? null : JSON.stringify(value), id);
      }
    }
  }

  /** For good. */
  remove(id: number): void {
    this.desk.transaction(() => {
      this.forgetRowDecisions(id);
      this.desk.prepare('DELETE FROM intake_file WHERE id = ?').run(id);
    })();
  }

  rowDecisions(id: number): [number, RowDecision][] {
    return this.desk
      .prepare<[number], { row: number; decision: string }>(
        'SELECT row, decision FROM row_decision WHERE file_id = ? ORDER BY row',
      )
      .all(id)
      .map(({ row, decision }) => [row, JSON.parse(decision) as RowDecision]);
  }

  /** Null takes the decision back. */
  decideRow(id: number, row: number, decision: RowDecision | null): void {
    if (decision === null) this.desk.prepare('DELETE FROM row_decision WHERE file_id = ? AND row = ?').run(id, row);
    else
      this.desk
        .prepare(
          'INSERT INTO row_decision (file_id, row, decision) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET decision = excluded.decision',
        )
        .run(id, row, JSON.stringify(decision));
  }

  forgetRowDecisions(id: number): void {
    this.desk.prepare('DELETE FROM row_decision WHERE file_id = ?').run(id);
  }
}

function fileOf(row: FileRow): IntakeFile {
  const parsed = <T>(text: string | null): T | null => (text === null ? null : (JSON.parse(text) as T));
  return {
    id: row.id,
    clientId: row.client_id,
    name: row.name,
    sha256: row.sha256,
    size: row.size,
    state: row.state,
    choices: JSON.parse(row.choices) as SourceChoices,
    decisions: JSON.parse(row.decisions) as Decisions,
    targetId: row.target_id,
    recipeId: row.recipe_id,
    uploadId: row.upload_id,
    depth: row.depth,
    reading: row.reading === null ? null : keptReading(row.reading),
    outcome: parsed(row.outcome),
    error: keptError(row.error),
    units: row.units === null ? null : keptSurvey(row.units),
    written: writingsOf<Written | UnitsWritten>(row.written),
  };
}

/** The entries of a client file into a termbase: one transaction, one entry in the ledger. */
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation, type RowDecision } from '@fair-copy/core/intake/evaluate.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { withOrigin } from '@fair-copy/core/termbase/edit.js';
import type { Origin } from '@fair-copy/core/termbase/concept.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { ConceptWriter, readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { Staging } from '../store/staging.js';
import { clientById, freeName, termbaseById } from '../store/termbases.js';
import { recorded, workspaceForWriting, type Writing } from '../store/workspace.js';
import { insertTermbase, namesIn } from '../termbases/write.js';
import { existingIn } from './existing.js';

export interface IntakeToWrite {
  readonly fileId: number;
  readonly name: string;
  readonly clientId: number;
  readonly reading: Reading;
  readonly rowDecisions: readonly (readonly [number, RowDecision])[];
  readonly target: { readonly kind: 'existing'; readonly id: number } | { readonly kind: 'new'; readonly name: string };
}

export interface Written {
  readonly termbaseId: number;
  readonly termbase: string;
  readonly ledgerId: number;
  readonly entries: number;
  readonly joined: number;
}

/** Works the outcomes out once more inside the transaction, so that what is there by now is respected. */
export function writeIntake(job: IntakeToWrite, context: TaskContext): Written {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, job.clientId);
  const name =
    job.target.kind === 'new'
      ? freeName(job.target.name, namesIn(db, job.clientId), 'termbase')
      : ownTermbase(db, job.target.id, job.clientId);
  const staging = Staging.openForReading(pathsOf(context.dataDir).staging(job.fileId));
  try {
    const about = { clientId: job.clientId, termbaseId: null, kind: 'intake', title: `Taking in ${job.name}` };
    return recorded(context.dataDir, about, (writing) => {
      const termbaseId = job.target.kind === 'new' ? insertTermbase(writing, job.clientId, name) : job.target.id;
      const { entries, joined } = new IntakeWriting(writing, job, termbaseId, context).write(staging);
      if (entries + joined === 0) throw new ApiError('nothing-to-write', { name: job.name });
      const title = `Took in ${job.name}: ${entries.toLocaleString('en')} entries to “${name}”`;
      writing.entry.describe(title, { entries, joined }, termbaseId);
      return { termbaseId, termbase: name, ledgerId: writing.entry.id, entries, joined };
    });
  } finally {
    staging.close();
  }
}

/** Its name. Files of one client never go to another's termbase. */
function ownTermbase(db: Db, id: number, clientId: number): string {
  const { name, client_id } = termbaseById(db, id);
  if (client_id !== clientId) throw new ApiError('not-found', { what: 'termbase of this client' });
  return name;
}

class IntakeWriting {
  private readonly byRow = new Map<number, number>();
  private readonly joinedOrigins = new Map<number, Origin[]>();
  private readonly writer: ConceptWriter;
  private entries = 0;
  private joined = 0;

  constructor(
    private readonly writing: Writing,
    private readonly job: IntakeToWrite,
    private readonly termbaseId: number,
    private readonly context: TaskContext,
  ) {
    this.writer = new ConceptWriter(writing.db, writing.now);
  }

  write(staging: Staging): { readonly entries: number; readonly joined: number } {
    const { job, termbaseId, writing } = this;
    // A termbase that was made just now has nothing to join.
    const existing = job.target.kind === 'existing' ? existingBefore(writing, termbaseId) : undefined;
    const evaluation = new Evaluation(job.reading, existing, new Map(job.rowDecisions));
    const count = Math.max(1, staging.count);
    for (const { position, ...row } of staging.rows()) {
      if (position % 500 === 0) this.context.checkpoint((position / count) * 0.95);
      const outcome = evaluation.see(row);
      switch (outcome.kind) {
        case 'entry': {
          const id = this.writer.create(termbaseId, conceptOf(outcome.draft, this.origin(row.number)));
          writing.entry.created('concept', id);
          this.byRow.set(row.number, id);
          this.entries++;
          break;
        }
        case 'joined':
          this.join(this.byRow.get(outcome.row)!, row.number);
          break;
        case 'joined existing':
          this.join(outcome.concept, row.number);
          break;
      }
    }
    this.writeJoined();
    return { entries: this.entries, joined: this.joined };
  }

  private origin(row: number): Origin {
    const { source } = this.job.reading;
    return { file: this.job.name, ...(source.kind === 'workbook' && { sheet: source.sheet }), row };
  }

  private join(concept: number, row: number): void {
    this.joined++;
    const origins = this.joinedOrigins.get(concept) ?? [];
    origins.push(this.origin(row));
    this.joinedOrigins.set(concept, origins);
  }

  private writeJoined(): void {
    for (const [id, origins] of this.joinedOrigins) {
      const before = readConcept(this.writing.db, id)!;
      // A concept made by this operation is noted as created already; this does not change that.
      this.writing.entry.before('concept', id, before);
      this.writer.replaceBodyOnly(id, { ...before, body: origins.reduce(withOrigin, before.body) });
    }
  }
}

/** Concepts as they were before this operation: those it makes itself have higher ids. */
function existingBefore({ db }: Writing, termbaseId: number): ReturnType<typeof existingIn> {
  const highest = db.prepare<[], { id: number }>('SELECT coalesce(max(id), 0) AS id FROM concept').get()!.id;
  const find = existingIn(db, termbaseId);
  return (key) => find(key).filter((id) => id <= highest);
}

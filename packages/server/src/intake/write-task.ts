/** The entries of a client file into a termbase: one transaction, one entry in the ledger. */
import { did } from '@fair-copy/words/done.js';
import { shapeOf } from '@fair-copy/core/intake/shaped.js';
import { termLanguages, withDraft, type Draft } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import { swapFinder, termPair, type Swaps } from '@fair-copy/core/intake/exchanged-languages.js';
import type { Outcome, RowDecision } from '@fair-copy/core/intake/outcome.js';
import { ClientWords, type WordsOfColumns } from '@fair-copy/core/intake/client-words.js';
import type { Existing } from '@fair-copy/core/intake/join.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { UsedFields, type FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import { withOrigin } from '@fair-copy/core/termbase/edit.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { ApiError } from '../errors.js';
import { BlocksAhead } from '../jobs/blocks-ahead.js';
import type { TaskContext } from '../jobs/task.js';
import { attachStaging, ConceptWriter, copyConcepts, firstFreeConcept, readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { TermbasePictures, type PictureFile } from '../store/pictures.js';
import { Staging, type StagedRow } from '../store/staging.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import { termbaseById } from '../store/termbases.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertTermbase, namesIn, seeFields, seeShape } from '../termbases/write.js';
import { conceptOfEntry, originOf } from './contents.js';
import { existingIn } from '../termbases/existing.js';
import { basisOf } from './read-tasks.js';
import { ENTRIES, entryTerms } from './entry-terms.js';
import { placedRows } from './placed-rows.js';

export interface IntakeToWrite {
  readonly fileId: number;
  readonly name: string;
  readonly clientId: number;
  readonly reading: Reading;
  readonly rowDecisions: readonly (readonly [number, RowDecision])[];
  /** Pictures that came with the client's files. */
  readonly pictures: readonly PictureFile[];
  readonly target: { readonly kind: 'existing'; readonly id: number } | { readonly kind: 'new'; readonly name: string };
}

export interface Written {
  /** On the desk. */
  readonly fileId: number;
  readonly termbaseId: number;
  readonly termbase: string;
  readonly ledgerId: number;
  readonly entries: number;
  readonly joined: number;
}

/**
 * For a new termbase what was worked out on the desk is written. Outcomes that join a termbase are worked out once more
 * inside the transaction, so that what is there by now is respected.
 */
export function writeIntake(job: IntakeToWrite, context: TaskContext): Written {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, job.clientId);
  const name =
    job.target.kind === 'new'
      ? freeName(job.target.name, namesIn(db, job.clientId), 'termbase')
      : ownTermbase(db, job.target.id, job.clientId);
  const path = pathsOf(context.dataDir).staging(job.fileId);
  const staging = Staging.open(path);
  const detach = attachStaging(db, path);
  try {
    const about = { clientId: job.clientId, termbaseId: null, kind: 'intake', title: did('under-way', {}) };
    return recorded(context, about, (writing) => {
      const termbaseId = job.target.kind === 'new' ? insertTermbase(writing, job.clientId, name) : job.target.id;
      const { entries, joined } = new IntakeWriting(writing, job, termbaseId, context).write(staging);
      if (entries + joined === 0) throw new ApiError('nothing-to-write', { name: job.name });
      const title = did('entries-taken-in', { file: job.name, count: entries, termbase: name });
      writing.entry.describe(title, { entries, joined }, { termbaseId });
      return { fileId: job.fileId, termbaseId, termbase: name, ledgerId: writing.entry.id, entries, joined };
    });
  } finally {
    detach();
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
  /** What later rows add to concepts: applied at the end, one write for each concept. */
  private readonly later = new Map<number, ((body: ConceptBody) => ConceptBody)[]>();
  private readonly writer: ConceptWriter;
  private readonly used = new UsedFields();
  private readonly pictures: TermbasePictures;
  /** Its path. */
  private readonly staging: string;
  private entries = 0;
  private joined = 0;

  constructor(
    private readonly writing: Writing,
    private readonly job: IntakeToWrite,
    private readonly termbaseId: number,
    private readonly context: TaskContext,
  ) {
    this.writer = new ConceptWriter(writing.db, writing.now, true);
    this.pictures = new TermbasePictures(writing, termbaseId, job.pictures);
    this.staging = pathsOf(context.dataDir).staging(job.fileId);
  }

  write(staging: Staging): { readonly entries: number; readonly joined: number } {
    const { job } = this;
    const targetId = job.target.kind === 'existing' ? job.target.id : null;
    const holds = staging.holdsFor(basisOf({ ...job, targetId }));
    const fields = holds && targetId === null ? this.copy(staging) : this.workOut(staging, targetId, holds);
    this.context.checkpoint(0.9);
    this.writer.flush();
    this.writeLater();
    this.writer.flush();
    this.define([...fields, ...this.used.definitions()]);
    return { entries: this.entries, joined: this.joined };
  }

  /** What was worked out on the desk, as it stands. Gives back the fields that the entries use. */
  private copy(staging: Staging): readonly FieldDefinition[] {
    const first = firstFreeConcept(this.writing.db);
    this.entries = staging.countOf('entry');
    this.joined = staging.countOf('joined');
    const blocks = Math.ceil(this.entries / ENTRIES);
    const terms = new BlocksAhead(entryTerms, { path: this.staging, first }, blocks);
    try {
      for (let block = 0; block < blocks; block++) {
        this.context.checkpoint((block / blocks) * 0.7);
        const from = block * ENTRIES + 1;
        copyConcepts(this.writing, this.termbaseId, { first, from, to: Math.min(this.entries, from + ENTRIES - 1) });
        const { terms: found, facets } = terms.take(block);
        this.writer.addTerms(this.termbaseId, found, facets);
      }
    } finally {
      terms.close();
    }
    for (const { row, how, entry, draft } of staging.joined()) this.add(first + entry - 1, row, draft, how);
    const { fields, pictures } = staging.used;
    for (const name of pictures) this.pictures.use(name);
    return fields;
  }

  private workOut(staging: Staging, targetId: number | null, holds: boolean): readonly FieldDefinition[] {
    const { job, termbaseId, writing } = this;
    const evaluation = new Evaluation<StagedRow>(job.reading, {
      ...(targetId !== null && { existing: existingBefore(writing, termbaseId) }),
      decisions: new Map(job.rowDecisions),
      swaps: (holds ? knownSwaps(job, staging) : null) ?? swapFinder(job.reading, staging.sample.rows),
    });
    const count = Math.max(1, staging.count);
    for (const { row, outcome } of placedRows(evaluation, this.staging, job.reading)) {
      if (row.position % 500 === 0) this.context.checkpoint((row.position / count) * 0.9);
      this.take(row, outcome);
    }
    return [];
  }

  private take(row: StagedRow, outcome: Outcome): void {
    switch (outcome.kind) {
      case 'entry': {
        const id = this.writer.create(this.termbaseId, this.seen(conceptOfEntry(this.job, row, outcome)));
        this.writing.entry.created('concept', id);
        this.byRow.set(row.number, id);
        this.entries++;
        break;
      }
      case 'joined':
        this.joined++;
        if (outcome.how !== 'part') this.add(this.byRow.get(outcome.row)!, row, outcome.draft, outcome.how);
        break;
      case 'joined existing':
        this.joined++;
        if (outcome.how !== 'part') this.add(outcome.concept, row, outcome.draft, outcome.how);
        break;
    }
  }

  /** Notes what a concept is made of, before it is written. */
  private seen(body: ConceptBody): ConceptBody {
    this.used.see(body);
    for (const name of body.fields.xGraphic ?? []) this.pictures.use(name);
    return body;
  }

  private add(
    concept: number,
    row: Pick<StagedRow, 'number' | 'line'>,
    draft: Draft | null,
    how: 'same' | 'adds' | 'replaces',
  ): void {
    const changes = this.later.get(concept) ?? [];
    if (how === 'adds' && draft) changes.push((body) => withDraft(body, draft));
    if (how === 'replaces' && draft) changes.push((body) => withDraft(withoutLanguages(body, draft), draft));
    const origin = originOf(this.job, row);
    changes.push((body) => withOrigin(body, origin));
    this.later.set(concept, changes);
  }

  private writeLater(): void {
    for (const [id, changes] of this.later) {
      const before = readConcept(this.writing.db, id)!;
      // A concept made by this operation is noted as created already; this does not change that.
      this.writing.entry.before('concept', id, before);
      const body = changes.reduce((now, change) => change(now), before.body);
      const onlyOrigins = body.languages === before.body.languages && body.fields === before.body.fields;
      if (onlyOrigins) this.writer.replaceBodyOnly(id, { ...before, body });
      else this.writer.replace(id, { ...before, body: this.seen(body) });
    }
  }

  /** The fields of the termbase follow what came in. */
  private define(used: readonly FieldDefinition[]): void {
    const { job, termbaseId, writing } = this;
    seeFields(writing, termbaseId, used);
    if (isSheet(job.reading)) seeShape(writing, termbaseId, shapeOf(job.name, job.reading, this.clientWords()));
  }

  private clientWords(): WordsOfColumns {
    const words = new ClientWords(this.job.reading);
    if (!words.isNeeded) return {};
    const staging = Staging.openForReading(this.staging);
    try {
      for (const row of staging.rows()) if (row.number >= this.job.reading.firstRow) words.see(row);
    } finally {
      staging.close();
    }
    return words.words;
  }
}

/** The rows that the page shows as exchanged: they need not be found once more. */
function knownSwaps({ reading }: IntakeToWrite, staging: Staging): Swaps | null {
  const pair = termPair(reading);
  const rows = pair ? staging.swappedRows() : null;
  if (!pair || !rows) return null;
  const key = (a: string, b: string): string => `${a}\0${b}`;
  const known = new Set<string>();
  for (const { cells } of rows) known.add(key(cells[pair[0].index] ?? '', cells[pair[1].index] ?? ''));
  return { isSwapped: (a, b) => known.has(key(a, b)) };
}

function isSheet({ source }: Reading): boolean {
  return source.kind === 'workbook' || source.kind === 'delimited';
}

/** Without the terms of the languages that the draft brings. */
function withoutLanguages(body: ConceptBody, draft: Draft): ConceptBody {
  const brought = termLanguages(draft).map((section) => section.language);
  const fields = Object.fromEntries(Object.entries(body.fields).filter(([name]) => !draft.fields[name]));
  return { ...body, fields, languages: body.languages.filter((section) => !brought.includes(section.language)) };
}

/** Concepts as they were before this operation: those it makes itself have higher ids. */
function existingBefore({ db }: Writing, termbaseId: number): Existing {
  return existingIn(db, termbaseId, firstFreeConcept(db) - 1);
}

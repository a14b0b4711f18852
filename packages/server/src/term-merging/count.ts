/** What would become of the concepts of several termbases, and what becomes of them. */
import type { FieldConflictBody, TermMergeOutcome, TermMergePlanBody } from '@fair-copy/api/term-merges.js';
import {
  CONCEPT_FATES,
  ConceptMerge,
  type ConceptFate,
  type FieldConflict,
} from '@fair-copy/core/intake/merge-concepts.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptsOf } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import type { Counted } from '../store/kept-plans.js';
import { packed, stagedFile } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import { basisOf, corePlan, termbasesOf } from './plans.js';

export interface TermMergeToDo {
  readonly clientId: number;
  readonly plan: TermMergePlanBody;
}

const emptyTally = (): Record<ConceptFate, number> => ({ written: 0, same: 0, gaveWay: 0, waiting: 0 });

/** By termbase, in order of rank: the ids of its concepts by what becomes of them. */
type Fates = readonly { readonly termbaseId: number; readonly ids: Readonly<Record<ConceptFate, number[]>> }[];

function merged(
  db: Db,
  { clientId, plan }: TermMergeToDo,
  context: TaskContext,
  see: (conflict: FieldConflict, merge: ConceptMerge) => void,
) {
  const rows = termbasesOf(db, clientId, plan.inputs);
  const merge = new ConceptMerge(corePlan(plan, db));
  /** By rank: the ids of the concepts in their order. */
  const ids: number[][] = [];
  const fates: Fates = rows.map(({ id: termbaseId }, rank) => {
    const byFate: Record<ConceptFate, number[]> = { written: [], same: [], gaveWay: [], waiting: [] };
    ids[rank] = [];
    for (const { id, ...body } of conceptsOf(db, termbaseId)) {
      if (ids[rank].push(id) % 500 === 0) context.checkpoint((rank / rows.length) * 0.9);
      byFate[merge.add(body, rank, (conflict) => see(conflict, merge))].push(id);
    }
    return { termbaseId, ids: byFate };
  });
  return { merge, fates, ids };
}

const TABLES = `CREATE TABLE conflict (ordinal INTEGER PRIMARY KEY, open INTEGER NOT NULL, body TEXT NOT NULL) STRICT;
  CREATE TABLE fate (termbase_id INTEGER, fate TEXT, ids BLOB, PRIMARY KEY (termbase_id, fate)) STRICT, WITHOUT ROWID`;

export function countTermMerge(job: TermMergeToDo, context: TaskContext): Counted<TermMergeOutcome> {
  return atOneMoment(context, (db) => {
    const path = pathsOf(context.dataDir).stagedPlan(job.clientId, 'terms');
    const outcome = stagedFile(path, TABLES, (staged): TermMergeOutcome => {
      const conflict = staged.prepare('INSERT INTO conflict (open, body) VALUES (?, ?)');
      let [conflicts, open] = [0, 0];
      const { merge, fates } = merged(db, job, context, (one, { concepts }) => {
        conflicts++;
        if (one.choice === null) open++;
        const body = shown(one, concepts[one.concept]!, job.plan.inputs);
        conflict.run(one.choice === null ? 1 : 0, JSON.stringify(body));
      });
      const fate = staged.prepare('INSERT INTO fate VALUES (?, ?, ?)');
      const inputs = fates.map(({ termbaseId, ids }) => {
        const tally = emptyTally();
        for (const each of CONCEPT_FATES) {
          tally[each] = ids[each].length;
          fate.run(termbaseId, each, packed(ids[each]));
        }
        return { termbaseId, tally };
      });
      return { tally: { ...merge.tally }, inputs, conflicts, open };
    });
    return { basis: basisOf(job.plan, db), outcome };
  });
}

function shown(
  { concept: _, from, ...conflict }: FieldConflict,
  { languages }: ConceptBody,
  inputs: readonly number[],
): Omit<FieldConflictBody, 'ordinal'> {
  return {
    ...conflict,
    concept: languages.map(({ language, terms }) => ({ language, terms: terms.map(({ text }) => text) })),
    from: [inputs[from[0]]!, inputs[from[1]]!],
  };
}

/** A concept of the result. */
export interface MergedConcept {
  readonly body: ConceptBody;
  /** Of the termbase that goes on living; null: it is new there. */
  readonly was: number | null;
  /** The termbases whose pictures it may name, the one that stands highest first. */
  readonly termbases: readonly number[];
}

export interface BuiltTermMerge {
  readonly basis: string;
  readonly concepts: readonly MergedConcept[];
}

/** Nothing changes for anybody until it is published. */
export function buildTermMerge(job: TermMergeToDo, context: TaskContext): BuiltTermMerge {
  return atOneMoment(context, (db) => {
    const { merge, ids } = merged(db, job, context, () => {});
    const into = job.plan.into === null ? -1 : job.plan.inputs.indexOf(job.plan.into);
    const concepts = merge.concepts.map((body, i) => {
      const sources = merge.sourcesOf(i);
      const own = sources.find(({ rank }) => rank === into);
      return {
        body,
        was: own ? ids[own.rank]![own.number]! : null,
        termbases: sources.map(({ rank }) => job.plan.inputs[rank]!),
      };
    });
    return { basis: basisOf(job.plan, db), concepts };
  });
}

function atOneMoment<T>({ dataDir }: TaskContext, work: (db: Db) => T): T {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    db.exec('BEGIN');
    return work(db);
  } finally {
    if (db.inTransaction) db.exec('COMMIT');
    db.close();
  }
}

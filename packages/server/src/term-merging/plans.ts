/** The plans of merging termbases, one for each client. */
import type { TermMergeBody, TermMergeOutcome, TermMergePlanBody } from '@fair-copy/api/term-merges.js';
import type { ConceptMergePlan } from '@fair-copy/core/intake/merge-concepts.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Context } from '../context.js';
import type { Db } from '../store/database.js';
import { KeptPlans } from '../store/kept-plans.js';
import { languageCounts } from '../store/language-counts.js';
import { termbaseById, type TermbaseRow } from '../store/termbases.js';
import { stateOfResources } from '../two/resources.js';

type Written = Omit<NonNullable<TermMergeBody['written']>, 'standing'>;

const NOTHING_YET: TermMergePlanBody = {
  inputs: [],
  by: [],
  bySet: false,
  id: true,
  subject: true,
  regions: 'fold',
  keep: 'rank',
  decisions: {},
  into: null,
  newName: '',
  deleted: [],
};

/** Those of the client that are there, in the order of the plan. */
export function termbasesOf(db: Db, clientId: number, ids: readonly number[]): TermbaseRow[] {
  const mine = new Set(
    db.prepare<[number], number>('SELECT id FROM termbase WHERE client_id = ?').pluck().all(clientId),
  );
  return [...new Set(ids)].filter((id) => mine.has(id)).map((id) => termbaseById(db, id));
}

const tagsOf = (db: Db, id: number): string[] => languageCounts(db, id).map(({ language }) => language);

export class TermMergePlans {
  readonly kept: KeptPlans<TermMergePlanBody, TermMergeOutcome, Written>;

  constructor(private readonly context: Pick<Context, 'desk' | 'workspace'>) {
    this.kept = new KeptPlans(context.desk, context.workspace, 'terms');
  }

  /** What was decided last, with the termbases that are still there. */
  plan(clientId: number): TermMergePlanBody {
    const { workspace } = this.context;
    const body = this.kept.plan(clientId) ?? NOTHING_YET;
    const inputs = termbasesOf(workspace, clientId, body.inputs).map(({ id }) => id);
    return {
      ...body,
      inputs,
      by: body.bySet ? body.by : this.shared(inputs),
      deleted: body.deleted.filter((id) => inputs.includes(id)),
      into: body.into !== null && inputs.includes(body.into) ? body.into : null,
    };
  }

  /** The first general language that all have. */
  private shared(inputs: readonly number[]): string[] {
    const all = inputs.map((id) => tagsOf(this.context.workspace, id).map(primaryLanguage));
    const common = (all[0] ?? []).find((tag) => all.every((tags) => tags.includes(tag)));
    return common === undefined ? [] : [common];
  }

  shown(clientId: number): TermMergeBody {
    const plan = this.plan(clientId);
    const counted = this.kept.counted(clientId);
    return {
      clientId,
      plan,
      outcome: counted?.outcome ?? null,
      stale: counted?.basis !== basisOf(plan, this.context.workspace),
      written: this.kept.written(clientId),
    };
  }
}

/** What an outcome is true of. */
export function basisOf(plan: TermMergePlanBody, db: Db): string {
  const { inputs, by, id, subject, regions, keep, decisions } = plan;
  const state = stateOfResources(
    db,
    inputs.map((termbase) => ({ kind: 'termbase', id: termbase })),
  );
  return JSON.stringify([inputs, by, id, subject, regions, keep, decisions, state]);
}

/** For the termbases as they are: a general language stands for all its regions that occur. */
export function corePlan(plan: TermMergePlanBody, db: Db): ConceptMergePlan {
  const tags = [...new Set(plan.inputs.flatMap((id) => tagsOf(db, id)))];
  const languages = tags.filter((tag) => plan.by.includes(primaryLanguage(tag))) as LanguageTag[];
  const regions = plan.regions === 'fold' ? 'one' : 'two';
  return {
    rule: { languages, id: plan.id, subject: plan.subject, regions },
    keep: plan.keep,
    decisions: plan.decisions,
  };
}

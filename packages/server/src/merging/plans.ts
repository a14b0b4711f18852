/** The plans of merging, as the desk keeps them: one for each client. */
import type { MergeBody, MergeOutcome, MergePlanBody } from '@fair-copy/api/merges.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { MergePlan } from '@fair-copy/core/memory/merge/plan.js';
import { sharedLanguage } from '@fair-copy/core/memory/merge/shared-language.js';
import type { Context } from '../context.js';
import { latestWriting, withWriting, writingsOf } from '../store/writings.js';
import { rowsOf, stateOf } from './inputs.js';

interface Row {
  readonly body: string;
  readonly counted: string | null;
  readonly written: string | null;
}

interface Counted {
  readonly basis: string;
  readonly outcome: MergeOutcome;
}

type Written = Omit<NonNullable<MergeBody['written']>, 'standing'>;

const NOTHING_YET: MergePlanBody = {
  inputs: [],
  by: 'all',
  bySet: false,
  ignore: [],
  regions: 'fold',
  keep: 'newest',
  decisions: {},
  into: null,
  newName: '',
  deleted: [],
};

export class MergePlans {
  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories'>) {}

  private row(clientId: number): Row | undefined {
    return this.context.desk
      .prepare<[number], Row>('SELECT body, counted, written FROM merge_plan WHERE client_id = ?')
      .get(clientId);
  }

  /** What was decided last. */
  plan(clientId: number): MergePlanBody {
    const row = this.row(clientId);
    return this.settled(clientId, row ? (JSON.parse(row.body) as MergePlanBody) : NOTHING_YET);
  }

  /** A plan as it is followed: only memories that are there; what nobody said, as the memories have it. */
  settled(clientId: number, body: MergePlanBody): MergePlanBody {
    const there = new Set(rowsOf(this.context.workspace, clientId, body.inputs).map(({ id }) => id));
    const inputs = [...new Set(body.inputs)].filter((id) => there.has(id));
    return {
      ...body,
      inputs,
      by: body.bySet ? body.by : this.shared(inputs),
      deleted: body.deleted.filter((id) => there.has(id)),
      into: body.into !== null && there.has(body.into) ? body.into : null,
    };
  }

  private shared(inputs: readonly number[]): MergePlanBody['by'] {
    const { memories } = this.context;
    const files = inputs
      .map((id) => memories.row(id))
      .flatMap((row) => (memories.damageOf(row) === null ? [memories.file(row.id)] : []));
    const by = sharedLanguage(
      files.map((file) => {
        const header = JSON.parse(file.about('header') ?? '{}') as Partial<TmxHeader>;
        return { languages: file.languages().map(({ language }) => language), source: header.attributes?.srclang };
      }),
    );
    return by === 'all' ? by : [...by];
  }

  keep(clientId: number, plan: MergePlanBody): void {
    this.context.desk
      .prepare('INSERT INTO merge_plan (client_id, body) VALUES (?, ?) ON CONFLICT DO UPDATE SET body = excluded.body')
      .run(clientId, JSON.stringify(plan));
  }

  noteCounted(clientId: number, counted: Counted): void {
    this.context.desk
      .prepare('UPDATE merge_plan SET counted = ? WHERE client_id = ?')
      .run(JSON.stringify(counted), clientId);
  }

  noteWritten(clientId: number, written: Written): void {
    const all = withWriting(writingsOf<Written>(this.row(clientId)?.written ?? null), written);
    this.context.desk
      .prepare('UPDATE merge_plan SET written = ? WHERE client_id = ?')
      .run(JSON.stringify(all), clientId);
  }

  shown(clientId: number): MergeBody {
    const row = this.row(clientId);
    const plan = this.plan(clientId);
    const counted = row?.counted ? (JSON.parse(row.counted) as Counted) : null;
    return {
      clientId,
      plan,
      outcome: counted?.outcome ?? null,
      stale: counted?.basis !== this.basis(plan),
      written: latestWriting(this.context.workspace, writingsOf<Written>(row?.written ?? null)),
    };
  }

  /** What an outcome is true of. */
  basis(plan: MergePlanBody): string {
    return basisOf(plan, stateOf(this.context.workspace, plan.inputs));
  }
}

export function basisOf(plan: MergePlanBody, state: string): string {
  const { inputs, ...rest } = plan;
  return JSON.stringify([inputs, corePlan(rest), state]);
}

export function corePlan({ by, ignore, regions, keep, filter, decisions }: Omit<MergePlanBody, 'inputs'>): MergePlan {
  return {
    by: by as 'all' | LanguageTag[],
    ignore,
    regions,
    keep,
    ...(filter && { filter: filter as NonNullable<MergePlan['filter']> }),
    decisions,
  };
}

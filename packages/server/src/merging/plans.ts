/** The plans of merging, as the desk keeps them: one for each client. */
import type { MergeBody, MergeOutcome, MergePlanBody } from '@fair-copy/api/merges.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { MergePlan } from '@fair-copy/core/memory/merge/plan.js';
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

export class MergePlans {
  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories'>) {}

  private row(clientId: number): Row | undefined {
    return this.context.desk
      .prepare<[number], Row>('SELECT body, counted, written FROM merge_plan WHERE client_id = ?')
      .get(clientId);
  }

  /** What was decided last, with the memories that are still there. */
  plan(clientId: number): MergePlanBody {
    const row = this.row(clientId);
    const body = row ? (JSON.parse(row.body) as MergePlanBody) : this.first(clientId);
    const there = new Set(rowsOf(this.context.workspace, clientId, body.inputs).map(({ id }) => id));
    return {
      ...body,
      inputs: [...new Set(body.inputs)].filter((id) => there.has(id)),
      deleted: body.deleted.filter((id) => there.has(id)),
      into: body.into !== null && there.has(body.into) ? body.into : null,
    };
  }

  /** Nothing goes in yet; the language that most memories share says what is the same. */
  private first(clientId: number): MergePlanBody {
    const { workspace, memories } = this.context;
    const counts = new Map<string, number>();
    const rows = workspace.prepare<[number], { id: number }>('SELECT id FROM memory WHERE client_id = ?').all(clientId);
    for (const { id } of rows) {
      const row = memories.row(id);
      if (memories.damageOf(row) !== null) continue;
      const tags = new Set(
        memories
          .file(id)
          .languages()
          .map(({ language }) => primaryLanguage(language)),
      );
      for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1);
    }
    const [most] = [...counts].sort((a, b) => b[1] - a[1]);
    return {
      inputs: [],
      by: most ? [most[0]] : 'all',
      ignore: [],
      regions: 'fold',
      keep: 'newest',
      decisions: {},
      into: null,
      newName: '',
      deleted: [],
    };
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

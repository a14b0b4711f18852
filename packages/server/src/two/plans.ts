/** What a client plans with two resources, as the desk keeps it: one plan of each kind. */
import type { BridgeBody, BridgePlanBody, CompareBody, ComparePlanBody, ResourceRef } from '@fair-copy/api/two.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { sharedLanguage } from '@fair-copy/core/memory/merge/shared-language.js';
import type { Context } from '../context.js';
import { languageCounts } from '../store/language-counts.js';
import { latestWriting, withWriting, writingsOf } from '../store/writings.js';
import { resourceRow, stateOfTwo } from './resources.js';

interface Kinds {
  readonly bridge: {
    readonly plan: BridgePlanBody;
    readonly outcome: NonNullable<BridgeBody['outcome']>;
    readonly written: Omit<NonNullable<BridgeBody['written']>, 'standing'>;
  };
  readonly compare: {
    readonly plan: ComparePlanBody;
    readonly outcome: NonNullable<CompareBody['outcome']>;
    readonly written: never;
  };
}

export type Kind = keyof Kinds;
export type PlanOf<K extends Kind> = Kinds[K]['plan'];

export interface Counted<K extends Kind> {
  /** What it is true of. */
  readonly basis: string;
  readonly outcome: Kinds[K]['outcome'];
}

const NOTHING_YET: { readonly [K in Kind]: PlanOf<K> } = {
  bridge: { a: null, b: null, over: '', near: false, newName: '', decisions: {} },
  compare: { a: null, b: null, by: 'all', bySet: false, ignore: [], regions: 'keep' },
};

interface Row {
  readonly body: string;
  readonly counted: string | null;
  readonly written: string | null;
}

export class TwoPlans {
  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories'>) {}

  private row(kind: Kind, clientId: number): Row | undefined {
    return this.context.desk
      .prepare<[number, string], Row>('SELECT body, counted, written FROM two_plan WHERE client_id = ? AND kind = ?')
      .get(clientId, kind);
  }

  private isThere(clientId: number, ref: ResourceRef | null): ref is ResourceRef {
    if (!ref) return false;
    try {
      resourceRow(this.context.workspace, clientId, ref);
      return true;
    } catch {
      return false;
    }
  }

  /** As it was kept, with the resources that are still there. */
  private kept<K extends Kind>(kind: K, clientId: number): PlanOf<K> {
    const row = this.row(kind, clientId);
    const plan = row ? (JSON.parse(row.body) as PlanOf<K>) : NOTHING_YET[kind];
    const [a, b] = [plan.a, plan.b].map((ref) => (this.isThere(clientId, ref) ? ref : null));
    return { ...plan, a: a!, b: b! };
  }

  private languagesOf({ kind, id }: ResourceRef): string[] {
    if (kind === 'termbase') return languageCounts(this.context.workspace, id).map(({ language }) => language);
    const { memories } = this.context;
    return memories.damageOf(memories.row(id)) === null
      ? memories
          .file(id)
          .languages()
          .map(({ language }) => language)
      : [];
  }

  /** General languages that both have. */
  private shared({ a, b }: Pick<BridgePlanBody, 'a' | 'b'>): string[] {
    if (!a || !b) return [];
    const [left, right] = [a, b].map((ref) => new Set(this.languagesOf(ref).map(primaryLanguage)));
    return [...left!].filter((language) => right!.has(language));
  }

  keep<K extends Kind>(kind: K, clientId: number, plan: PlanOf<K>): void {
    this.context.desk
      .prepare(
        'INSERT INTO two_plan (client_id, kind, body) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET body = excluded.body',
      )
      .run(clientId, kind, JSON.stringify(plan));
  }

  noteCounted<K extends Kind>(kind: K, clientId: number, counted: Counted<K>): void {
    this.context.desk
      .prepare('UPDATE two_plan SET counted = ? WHERE client_id = ? AND kind = ?')
      .run(JSON.stringify(counted), clientId, kind);
  }

  noteWritten(clientId: number, written: Kinds['bridge']['written']): void {
    const all = withWriting(
      writingsOf<Kinds['bridge']['written']>(this.row('bridge', clientId)?.written ?? null),
      written,
    );
    this.context.desk
      .prepare("UPDATE two_plan SET written = ? WHERE client_id = ? AND kind = 'bridge'")
      .run(JSON.stringify(all), clientId);
  }

  bridge(clientId: number): BridgeBody {
    const kept = this.kept('bridge', clientId);
    const shared = this.shared(kept);
    const plan = { ...kept, over: shared.includes(kept.over) ? kept.over : (shared[0] ?? '') };
    const written = writingsOf<Kinds['bridge']['written']>(this.row('bridge', clientId)?.written ?? null);
    return {
      clientId,
      plan,
      shared,
      ...this.counted('bridge', clientId, plan),
      written: latestWriting(this.context.workspace, written),
    };
  }

  compare(clientId: number): CompareBody {
    const kept = this.kept('compare', clientId);
    const both = [kept.a, kept.b].flatMap((ref) => ref ?? []);
    const proposed = sharedLanguage(both.map((ref) => ({ languages: this.languagesOf(ref), source: undefined })));
    const by = kept.bySet ? kept.by : proposed === 'all' ? proposed : [...proposed];
    const plan = { ...kept, by };
    return { clientId, plan, ...this.counted('compare', clientId, plan) };
  }

  private counted<K extends Kind>(kind: K, clientId: number, plan: PlanOf<K>) {
    const row = this.row(kind, clientId);
    const counted = row?.counted ? (JSON.parse(row.counted) as Counted<K>) : null;
    const { a, b } = plan;
    const basis = a && b ? basisOf(kind, plan, stateOfTwo(this.context.workspace, [a, b])) : null;
    return { outcome: counted?.outcome ?? null, stale: counted?.basis !== basis };
  }
}

/** What an outcome is true of. */
export function basisOf<K extends Kind>(kind: K, plan: PlanOf<K>, state: string): string {
  const { a, b } = plan;
  if ('over' in plan) return JSON.stringify([kind, a, b, plan.over, plan.near, plan.decisions, state]);
  return JSON.stringify([kind, a, b, plan.by, plan.ignore, plan.regions, state]);
}

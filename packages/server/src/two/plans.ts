/** What a client plans with two resources. */
import type {
  BridgeBody,
  BridgeOutcome,
  BridgePlanBody,
  CompareBody,
  CompareOutcome,
  ComparePlanBody,
  ResourceRef,
} from '@fair-copy/api/two.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { sharedLanguage } from '@fair-copy/core/memory/merge/shared-language.js';
import type { Context } from '../context.js';
import { languageCounts } from '../store/language-counts.js';
import { KeptPlans } from '../store/kept-plans.js';
import { isOfClient, stateOfResources } from './resources.js';

type WrittenBridge = Omit<NonNullable<BridgeBody['written']>, 'standing'>;

const NO_BRIDGE: BridgePlanBody = { a: null, b: null, over: '', near: false, newName: '', decisions: {} };
const NO_COMPARISON: ComparePlanBody = { a: null, b: null, by: 'all', bySet: false, ignore: [], regions: 'keep' };

export class TwoPlans {
  readonly bridges: KeptPlans<BridgePlanBody, BridgeOutcome, WrittenBridge>;
  readonly comparisons: KeptPlans<ComparePlanBody, CompareOutcome, never>;

  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories'>) {
    const { desk, workspace } = context;
    this.bridges = new KeptPlans(desk, workspace, 'bridge');
    this.comparisons = new KeptPlans(desk, workspace, 'compare');
  }

  /** With the resources that are still there. */
  private standing<P extends Two>(clientId: number, plan: P): P {
    const { workspace } = this.context;
    const [a, b] = [plan.a, plan.b].map((ref) => (ref && isOfClient(workspace, clientId, ref) ? ref : null));
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
  private shared({ a, b }: Two): string[] {
    if (!a || !b) return [];
    const [left, right] = [a, b].map((ref) => new Set(this.languagesOf(ref).map(primaryLanguage)));
    return [...left!].filter((language) => right!.has(language));
  }

  bridge(clientId: number): BridgeBody {
    const kept = this.standing(clientId, this.bridges.plan(clientId) ?? NO_BRIDGE);
    const shared = this.shared(kept);
    const plan = { ...kept, over: shared.includes(kept.over) ? kept.over : (shared[0] ?? '') };
    const counted = this.bridges.counted(clientId);
    return {
      clientId,
      plan,
      shared,
      outcome: counted?.outcome ?? null,
      stale: counted?.basis !== this.basis(plan, bridgeBasis),
      written: this.bridges.written(clientId),
    };
  }

  compare(clientId: number): CompareBody {
    const kept = this.standing(clientId, this.comparisons.plan(clientId) ?? NO_COMPARISON);
    const both = [kept.a, kept.b].flatMap((ref) => ref ?? []);
    const proposed = sharedLanguage(both.map((ref) => ({ languages: this.languagesOf(ref), source: undefined })));
    const by = kept.bySet ? kept.by : proposed === 'all' ? proposed : [...proposed];
    const plan = { ...kept, by };
    const counted = this.comparisons.counted(clientId);
    return {
      clientId,
      plan,
      outcome: counted?.outcome ?? null,
      stale: counted?.basis !== this.basis(plan, compareBasis),
    };
  }

  private basis<P extends Two>(plan: P, of: (plan: P, state: string) => string): string | null {
    const { a, b } = plan;
    return a && b ? of(plan, stateOfResources(this.context.workspace, [a, b])) : null;
  }
}

type Two = Pick<BridgePlanBody, 'a' | 'b'>;

/** What an outcome is true of. */
export function bridgeBasis({ a, b, over, near, decisions }: BridgePlanBody, state: string): string {
  return JSON.stringify([a, b, over, near, decisions, state]);
}

export function compareBasis({ a, b, by, ignore, regions }: ComparePlanBody, state: string): string {
  return JSON.stringify([a, b, by, ignore, regions, state]);
}

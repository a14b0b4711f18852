/** The kit of a client as the desk keeps it, with what its last rehearsals came to. */
import { existsSync } from 'node:fs';
import type {
  CountedBody,
  FiguresBody,
  KitPlan,
  KitResource,
  RehearsalBody,
  RehearsalOutcome,
} from '@fair-copy/api/rehearsals.js';
import { fits, meets, primaryLanguage } from '@fair-copy/core/language/tags.js';
import { USUAL_RATES } from '@fair-copy/core/rehearsal/figures.js';
import type { Context } from '../context.js';
import { KeptPlans, type Counted } from '../store/kept-plans.js';
import { languageCounts } from '../store/language-counts.js';
import { termbaseIdsOf, termbaseById } from '../store/termbases.js';
import { isOfClient, stateOfResources } from '../two/resources.js';

/** A match is worth looking at from here on (common practice). */
const USUAL: KitPlan = {
  source: '',
  target: '',
  threshold: 70,
  memories: [],
  termbases: [],
  documents: [],
  rates: USUAL_RATES,
  noTerms: [],
};

export type KeptOutcome = RehearsalOutcome & { readonly before: FiguresBody | null };

export class KitPlans {
  private readonly kept: KeptPlans<KitPlan, KeptOutcome, never>;

  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories' | 'paths'>) {
    this.kept = new KeptPlans(context.desk, context.workspace, 'rehearse');
  }

  /** With the resources that are still there. */
  plan(clientId: number): KitPlan {
    const plan = { ...USUAL, ...this.kept.plan(clientId) };
    const { workspace } = this.context;
    return {
      ...plan,
      memories: plan.memories.filter(({ id }) => isOfClient(workspace, clientId, { kind: 'memory', id })),
      termbases: plan.termbases.filter((id) => isOfClient(workspace, clientId, { kind: 'termbase', id })),
    };
  }

  keep(clientId: number, plan: KitPlan): void {
    this.kept.keep(clientId, plan);
  }

  noteOutcome(clientId: number, { basis, outcome }: Counted<RehearsalOutcome>): void {
    const before = this.kept.counted(clientId)?.outcome.all ?? null;
    this.kept.noteCounted(clientId, { basis, outcome: { ...outcome, before } });
  }

  /** What the outcome of a plan is true of: what was said to be no term changes no figure. */
  basis({ noTerms: _, ...plan }: KitPlan): string {
    const refs = [
      ...plan.memories.map(({ id }) => ({ kind: 'memory' as const, id })),
      ...plan.termbases.map((id) => ({ kind: 'termbase' as const, id })),
    ];
    return JSON.stringify([plan, stateOfResources(this.context.workspace, refs)]);
  }

  shown(clientId: number, counted: CountedBody | null): RehearsalBody {
    const plan = this.plan(clientId);
    const there = existsSync(this.context.paths.stagedPlan(clientId, 'rehearse'));
    const kept = there ? this.kept.counted(clientId) : null;
    const { before = null, ...outcome } = kept?.outcome ?? {};
    return {
      clientId,
      plan,
      resources: this.resources(clientId, plan),
      outcome: kept ? (outcome as RehearsalOutcome) : null,
      counted,
      before,
      stale: kept !== null && kept.basis !== this.basis(plan),
    };
  }

  /** All of the client, those that serve the pair first. */
  private resources(clientId: number, { source, target }: KitPlan): KitResource[] {
    const { workspace, memories } = this.context;
    const fit = (languages: readonly string[], isTerms: boolean): KitResource['fit'] => {
      if (source === '' || target === '') return 'same';
      const how = (tag: string): KitResource['fit'] =>
        languages.some((one) => fits(tag, one))
          ? 'same'
          : languages.some((one) => meets(tag, one) || (isTerms && primaryLanguage(one) === primaryLanguage(tag)))
            ? 'general'
            : 'none';
      const both = [how(source), how(target)];
      return both.includes('none') ? 'none' : both.includes('general') ? 'general' : 'same';
    };
    const ofMemory = workspace
      .prepare<[number], { id: number; name: string }>('SELECT id, name FROM memory WHERE client_id = ? ORDER BY name')
      .all(clientId)
      .flatMap(({ id, name }): KitResource[] => {
        if (memories.damageOf(memories.row(id)) !== null) return [];
        const file = memories.file(id);
        const languages = file.languages().map(({ language }) => language);
        return [{ kind: 'memory', id, name, languages, items: file.countUnits(), fit: fit(languages, false) }];
      });
    const ofTermbase = termbaseIdsOf(workspace, clientId).map((id): KitResource => {
      const counts = languageCounts(workspace, id);
      const languages = counts.map(({ language }) => language);
      const items = workspace
        .prepare<[number], number>('SELECT count(*) FROM concept WHERE termbase_id = ?')
        .pluck()
        .get(id)!;
      return {
        kind: 'termbase',
        id,
        name: termbaseById(workspace, id).name,
        languages,
        items,
        fit: fit(languages, true),
      };
    });
    const order = { same: 0, general: 1, none: 2 };
    return [...ofMemory, ...ofTermbase].sort((a, b) => order[a.fit] - order[b.fit]);
  }
}

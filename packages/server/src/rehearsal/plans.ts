/** Kits as the desk has them in hand: what they are tried on, what the client pays and says, and what that came to. */
import { existsSync } from 'node:fs';
import type { KitChoice } from '@fair-copy/api/kits.js';
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
import { choiceOf, kitById } from '../store/kits.js';
import { KeptPlans, type Counted } from '../store/kept-plans.js';
import { languageCounts } from '../store/language-counts.js';
import { termbaseIdsOf, termbaseById } from '../store/termbases.js';
import { stateOfResources } from '../two/resources.js';

/** What is kept for all kits of a client. */
type OfClient = Pick<KitPlan, 'rates' | 'noTerms'>;
const USUAL: OfClient = { rates: USUAL_RATES, noTerms: [] };

type Tried = Pick<KitPlan, 'documents' | 'reading'>;
const NOTHING: Tried = { documents: [], reading: { headers: false, hidden: false, parted: false } };
export type KeptOutcome = RehearsalOutcome & { readonly before: FiguresBody | null };

interface Row {
  readonly body: string;
  readonly counted: string | null;
}

export class KitPlans {
  private readonly ofClient: KeptPlans<OfClient, never, never>;

  constructor(private readonly context: Pick<Context, 'desk' | 'workspace' | 'memories' | 'paths'>) {
    this.ofClient = new KeptPlans(context.desk, context.workspace, 'rehearse');
  }

  /** Throws `ApiError` ("not-found"). */
  plan(kitId: number): KitPlan {
    const { workspace } = this.context;
    const kit = kitById(workspace, kitId);
    const row = this.row(kitId);
    const { rates, noTerms } = { ...USUAL, ...this.ofClient.plan(kit.client_id) };
    const tried: Partial<Tried> = row ? (JSON.parse(row.body) as Tried) : {};
    const { documents } = { ...NOTHING, ...tried };
    // One that was kept before a switch came has nothing to say of it.
    const reading = { ...NOTHING.reading, ...tried.reading };
    return { ...choiceOf(workspace, kit), documents, reading, rates, noTerms };
  }

  /** What the client said is no term, in small letters. */
  noTerms(clientId: number): readonly string[] {
    return this.ofClient.plan(clientId)?.noTerms ?? [];
  }

  /** @param text is not proposed as a term again */
  refuse(clientId: number, text: string): void {
    const kept = { ...USUAL, ...this.ofClient.plan(clientId) };
    const noTerms = [...new Set([...kept.noTerms, text.toLowerCase()])];
    this.ofClient.keep(clientId, { rates: kept.rates, noTerms });
  }

  /** All but what the kit is made of, which is the workspace's. */
  keep(kitId: number, { documents, reading, rates }: Pick<KitPlan, 'documents' | 'reading' | 'rates'>): void {
    const clientId = kitById(this.context.workspace, kitId).client_id;
    this.ofClient.keep(clientId, { rates, noTerms: [...this.noTerms(clientId)] });
    this.context.desk
      .prepare(
        'INSERT INTO rehearsal (kit_id, client_id, body) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET body = excluded.body',
      )
      .run(kitId, clientId, JSON.stringify({ documents, reading } satisfies Tried));
  }

  noteOutcome(kitId: number, { basis, outcome }: Counted<RehearsalOutcome>): void {
    const before = this.counted(kitId)?.outcome.all ?? null;
    const counted: Counted<KeptOutcome> = { basis, outcome: { ...outcome, before } };
    this.context.desk.prepare('UPDATE rehearsal SET counted = ? WHERE kit_id = ?').run(JSON.stringify(counted), kitId);
  }

  /** What the outcome of a plan is true of: what was said to be no term changes no figure, nor does what is written to. */
  basis({ noTerms: _, writesMemory: _m, writesTermbase: _t, ...plan }: KitPlan): string {
    const refs = [
      ...plan.memories.map(({ id }) => ({ kind: 'memory' as const, id })),
      ...plan.termbases.map((id) => ({ kind: 'termbase' as const, id })),
    ];
    return JSON.stringify([plan, stateOfResources(this.context.workspace, refs)]);
  }

  shown(kitId: number, counted: CountedBody | null): RehearsalBody {
    const { client_id: clientId, name } = kitById(this.context.workspace, kitId);
    const plan = this.plan(kitId);
    const kept = existsSync(this.context.paths.rehearsal(kitId)) ? this.counted(kitId) : null;
    const { before = null, ...outcome } = kept?.outcome ?? {};
    return {
      kitId,
      name,
      clientId,
      plan,
      resources: this.resources(clientId, plan),
      outcome: kept ? (outcome as RehearsalOutcome) : null,
      counted,
      before,
      stale: kept !== null && kept.basis !== this.basis(plan),
    };
  }

  private row(kitId: number): Row | undefined {
    return this.context.desk.prepare<[number], Row>('SELECT body, counted FROM rehearsal WHERE kit_id = ?').get(kitId);
  }

  private counted(kitId: number): Counted<KeptOutcome> | null {
    const counted = this.row(kitId)?.counted;
    return counted ? (JSON.parse(counted) as Counted<KeptOutcome>) : null;
  }

  /** All of the client, those that serve the pair first. */
  private resources(clientId: number, { source, target }: KitChoice): KitResource[] {
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
      .prepare<[number], number>('SELECT id FROM memory WHERE client_id = ? ORDER BY name')
      .pluck()
      .all(clientId)
      .flatMap((id): KitResource[] => {
        const row = memories.row(id);
        if (memories.damageOf(row) !== null) return [];
        const file = memories.file(id);
        const languages = file.languages().map(({ language }) => language);
        const items = file.countUnits();
        // One that is empty yet lacks nothing: what is written to it will have the pair.
        const how = items === 0 ? 'same' : fit(languages, false);
        const { name, reference, of_job: ofJob } = row;
        const about = { isReference: reference === 1, ofJob: ofJob === 1 };
        return [{ kind: 'memory', id, name, languages, items, fit: how, ...about }];
      });
    const ofTermbase = termbaseIdsOf(workspace, clientId).map((id): KitResource => {
      const languages = languageCounts(workspace, id).map(({ language }) => language);
      const items = workspace
        .prepare<[number], number>('SELECT count(*) FROM concept WHERE termbase_id = ?')
        .pluck()
        .get(id)!;
      const { name, reference } = termbaseById(workspace, id);
      const how = items === 0 ? 'same' : fit(languages, true);
      return { kind: 'termbase', id, name, languages, items, fit: how, isReference: reference === 1, ofJob: false };
    });
    const order = { same: 0, general: 1, none: 2 };
    return [...ofMemory, ...ofTermbase].sort((a, b) => order[a.fit] - order[b.fit]);
  }
}

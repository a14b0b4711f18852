/** The pairs between two resources: worked out for the page, and made into a resource of their own. */
import type { BridgedPair, BridgeDoubtBody, BridgeOutcome, BridgePlanBody, ResourceRef } from '@fair-copy/api/two.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { Bridge } from '@fair-copy/core/memory/bridge/bridge.js';
import {
  BRIDGED_NEAR,
  BRIDGED_OVER,
  type BridgeDoubt,
  type BridgePlan,
  type BridgeSinks,
  type Sureness,
} from '@fair-copy/core/memory/bridge/plan.js';
import { ConceptsMet } from '@fair-copy/core/memory/bridge/bridged-concept.js';
import type { Unit, Variant } from '@fair-copy/core/memory/unit.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { estimated } from '../jobs/estimated.js';
import type { TaskContext } from '../jobs/task.js';
import { newMemoryFile } from '../memories/resources.js';
import { InFileOrder } from '../memories/staged.js';
import { removeDatabase } from '../store/files.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import type { Counted } from '../store/kept-plans.js';
import { packed, stagedFile } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import { bridgeBasis } from './plans.js';
import { TwoResources } from './resources.js';

/** A plan with both its resources chosen. */
export interface BridgeToDo {
  readonly clientId: number;
  readonly plan: BridgePlanBody & { readonly a: ResourceRef; readonly b: ResourceRef };
}

function opened({ clientId, plan }: BridgeToDo, { dataDir }: TaskContext): TwoResources {
  return TwoResources.open(dataDir, clientId, [plan.a, plan.b], plan.over as LanguageTag);
}

/** Decisions are about two resources and a language: those of others are kept beside them, and count for nothing here. */
const scopeOf = ({ a, b, over }: BridgeToDo['plan']): string => `${a.kind} ${a.id}, ${b.kind} ${b.id}, ${over}: `;

function corePlan(plan: BridgeToDo['plan']): BridgePlan {
  const scope = scopeOf(plan);
  const own = Object.entries(plan.decisions).flatMap(([id, decision]) =>
    id.startsWith(scope) ? [[id.slice(scope.length), decision] as const] : [],
  );
  return { over: plan.over as LanguageTag, near: plan.near, decisions: Object.fromEntries(own) };
}

function bridgeOf({ both }: TwoResources, { plan }: BridgeToDo, progress: (share: number) => void): Bridge {
  const [a, b] = both;
  return new Bridge([a, b], [a.name, b.name], corePlan(plan), progress);
}

const areTermbases = ({ both }: TwoResources): boolean => both.every(({ ref }) => ref.kind === 'termbase');
const conceptsMet = ({ both: [a, b] }: TwoResources): ConceptsMet =>
  new ConceptsMet(([left, right]) => [a.idOf(left), b.idOf(right)]);

const TABLES = `CREATE TABLE doubt (ordinal INTEGER PRIMARY KEY, open INTEGER NOT NULL, body TEXT NOT NULL) STRICT;
  CREATE TABLE pair (ordinal INTEGER PRIMARY KEY, how TEXT NOT NULL, body TEXT NOT NULL) STRICT;
  CREATE TABLE alone (side TEXT PRIMARY KEY, ids BLOB NOT NULL) STRICT, WITHOUT ROWID`;

export function countBridge(job: BridgeToDo, context: TaskContext): Counted<BridgeOutcome> {
  const two = opened(job, context);
  try {
    const path = pathsOf(context.dataDir).stagedPlan(job.clientId, 'bridge');
    const outcome = stagedFile(path, TABLES, (staged): BridgeOutcome => {
      const doubt = staged.prepare('INSERT INTO doubt (open, body) VALUES (?, ?)');
      const pair = staged.prepare('INSERT INTO pair (how, body) VALUES (?, ?)');
      const partners = new Partners(two);
      const met = areTermbases(two) ? conceptsMet(two) : null;
      const doubts: BridgeDoubt[] = [];
      const sinks: BridgeSinks = {
        output: (unit, how, from) => {
          met?.join(from);
          partners.met(from);
          pair.run(how, JSON.stringify(pairOf(unit)));
        },
        doubt: (found) => {
          if (met) doubts.push(found);
          else noteDoubt(found);
        },
        alone: (side, number) => partners.left(side, number),
      };
      const noteDoubt = ({ candidates, ...rest }: BridgeDoubt): void => {
        for (const { from } of candidates) partners.met(from);
        const shown = candidates.map(({ key, left, right, support }) => ({
          key,
          left: textOf(left),
          right: textOf(right),
          support,
        }));
        doubt.run(
          rest.decided === null ? 1 : 0,
          JSON.stringify({
            ...rest,
            id: scopeOf(job.plan) + rest.id,
            candidates: shown,
          } satisfies Omit<BridgeDoubtBody, 'ordinal'>),
        );
      };
      const tally = bridgeOf(two, job, (share) => context.checkpoint(share * 0.95)).run(sinks);
      for (const found of doubts)
        if (met!.hasSettled(found)) tally.waiting--;
        else noteDoubt(found);
      const [a, b] = [partners.alone('a'), partners.alone('b')];
      const alone = staged.prepare('INSERT INTO alone VALUES (?, ?)');
      alone.run('a', packed(a));
      alone.run('b', packed(b));
      staged.exec('CREATE INDEX pair_how ON pair (how)');
      return { ...tally, alone: { a: a.length, b: b.length } };
    });
    return { basis: bridgeBasis(job.plan, two.state), outcome };
  } finally {
    two.close();
  }
}

/** Who has a partner. A concept with several terms of the shared language is alone only if all of them are. */
class Partners {
  private readonly partnered = { a: new Set<number>(), b: new Set<number>() };
  private readonly without = { a: new Set<number>(), b: new Set<number>() };
  private readonly severalUnits: Readonly<Record<'a' | 'b', boolean>>;

  constructor(private readonly two: TwoResources) {
    const [a, b] = two.both.map(({ ref }) => ref.kind === 'termbase');
    this.severalUnits = { a: a!, b: b! };
  }

  private idOf(side: 'a' | 'b', number: number): number {
    return this.two.both[side === 'a' ? 0 : 1].idOf(number);
  }

  met([a, b]: readonly [number, number]): void {
    if (this.severalUnits.a) this.partnered.a.add(this.idOf('a', a));
    if (this.severalUnits.b) this.partnered.b.add(this.idOf('b', b));
  }

  left(side: 'a' | 'b', number: number): void {
    this.without[side].add(this.idOf(side, number));
  }

  alone(side: 'a' | 'b'): number[] {
    return [...this.without[side]].filter((id) => !this.partnered[side].has(id)).sort((x, y) => x - y);
  }
}

const textOf = ({ language, text }: Variant) => ({ language, text: withoutCodes(text) });

function pairOf({ variants, props = [] }: Unit): Omit<BridgedPair, 'ordinal'> {
  const said = (type: string): string | undefined => props.find((prop) => prop.type === type)?.text;
  return {
    over: said(BRIDGED_OVER) ?? '',
    left: textOf(variants[0]!),
    right: textOf(variants[1]!),
    near: said(BRIDGED_NEAR) ?? null,
  };
}

/** A pair of concepts of which one becomes. */
export interface ConceptPair {
  readonly a: number;
  readonly b: number;
  readonly how: Sureness;
  readonly over: string;
}

export interface BuiltBridge {
  readonly basis: string;
  /** The file of a memory that nobody owns yet, or the concepts that become some of a termbase. */
  readonly made: { readonly stored: string; readonly units: number } | { readonly concepts: readonly ConceptPair[] };
}

/** Nothing changes for anybody until it is published. Two termbases become a termbase, everything else a memory. */
export async function buildBridge(job: BridgeToDo, context: TaskContext): Promise<BuiltBridge> {
  const two = opened(job, context);
  try {
    const basis = bridgeBasis(job.plan, two.state);
    return { basis, made: areTermbases(two) ? conceptsOf(two, job, context) : await memoryOf(two, job, context) };
  } finally {
    two.close();
  }
}

function conceptsOf(two: TwoResources, job: BridgeToDo, context: TaskContext) {
  const [a, b] = two.both;
  const met = conceptsMet(two);
  const concepts: ConceptPair[] = [];
  bridgeOf(two, job, (share) => context.checkpoint(share * 0.9)).run({
    output: (unit, how, from) => {
      if (met.join(from)) concepts.push({ a: a.idOf(from[0]), b: b.idOf(from[1]), how, over: pairOf(unit).over });
    },
  });
  return { concepts };
}

/** The share of the time after which all pairs are found. */
const PAIRED = 0.9;

async function memoryOf(two: TwoResources, job: BridgeToDo, context: TaskContext) {
  const begun = performance.now();
  const [a, b] = two.both;
  const stored = newMemoryFile(context.dataDir);
  const path = pathsOf(context.dataDir).memory(stored);
  const builder = new MemoryBuilder(path, `${a.name} + ${b.name}`);
  try {
    const order = new InFileOrder((unit, at) => builder.add(unit, at));
    let units = 0;
    const bridge = bridgeOf(two, job, (share) => context.checkpoint(share * PAIRED));
    for (const step of bridge.steps({ output: (unit) => order.add(unit, ++units) })) {
      void step;
      await builder.breathe();
    }
    order.end();
    const expected = ((performance.now() - begun) * (1 - PAIRED)) / PAIRED;
    await estimated(context, [PAIRED, 0.99], expected, builder.finish({}));
    return { stored, units };
  } catch (error) {
    await builder.abandon();
    removeDatabase(path);
    throw error;
  }
}

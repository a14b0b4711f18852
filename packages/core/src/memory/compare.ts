/** Two memories, or two states of one, beside each other: what only one has, what both have, what differs. Nothing is written. */
import { hashOfTexts } from '../text/hash.js';
import { Buckets } from './merge/buckets.js';
import { identity, memberOf } from './merge/member.js';
import type { MergeInput, Progress } from './merge/merge.js';
import type { MergePlan } from './merge/plan.js';
import type { Unit } from './unit.js';

export type Difference = 'onlyA' | 'onlyB' | 'same' | 'different';

/** One text by which units are the same, with what both sides have for it. */
export interface Compared {
  readonly what: Difference;
  readonly a: readonly Unit[];
  readonly b: readonly Unit[];
}

export type CompareTally = Record<Difference, number>;

const STEP = 2000;

/**
 * Each text is in exactly one class, so that the numbers add up to the different texts of both. Goes through the units twice.
 * @param plan by what units are the same, and what is ignored; what it keeps says nothing here
 */
export function compareMemories(
  inputs: readonly [MergeInput, MergeInput],
  plan: Pick<MergePlan, 'by' | 'ignore' | 'regions'>,
  sink: (compared: Compared) => void,
  progress: Progress = () => {},
): CompareTally {
  const full: MergePlan = { ...plan, keep: 'all' };
  const tally: CompareTally = { onlyA: 0, onlyB: 0, same: 0, different: 0 };
  const buckets = new Buckets();
  const first = inputs[0].count;
  const total = Math.max(1, first + inputs[1].count);
  let index = 0;
  for (const input of inputs)
    for (const unit of input.units()) {
      buckets.add(hashOfTexts([identity(unit, full)]));
      if (++index % STEP === 0) progress((index / total) * 0.5);
    }
  const unitAt = (at: number): Unit => (at < first ? inputs[0].unit(at) : inputs[1].unit(at - first));
  index = 0;
  for (const input of inputs)
    for (const unit of input.units()) {
      const groups = new Map<string, { a: Unit[]; b: Unit[] }>();
      for (const at of buckets.from(index)) {
        const one = at === index ? unit : unitAt(at);
        const key = identity(one, full);
        const group = groups.get(key) ?? { a: [], b: [] };
        groups.set(key, group);
        (at < first ? group.a : group.b).push(one);
      }
      for (const { a, b } of groups.values()) {
        const what = a.length === 0 ? 'onlyB' : b.length === 0 ? 'onlyA' : areSame(a, b, full) ? 'same' : 'different';
        tally[what]++;
        sink({ what, a, b });
      }
      if (++index % STEP === 0) progress(0.5 + (index / total) * 0.5);
    }
  return tally;
}

/** Whether both sides say the same things, however often. */
function areSame(a: readonly Unit[], b: readonly Unit[], plan: MergePlan): boolean {
  const said = (units: readonly Unit[]): string =>
    [...new Set(units.map((unit) => JSON.stringify([...memberOf(0, 0, unit, plan).others].sort())))].sort().join();
  return said(a) === said(b);
}

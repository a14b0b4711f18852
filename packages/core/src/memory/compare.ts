/** Two memories, or two states of one, beside each other: what only one has, what both have, what differs. Nothing is written. */
import { hashOfTexts } from '../text/hash.js';
import { Buckets } from './merge/buckets.js';
import { identity, memberOf } from './merge/member.js';
import type { MergeInput, Progress } from './merge/merge.js';
import type { MergePlan } from './merge/plan.js';
import { withoutCodes } from '../text/inline-codes.js';
import type { LanguageTag } from '../language/tags.js';
import { textsByLanguage, type Unit } from './unit.js';

export type Difference = 'onlyA' | 'onlyB' | 'same' | 'different';

/** One text by which units are the same, with what both sides have for it. */
export interface Compared {
  readonly what: Difference;
  readonly a: readonly Unit[];
  readonly b: readonly Unit[];
  /** The numbers of these units in their memories. */
  readonly at: { readonly a: readonly number[]; readonly b: readonly number[] };
}

export type CompareTally = Record<Difference, number>;

/** What a row says in the first column. */
export interface ComparedWords {
  readonly only: string;
  readonly different: string;
}

/** A text that is not the same on both sides as rows: what, in which memory, the texts. */
export function comparedRows(
  { what, a, b }: Compared,
  names: readonly [string, string],
  languages: readonly LanguageTag[],
  words: ComparedWords,
): string[][] {
  const row = (name: string, unit: Unit): string[] => {
    const texts = textsByLanguage(unit, withoutCodes);
    return [what === 'different' ? words.different : words.only, name, ...languages.map((tag) => texts[tag] ?? '')];
  };
  return [...a.map((unit) => row(names[0], unit)), ...b.map((unit) => row(names[1], unit))];
}

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
      const groups = new Map<string, { a: Unit[]; b: Unit[]; at: { a: number[]; b: number[] } }>();
      for (const at of buckets.from(index)) {
        const one = at === index ? unit : unitAt(at);
        const key = identity(one, full);
        const group = groups.get(key) ?? { a: [], b: [], at: { a: [], b: [] } };
        groups.set(key, group);
        const side = at < first ? 'a' : 'b';
        group[side].push(one);
        group.at[side].push(at < first ? at : at - first);
      }
      for (const { a, b, at } of groups.values()) {
        const what = a.length === 0 ? 'onlyB' : b.length === 0 ? 'onlyA' : areSame(a, b, full) ? 'same' : 'different';
        tally[what]++;
        sink({ what, a, b, at });
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

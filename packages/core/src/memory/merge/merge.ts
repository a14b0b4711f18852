/**
 * Many memories become one. Goes through all units twice: once for their identities, once to write. Holds some 80 bytes for
 * each unit, never the units themselves: those that meet are fetched again.
 */
import { hashOfTexts } from '../../text/hash.js';
import { authorOf, changedAt, type Unit } from '../unit.js';
import { Buckets } from './buckets.js';
import { decide, type Conflict, type Output } from './decide.js';
import { BUT_DIGITS, difference, DIGITS, loosened } from './loosened.js';
import { identifies, identity, memberOf } from './member.js';
import { FATES, type Fate, type Ignorable, type MergeFilter, type MergePlan } from './plan.js';

/** The units of one resource; those in front of it go before it in rank. */
export interface MergeInput {
  readonly count: number;
  /** In their order, numbered from 0. Can be asked again. */
  units(): Iterable<Unit>;
  /** Any of them. */
  unit(number: number): Unit;
}

export type MergeTally = Record<Fate, number>;

export const emptyTally = (): MergeTally => ({ written: 0, same: 0, gaveWay: 0, waiting: 0, left: 0 });

/** Units of the result that are the same but for something. */
export interface NearPair {
  readonly a: Unit;
  readonly b: Unit;
  readonly differ: readonly Ignorable[];
}

export interface MergeSinks {
  /** In the order in which the first of each came. */
  output(output: Output): void;
  conflict?(conflict: Conflict): void;
  near?(pair: NearPair): void;
  /** Where only their number is wanted of those that differ in digits: there may be very many. */
  nearInDigits?(pairs: number): void;
}

/** Between two calls some thousand units are gone through; may throw to stop. */
export type Progress = (share: number) => void;

const STEP = 2000;
/** The share of the work that keys take. */
const READ = 0.22;
/** What becomes of units that meet is worked out and written once for all: beside looking at one of them it takes so long. */
const OUTCOME = 0.2;

export class Merge {
  private readonly buckets = new Buckets();
  /** The number of the first unit of each resource. */
  private readonly starts: number[] = [];
  /** By unit: its fate. */
  private readonly fates: Uint8Array;
  private readonly total: number;
  readonly tally = emptyTally();

  constructor(
    private readonly inputs: readonly MergeInput[],
    private readonly plan: MergePlan,
    private readonly progress: Progress = () => {},
  ) {
    let total = 0;
    for (const { count } of inputs) {
      this.starts.push(total);
      total += count;
    }
    this.total = total;
    this.fates = new Uint8Array(total);
  }

  /** What became of a unit of a resource. */
  fateOf(rank: number, number: number): Fate {
    return FATES[this.fates[this.starts[rank]! + number]!]!;
  }

  /** Does all of it. O(units) in time. */
  run(sinks: MergeSinks): MergeTally {
    for (const step of this.steps(sinks)) void step;
    return this.tally;
  }

  /** The same, with a pause whenever some thousand units went out. */
  *steps(sinks: MergeSinks): Generator<void> {
    this.identify();
    const near = sinks.near ? new NearUnits(this.plan) : null;
    for (const members of this.groups()) {
      if (members === null) {
        yield;
        continue;
      }
      for (const [identityOf, group] of byIdentity(members, this.plan)) {
        const decided = decide(
          identityOf,
          group.map(({ index, unit }) => memberOf(index, this.rankOf(index), unit, this.plan)),
          this.plan,
        );
        for (const [i, { index }] of group.entries()) this.note(index, decided.fates[i]!);
        for (const output of decided.outputs) {
          sinks.output(output);
          near?.add(output);
        }
        for (const conflict of decided.conflicts) sinks.conflict?.(conflict);
      }
    }
    near?.pairs((index) => this.unitAt(index), sinks);
  }

  private note(index: number, fate: Fate): void {
    this.fates[index] = FATES.indexOf(fate);
    this.tally[fate]++;
  }

  /** Keys of all units. What does not pass the filter is left out: its key is its own. */
  private identify(): void {
    let index = 0;
    for (const input of this.inputs)
      for (const unit of input.units()) {
        if (passes(unit, this.plan.filter)) this.buckets.add(hashOfTexts([identity(unit, this.plan)]));
        else {
          this.buckets.add(-1 - index);
          this.note(index, 'left');
        }
        if (++index % STEP === 0) this.progress((index / this.total) * READ);
      }
  }

  /** All units that share a key, where the first of them stands; null: some thousand were gone through. */
  private *groups(): Generator<readonly Indexed[] | null> {
    let index = 0;
    // What meets is done where the first of it stands: the units that were decided say how far it is.
    let [done, told] = [0, 0];
    const all = this.total + OUTCOME * (this.buckets.distinct - this.tally.left);
    for (const input of this.inputs)
      for (const unit of input.units()) {
        if (FATES[this.fates[index]!] === 'left') done++;
        else {
          if (this.buckets.isAlone(index)) {
            done += 1 + OUTCOME;
            yield [{ index, unit }];
          } else {
            const members = this.buckets.from(index);
            if (members.length > 0) {
              done += members.length + OUTCOME;
              yield members.map((at) => (at === index ? { index, unit } : { index: at, unit: this.unitAt(at) }));
            }
          }
        }
        index++;
        if (done - told >= STEP) {
          told = done;
          this.progress(READ + (done / all) * (1 - READ));
          yield null;
        }
      }
  }

  private rankOf(index: number): number {
    return this.starts.findLastIndex((start) => start <= index);
  }

  private unitAt(index: number): Unit {
    const rank = this.rankOf(index);
    return this.inputs[rank]!.unit(index - this.starts[rank]!);
  }
}

interface Indexed {
  readonly index: number;
  readonly unit: Unit;
}

/** Two identities may share a key: they are told apart by themselves. */
function byIdentity(members: readonly Indexed[], plan: MergePlan): ReadonlyMap<string, readonly Indexed[]> {
  const groups = new Map<string, Indexed[]>();
  for (const member of members) {
    const said = identity(member.unit, plan);
    const group = groups.get(said);
    if (group) group.push(member);
    else groups.set(said, [member]);
  }
  return groups;
}

/** Whether a unit comes in. */
export function passes(unit: Unit, filter: MergeFilter | undefined): boolean {
  if (!filter) return true;
  const { props, author, from, to, longest } = filter;
  const said = unit.props ?? [];
  if (
    props &&
    !Object.entries(props).every(([type, values]) =>
      said.some((prop) => prop.type === type && values.includes(prop.text)),
    )
  )
    return false;
  if (author !== undefined && authorOf(unit) !== author) return false;
  const day = changedAt(unit).slice(0, 8);
  if (from !== undefined && !(day !== '' && day >= from)) return false;
  if (to !== undefined && !(day !== '' && day <= to)) return false;
  return longest === undefined || unit.variants.every(({ text }) => text.length <= longest);
}

/** Finds among the units of the result those that are the same under a looser key. */
class NearUnits {
  /** By all that can be ignored, and by all but digits. */
  private readonly loosest = new Buckets();
  private readonly looser = new Buckets();
  private readonly indexes: number[] = [];

  constructor(private readonly plan: MergePlan) {}

  add({ unit, of }: Output): void {
    const texts: string[] = [];
    for (const variant of unit.variants)
      if (identifies(variant.language, this.plan))
        texts.push(`${variant.language}\u0002${loosened(variant, BUT_DIGITS)}`);
    texts.sort();
    this.looser.add(hashOfTexts(texts));
    this.loosest.add(hashOfTexts(texts.map((text) => loosened({ text, codes: [] }, DIGITS))));
    this.indexes.push(of.index);
  }

  /** Each unit with the first in the result that is like it. */
  pairs(unitAt: (index: number) => Unit, { near, nearInDigits }: MergeSinks): void {
    const told = new Set<number>();
    let inDigits = 0;
    const tell = (all: readonly number[]): void => {
      const [first, ...more] = all;
      if (first === undefined || more.length === 0) return;
      const a = unitAt(this.indexes[first]!);
      for (const other of more) {
        if (told.has(other)) continue;
        told.add(other);
        const b = unitAt(this.indexes[other]!);
        const differ = this.difference(a, b);
        if (differ.length > 0) near?.({ a, b, differ });
      }
    };
    for (let i = 0; i < this.indexes.length; i++) if (!this.looser.isAlone(i)) tell(this.looser.from(i));
    for (let i = 0; i < this.indexes.length; i++) {
      if (this.loosest.isAlone(i)) continue;
      if (nearInDigits) inDigits += Math.max(0, this.loosest.sizeFrom(i) - 1);
      else tell(this.loosest.from(i));
    }
    nearInDigits?.(inDigits - told.size);
  }

  /** Over all texts by which they could be the same; none: they are equal by those (different translations). */
  private difference(a: Unit, b: Unit): readonly Ignorable[] {
    const all = new Set<Ignorable>();
    for (const left of a.variants) {
      if (!identifies(left.language, this.plan)) continue;
      const right = b.variants.find(({ language }) => language === left.language);
      for (const kind of (right && difference(left, right)) ?? []) all.add(kind);
    }
    return [...all];
  }
}

/**
 * Two memories that share a language become one of their other languages: de–fr out of en–de and en–fr. A text of the shared
 * language with one translation on each side makes a certain pair; with several, what else is shared decides, or nobody.
 * After the inverse consultation of Tanaka & Umemura (COLING 1994): the more agrees in both directions, the surer.
 */
import { fits } from '../../language/tags.js';
import { hashOfTexts } from '../../text/hash.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { Buckets } from '../merge/buckets.js';
import { ignoringSet, loosened } from '../merge/loosened.js';
import type { MergeInput, Progress } from '../merge/merge.js';
import { subjectsOf } from '../said-of.js';
import { changedAt, type Unit, type Variant } from '../unit.js';
import {
  areAlike,
  chosen,
  distinct,
  doubtOf,
  idOf,
  keyOf,
  sharedBy,
  SURER,
  textsOf,
  type Side,
  type Weighed,
} from './candidates.js';
import {
  BRIDGED,
  BRIDGED_FROM,
  BRIDGED_NEAR,
  BRIDGED_OVER,
  decisionOnAll,
  type BridgePlan,
  type BridgeSinks,
  type BridgeTally,
  type Sureness,
} from './plan.js';
import { wordsOf, WordPairs } from './word-pairs.js';

/** What a shared neighbour, or a shared subject, adds: each makes it so many times as likely. */
const SHARED = 4;
/** Pairs to learn words from. */
const LESSONS = 20_000;
/** A single word may mean two things: alone it proves nothing. A neighbour of so many words does. */
const TELLING = 3;
const STEP = 2000;
/** More translations of one text than this are not weighed against each other. */
const MOST = 12;

export class Bridge {
  private readonly buckets = new Buckets();
  /** By unit: hash of its text in the shared language, where it has several words; 0: not. */
  private readonly telling: Float64Array;
  private words = new WordPairs([]);
  readonly tally: BridgeTally = {
    written: 0,
    certain: 0,
    chosen: 0,
    decided: 0,
    none: 0,
    waiting: 0,
    alone: { a: 0, b: 0 },
  };

  /** @param names of the two resources, for what is said about where a unit comes from */
  constructor(
    private readonly inputs: readonly [MergeInput, MergeInput],
    private readonly names: readonly [string, string],
    private readonly plan: BridgePlan,
    private readonly progress: Progress = () => {},
  ) {
    this.telling = new Float64Array(inputs[0].count + inputs[1].count);
  }

  /** Goes through all units three times: for their keys, to learn words from certain pairs, and to join. */
  run(sinks: BridgeSinks): BridgeTally {
    for (const step of this.steps(sinks)) void step;
    return this.tally;
  }

  /** The same, with a pause whenever some thousand units were gone through for the last time. */
  *steps(sinks: BridgeSinks): Generator<void> {
    this.readKeys();
    this.learn();
    yield* this.eachPivot(sinks);
  }

  private readKeys(): void {
    let index = 0;
    for (const input of this.inputs)
      for (const unit of input.units()) {
        const pivot = this.pivotOf(unit);
        this.buckets.add(pivot ? this.keyOf(pivot) : -1 - index);
        if (pivot && wordsOf(pivot.text).length >= TELLING) this.telling[index] = hashOfTexts([pivot.text]);
        this.step(++index, 0, 0.3);
      }
  }

  private pivotOf({ variants }: Unit): Variant | undefined {
    return variants.find(({ language }) => fits(this.plan.over, language));
  }

  private keyOf(pivot: Variant): number {
    return hashOfTexts([loosened(pivot, ignoringSet(this.plan.near ? ['spaces', 'case', 'punctuation'] : ['spaces']))]);
  }

  private learn(): void {
    const lessons: (readonly [string, string])[] = [];
    const total = this.inputs[0].count;
    const every = Math.max(1, Math.floor(total / (LESSONS * 3)));
    for (let index = 0; index < total && lessons.length < LESSONS; index += every) {
      this.step(index, 0.3, 0.2);
      if (this.buckets.isAlone(index)) continue;
      const [left, right] = this.sidesFrom(index, this.inputs[0].unit(index));
      const [x, y] = [textsOf(left), textsOf(right)];
      if (x.length === 1 && y.length === 1 && wordsOf(left[0]!.pivot.text).length > 1)
        lessons.push([x[0]!.text, y[0]!.text]);
    }
    this.words = new WordPairs(lessons);
  }

  /** Each text of the shared language with the units of both sides. */
  private *eachPivot(sinks: BridgeSinks): Generator<void> {
    let index = 0;
    for (const input of this.inputs)
      for (const unit of input.units()) {
        if (this.buckets.isAlone(index)) this.leaveAlone(index, sinks);
        else {
          const [left, right] = this.sidesFrom(index, unit);
          if (left.length > 0 || right.length > 0) this.join(left, right, sinks);
        }
        this.step(++index, 0.5, 0.5);
        if (index % STEP === 0) yield;
      }
  }

  private leaveAlone(index: number, { alone }: BridgeSinks): void {
    const first = this.inputs[0].count;
    const side = index < first ? 'a' : 'b';
    this.tally.alone[side]++;
    alone?.(side, index < first ? index : index - first);
  }

  /** The units that share a text with this one, where it is the first of them. */
  private sidesFrom(index: number, unit: Unit): readonly [readonly Side[], readonly Side[]] {
    const all = this.buckets.from(index).map((at) => this.sideOf(at, at === index ? unit : this.unitAt(at)));
    const first = this.inputs[0].count;
    return [all.filter((side) => side.index < first), all.filter((side) => side.index >= first)];
  }

  private unitAt(index: number): Unit {
    const first = this.inputs[0].count;
    return index < first ? this.inputs[0].unit(index) : this.inputs[1].unit(index - first);
  }

  private sideOf(index: number, unit: Unit): Side {
    const pivot = this.pivotOf(unit)!;
    const first = this.inputs[0].count;
    const isEdge = (at: number): boolean => at < 0 || at === first || at >= this.telling.length;
    return {
      index,
      unit,
      pivot,
      others: unit.variants.filter(({ language }) => !fits(this.plan.over, language)),
      before: index === first || isEdge(index - 1) ? 0 : this.telling[index - 1]!,
      after: isEdge(index + 1) ? 0 : this.telling[index + 1]!,
    };
  }

  private join(left: readonly Side[], right: readonly Side[], sinks: BridgeSinks): void {
    const all = left.length === 0 || right.length === 0 ? [] : this.candidates(left, right);
    if (all.length === 0) {
      for (const { index } of [...left, ...right]) this.leaveAlone(index, sinks);
      return;
    }
    const byLanguages = new Map<string, Weighed[]>();
    for (const pair of all) {
      const key = `${pair.left.language} ${pair.right.language}`;
      const there = byLanguages.get(key);
      if (there) there.push(pair);
      else byLanguages.set(key, [pair]);
    }
    for (const pairs of byLanguages.values()) this.decide(pairs, sinks);
  }

  /** @param pairs all candidates for two languages; at least one */
  private decide(pairs: readonly Weighed[], sinks: BridgeSinks): void {
    if (this.plan.decisions && this.isDecided(pairs, this.plan.decisions, sinks)) return;
    const [only, ...more] = pairs;
    const isOnly = more.length === 0;
    if (isOnly && this.isCertain(only!)) {
      this.put(only!, 'certain', sinks);
      return;
    }
    const taken = isOnly ? [] : chosen(pairs);
    for (const pair of taken) this.put(pair, 'chosen', sinks);
    if (taken.length > 0) return;
    this.tally.waiting++;
    sinks.doubt?.(doubtOf(pairs, null, this.inputs[0].count));
  }

  /** By a person, whose decision is about a pair that is still there. */
  private isDecided(
    pairs: readonly Weighed[],
    decisions: Readonly<Record<string, string>>,
    sinks: BridgeSinks,
  ): boolean {
    const decision = decisions[idOf(pairs[0]!)];
    if (decision === undefined) return false;
    const keys = pairs.map(keyOf);
    const isNone = decision === decisionOnAll('none', keys);
    const right = decision === decisionOnAll('all', keys) ? pairs : pairs.filter((_, i) => keys[i] === decision);
    if (right.length === 0 && !isNone) return false;
    for (const pair of right) this.put(pair, 'decided', sinks);
    if (isNone) this.tally.none++;
    sinks.doubt?.(doubtOf(pairs, decision, this.inputs[0].count));
    return true;
  }

  /** All texts of one side with all of the other, each once; not those whose subjects differ. */
  private candidates(left: readonly Side[], right: readonly Side[]): Weighed[] {
    const [x, y] = [distinct(left), distinct(right)];
    if (x.length * y.length > MOST * MOST) return [];
    // Certain anyway: nothing is weighed.
    const isOnly = x.length === 1 && y.length === 1 && wordsOf(left[0]!.pivot.text).length !== 1;
    const pairs: Weighed[] = [];
    for (const from of x)
      for (const to of y) {
        if (from.variant.language === to.variant.language) continue;
        const shared = sharedBy(from.sides, to.sides);
        if (!shared) continue;
        const evidence = isOnly
          ? 0
          : this.words.evidence(withoutCodes(from.variant.text), withoutCodes(to.variant.text));
        pairs.push({
          ...shared,
          left: from.variant,
          right: to.variant,
          evidence,
          weight: Math.exp(Math.max(-20, Math.min(40, evidence))) * SHARED ** shared.count,
        });
      }
    return pairs;
  }

  /** A single word may have two meanings, one on each side: something else has to speak for the pair as well. */
  private isCertain({ a, left, right, count, evidence }: Weighed): boolean {
    if (wordsOf(a.pivot.text).length !== 1) return true;
    return count > 0 || evidence > Math.log(SURER) || [right, a.pivot].every(({ text }) => areAlike(left.text, text));
  }

  private put(pair: Weighed, how: Sureness, sinks: BridgeSinks): void {
    this.tally[how]++;
    this.tally.written++;
    const { a, b, left, right } = pair;
    const over = withoutCodes(a.pivot.text);
    const isNear = loosened(a.pivot, ignoringSet(['spaces'])) !== loosened(b.pivot, ignoringSet(['spaces']));
    const first = this.inputs[0].count;
    const date = [changedAt(a.unit), changedAt(b.unit)].sort().at(-1);
    sinks.output(
      {
        variants: [left, right],
        ...(date && { attributes: { changedate: date } }),
        props: [
          ...subjectsOf(a.unit).map((text) => ({ type: 'subject', text })),
          { type: BRIDGED, text: how },
          { type: BRIDGED_OVER, text: over },
          { type: BRIDGED_FROM, text: `${this.names[0]}: ${a.unit.attributes?.tuid ?? a.index + 1}` },
          { type: BRIDGED_FROM, text: `${this.names[1]}: ${b.unit.attributes?.tuid ?? b.index - first + 1}` },
          ...(isNear ? [{ type: BRIDGED_NEAR, text: withoutCodes(b.pivot.text) }] : []),
        ],
      },
      how,
      [a.index, b.index - first],
    );
  }

  private step(index: number, from: number, share: number): void {
    if (index % STEP === 0) this.progress(from + (index / this.telling.length) * share);
  }
}

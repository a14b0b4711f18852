/**
 * Two memories that share a language become one of their other languages: de–fr out of en–de and en–fr. A text of the shared
 * language with one translation on each side makes a certain pair; with several, what else is shared decides, or nobody.
 * After the inverse consultation of Tanaka & Umemura (COLING 1994): the more agrees in both directions, the surer.
 */
import { fits, type LanguageTag } from '../../language/tags.js';
import { hashOfTexts } from '../../text/hash.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { Buckets } from '../merge/buckets.js';
import { ignoringSet, loosened } from '../merge/loosened.js';
import type { MergeInput, Progress } from '../merge/merge.js';
import { changedAt, type Unit, type Variant } from '../unit.js';
import { wordsOf, WordPairs } from './word-pairs.js';

export interface BridgePlan {
  /** The shared language; "en" is en-GB as well. */
  readonly over: LanguageTag;
  /** Texts that are alike in it but for case, spaces and punctuation join too, and are marked. */
  readonly near: boolean;
}

export interface BridgeCandidate {
  readonly a: Unit;
  readonly b: Unit;
  /** The texts that it would pair. */
  readonly left: Variant;
  readonly right: Variant;
  /** 0 to 1: its share of what speaks for any of the candidates. */
  readonly support: number;
}

export interface BridgeSinks {
  output(unit: Unit, how: 'certain' | 'chosen'): void;
  /** Candidates for one text of the shared language, the likeliest first; none was taken. */
  waiting?(pivot: string, candidates: readonly BridgeCandidate[]): void;
}

export interface BridgeTally {
  written: number;
  certain: number;
  chosen: number;
  waiting: number;
  /** Units without a partner. */
  readonly alone: { a: number; b: number };
}

/** A candidate is taken when it is so many times as likely as the next. */
const SURER = 9;
/** What a shared neighbour, or a shared subject, adds: each makes it so many times as likely. */
const SHARED = 4;
/** Pairs to learn words from. */
const LESSONS = 20_000;
/** A single word may mean two things: alone it proves nothing. A neighbour of so many words does. */
const TELLING = 3;
const STEP = 2000;
/** More translations of one text than this are not weighed against each other. */
const MOST = 12;

/** What is said of each unit: how sure its pair was, the text that it went over, the two units, and the other text where those were only alike. */
export const BRIDGED = 'bridged';
export const BRIDGED_OVER = 'bridged-over';
export const BRIDGED_FROM = 'bridged-from';
export const BRIDGED_NEAR = 'bridged-near';

interface Side {
  readonly index: number;
  readonly unit: Unit;
  readonly pivot: Variant;
  readonly others: readonly Variant[];
  /** Hashes of the texts of the shared language before and behind it, where they say enough; 0: not. */
  readonly before: number;
  readonly after: number;
}

export class Bridge {
  private readonly buckets = new Buckets();
  /** By unit: hash of its text in the shared language, where it has several words; 0: not. */
  private readonly telling: Float64Array;
  private words = new WordPairs([]);
  readonly tally: BridgeTally = { written: 0, certain: 0, chosen: 0, waiting: 0, alone: { a: 0, b: 0 } };

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
    this.readKeys();
    this.learn();
    this.eachPivot((left, right) => this.join(left, right, sinks));
    return this.tally;
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

  /** Calls `work` for each text of the shared language with the units of both sides. */
  private eachPivot(work: (left: readonly Side[], right: readonly Side[]) => void): void {
    let index = 0;
    for (const [rank, input] of this.inputs.entries())
      for (const unit of input.units()) {
        if (this.buckets.isAlone(index)) this.tally.alone[rank === 0 ? 'a' : 'b']++;
        else {
          const [left, right] = this.sidesFrom(index, unit);
          if (left.length > 0 || right.length > 0) work(left, right);
        }
        this.step(++index, 0.5, 0.5);
      }
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
    if (left.length === 0 || right.length === 0) {
      this.tally.alone.a += left.length;
      this.tally.alone.b += right.length;
      return;
    }
    const all = this.candidates(left, right);
    if (all.length === 0) {
      this.tally.alone.a += left.length;
      this.tally.alone.b += right.length;
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
    const sum = pairs.reduce((all, { weight }) => all + weight, 0);
    const doubtful = isOnly ? 0.5 : 1;
    sinks.waiting?.(
      withoutCodes(only!.a.pivot.text),
      pairs
        .map(({ a, b, left, right, weight }) => ({
          a: a.unit,
          b: b.unit,
          left,
          right,
          support: (weight / sum) * doubtful,
        }))
        .sort((x, y) => y.support - x.support),
    );
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

  private put(pair: Weighed, how: 'certain' | 'chosen', sinks: BridgeSinks): void {
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
    );
  }

  private step(index: number, from: number, share: number): void {
    if (index % STEP === 0) this.progress(from + (index / this.telling.length) * share);
  }
}

interface Shared {
  readonly a: Side;
  readonly b: Side;
  /** How many things speak for them besides the text: neighbours, subject. */
  readonly count: number;
}

interface Weighed extends Shared {
  readonly left: Variant;
  readonly right: Variant;
  readonly evidence: number;
  readonly weight: number;
}

/** The two units of both sides that have most in common; null: their subjects differ, so they are homonyms. */
function sharedBy(left: readonly Side[], right: readonly Side[]): Shared | null {
  let best: Shared | null = null;
  for (const a of left)
    for (const b of right) {
      const [from, to] = [subjectsOf(a.unit), subjectsOf(b.unit)];
      const isSubject = from.some((subject) => to.includes(subject));
      if (from.length > 0 && to.length > 0 && !isSubject) continue;
      const isMeaning = definitionsOf(a.unit).some((text) => definitionsOf(b.unit).includes(text));
      const count =
        Number(isSubject) +
        Number(isMeaning) +
        Number(a.before !== 0 && a.before === b.before) +
        Number(a.after !== 0 && a.after === b.after);
      if (!best || count > best.count) best = { a, b, count };
    }
  return best;
}

const propsOf = ({ props = [] }: Unit, type: RegExp): string[] =>
  props.flatMap((prop) => (type.test(prop.type) ? [prop.text.trim().toLowerCase()] : []));
const subjectsOf = (unit: Unit): string[] => propsOf(unit, /^(?:x-)?(?:subject|subjectField|domain)$/i);
const definitionsOf = (unit: Unit): string[] => propsOf(unit, /^(?:x-)?definition$/i);

interface Text {
  readonly variant: Variant;
  readonly sides: readonly Side[];
}

/** The different texts of a side, each with the units that have it. */
function distinct(sides: readonly Side[]): Text[] {
  const texts = new Map<string, { variant: Variant; sides: Side[] }>();
  for (const side of sides)
    for (const variant of side.others) {
      const key = `${variant.language}\u0002${loosened(variant, ignoringSet(['spaces']))}`;
      const there = texts.get(key);
      if (there) there.sides.push(side);
      else texts.set(key, { variant, sides: [side] });
    }
  return [...texts.values()];
}

const textsOf = (sides: readonly Side[]): Variant[] => distinct(sides).map(({ variant }) => variant);

/** Pairs that are surer than any other pair of either of their texts. */
function chosen(pairs: readonly Weighed[]): readonly Weighed[] {
  return pairs.filter(
    (pair) =>
      (pair.evidence > 0 || pair.count > 0) &&
      pairs.every(
        (other) =>
          other === pair ||
          (other.left !== pair.left && other.right !== pair.right) ||
          pair.weight >= SURER * other.weight,
      ),
  );
}

/** Short words that are alike may be false friends (Tempel, tempe). */
const LONG = 7;

/** Two words of one origin: most of the longer stands, in its order, in the other (longest common subsequence). */
function areAlike(a: string, b: string): boolean {
  const [x, y] = [a, b].map((text) => text.normalize('NFD').replace(/\P{L}/gu, '').toLowerCase());
  if (!x || !y || x.length > 40 || y.length > 40) return false;
  let row = new Array<number>(y.length + 1).fill(0);
  for (const letter of x) {
    const next = [0];
    for (let j = 1; j <= y.length; j++)
      next.push(letter === y[j - 1] ? row[j - 1]! + 1 : Math.max(row[j]!, next[j - 1]!));
    row = next;
  }
  const longest = Math.max(x.length, y.length);
  return x === y || (longest >= LONG && row[y.length]! / longest >= 0.8);
}

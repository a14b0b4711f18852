/** The pairs that a shared text makes possible, and what speaks for each. */
import { hashOfTexts } from '../../text/hash.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { ignoringSet, loosened } from '../merge/loosened.js';
import { propsOf, subjectsOf } from '../said-of.js';
import type { Unit, Variant } from '../unit.js';
import type { BridgeDoubt } from './plan.js';

/** A candidate is taken when it is so many times as likely as the next. */
export const SURER = 9;

export interface Side {
  readonly index: number;
  readonly unit: Unit;
  readonly pivot: Variant;
  readonly others: readonly Variant[];
  /** Hashes of the texts of the shared language before and behind it, where they say enough; 0: not. */
  readonly before: number;
  readonly after: number;
}

interface Shared {
  readonly a: Side;
  readonly b: Side;
  /** How many things speak for them besides the text: neighbours, subject. */
  readonly count: number;
}

export interface Weighed extends Shared {
  readonly left: Variant;
  readonly right: Variant;
  readonly evidence: number;
  readonly weight: number;
}

/** The two units of both sides that have most in common; null: their subjects differ, so they are homonyms. */
export function sharedBy(left: readonly Side[], right: readonly Side[]): Shared | null {
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

const definitionsOf = (unit: Unit): string[] => propsOf(unit, /^(?:x-)?definition$/i);

interface Text {
  readonly variant: Variant;
  readonly sides: readonly Side[];
}

/** The different texts of a side, each with the units that have it. */
export function distinct(sides: readonly Side[]): Text[] {
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

export const textsOf = (sides: readonly Side[]): Variant[] => distinct(sides).map(({ variant }) => variant);

export const idOf = ({ a, left, right }: Weighed): string =>
  hashOfTexts([loosened(a.pivot, ignoringSet(['spaces'])), left.language, right.language]).toString(36);
export const keyOf = ({ left, right }: Weighed): string => hashOfTexts([left.text, right.text]).toString(36);

/**
 * @param pairs all candidates for two languages; at least one
 * @param first how many units come before those of the second resource
 */
export function doubtOf(pairs: readonly Weighed[], decided: string | null, first: number): BridgeDoubt {
  const sum = pairs.reduce((all, { weight }) => all + weight, 0);
  // Alone a pair has all that speaks for any, and yet it is in doubt.
  const doubtful = pairs.length === 1 ? 0.5 : 1;
  const candidates = pairs.map((pair) => {
    const { a, b, left, right, weight } = pair;
    const from = [a.index, b.index - first] as const;
    return { key: keyOf(pair), a: a.unit, b: b.unit, from, left, right, support: (weight / sum) * doubtful };
  });
  const [any] = pairs;
  return {
    id: idOf(any!),
    pivot: withoutCodes(any!.a.pivot.text),
    candidates: candidates.sort((x, y) => y.support - x.support),
    decided,
  };
}

/** Pairs that are surer than any other pair of either of their texts. */
export function chosen(pairs: readonly Weighed[]): readonly Weighed[] {
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
export function areAlike(a: string, b: string): boolean {
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

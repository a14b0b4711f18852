/**
 * How alike two segments are, 0 to 100: 100 × (1 − D / W) − small, where D is the weighted edit distance over tokens
 * (Levenshtein 1966; Wagner & Fischer 1974) and W the weight of the heavier segment. Putting in or taking out a token
 * costs its weight; a word in place of one with the same beginning costs the share of its letters that differ, any other
 * exchange the heavier of the two. Numbers, codes and capitals that differ cost up to 4 points together, so that a
 * segment differing only there scores 95 to 99. Symmetric; 100 only for equal texts.
 */
import { weightOf, totalWeight, type Token } from './tokens.js';

/** What the small differences cost together at most, in points. */
const SMALL = 4;

/**
 * @param least below this the exact score does not matter: then any number below it may come back, sooner
 * @returns 0 to 100, rounded to two places
 */
export function matchScore(a: readonly Token[], b: readonly Token[], least = 0): number {
  const weight = Math.max(totalWeight(a), totalWeight(b));
  if (weight === 0) return sameTexts(a, b) ? 100 : a.length === 0 && b.length === 0 ? 100 : 100 - SMALL;
  const limit = (1 - least / 100) * weight;
  if (Math.abs(totalWeight(a) - totalWeight(b)) > limit + 1e-9) return 0;
  const found = alignment(a, b, limit);
  if (!found) return 0;
  const { distance, small } = found;
  if (distance === 0 && small === 0) return 100;
  const score = 100 * (1 - distance / weight) - (small === 0 ? 0 : Math.max(1, Math.min(SMALL, small)));
  return Math.max(0, Math.min(99, Math.round(score * 100) / 100));
}

function sameTexts(a: readonly Token[], b: readonly Token[]): boolean {
  return a.length === b.length && a.every((token, i) => token.text === b[i]!.text);
}

/** Room for the two rows of the table; grows with the longest segment. */
let before = new Float64Array(256);
let now = new Float64Array(256);

/**
 * The cheapest way from a to b; small differences break ties and are counted apart.
 * @returns null as soon as every way costs more than the limit
 */
function alignment(
  a: readonly Token[],
  b: readonly Token[],
  limit: number,
): { readonly distance: number; readonly small: number } | null {
  // What is the same at both ends costs nothing.
  let start = 0;
  let endA = a.length;
  let endB = b.length;
  while (start < endA && start < endB && a[start]!.text === b[start]!.text) start++;
  while (endA > start && endB > start && a[endA - 1]!.text === b[endB - 1]!.text) {
    endA--;
    endB--;
  }
  const width = endB - start + 1;
  if (before.length < width) {
    before = new Float64Array(width * 2);
    now = new Float64Array(width * 2);
  }
  before[0] = 0;
  for (let j = 1; j < width; j++) before[j] = before[j - 1]! + single(b[start + j - 1]!);
  for (let i = start; i < endA; i++) {
    const token = a[i]!;
    const out = single(token);
    now[0] = before[0]! + out;
    let least = now[0];
    for (let j = 1; j < width; j++) {
      const other = b[start + j - 1]!;
      const cost = Math.min(before[j]! + out, now[j - 1]! + single(other), before[j - 1]! + exchange(token, other));
      now[j] = cost;
      if (cost < least) least = cost;
    }
    if (least > limit + HUNDREDTH) return null;
    [before, now] = [now, before];
  }
  const total = before[width - 1]!;
  // Real costs are hundredths; fewer than 5,000 small ones stay below half of one.
  const distance = Math.round(total * 100) / 100;
  return { distance, small: Math.max(0, Math.round((total - distance) / UNIT)) };
}

const HUNDREDTH = 0.01;

/** A small difference inside the table: far below any real cost, and countable. */
const UNIT = 1e-6;

function single(token: Token): number {
  return token.kind === 'code' ? UNIT : weightOf(token.kind);
}

function exchange(a: Token, b: Token): number {
  if (a.text === b.text) return 0;
  if (a.kind === 'code' || b.kind === 'code') return single(a) + single(b);
  if (a.key !== b.key || a.kind !== b.kind) return Math.max(weightOf(a.kind), weightOf(b.kind));
  if (a.kind === 'number') return UNIT;
  const x = a.text.toLowerCase();
  const y = b.text.toLowerCase();
  if (x === y) return UNIT;
  // In hundredths, so that real costs never mix with small ones.
  return Math.max(0.05, Math.round((editDistance(x, y) / Math.max(x.length, y.length)) * 100) / 100);
}

/**
 * Levenshtein's distance of two short texts by Myers's bit vectors (Myers 1999, in the form of Hyyrö 2003); longer than
 * 32 characters by the plain table.
 */
export function editDistance(a: string, b: string): number {
  if (a === b) return 0;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length === 0) return long.length;
  return short.length <= 32 ? byBits(short, long) : byTable(short, long);
}

function byBits(pattern: string, text: string): number {
  const peq = new Map<number, number>();
  for (let i = 0; i < pattern.length; i++)
    peq.set(pattern.charCodeAt(i), (peq.get(pattern.charCodeAt(i)) ?? 0) | (1 << i));
  const last = 1 << (pattern.length - 1);
  let pv = -1;
  let mv = 0;
  let score = pattern.length;
  for (let i = 0; i < text.length; i++) {
    const eq = peq.get(text.charCodeAt(i)) ?? 0;
    const xv = eq | mv;
    const xh = (((eq & pv) + pv) ^ pv) | eq;
    let ph = mv | ~(xh | pv);
    let mh = pv & xh;
    if (ph & last) score++;
    else if (mh & last) score--;
    ph = (ph << 1) | 1;
    mh <<= 1;
    pv = mh | ~(xv | ph);
    mv = ph & xv;
  }
  return score;
}

function byTable(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next.push(Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)));
    row = next;
  }
  return row[b.length]!;
}

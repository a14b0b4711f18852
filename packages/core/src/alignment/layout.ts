/**
 * How well the places of two passages in their documents agree: headings beside headings, what begins a paragraph beside
 * what begins one. How much that says is learned from the texts themselves, so that documents laid out differently are
 * not forced into one another.
 */
import { composed } from '../text/composed.js';
import { lengthOf, type WeighedBead } from './bead.js';

/** Where each segment stands: 0 in the middle of a paragraph, otherwise which kind of block begins with it. */
export type Places = Uint8Array;

export interface Layout {
  readonly source: Places;
  readonly target: Places;
}

export const PLACE = { within: 0, heading: 1, paragraph: 2, cell: 3 } as const;
const KINDS = 4;

/** Usual share of passages that keep their kind of place; of segments joined in a passage that begin a paragraph. */
const KEPT = 0.8;
const JOINED_ACROSS = 0.1;
/** Passages for which the usual counts. */
const USUAL = 4;

/** A text cut into segments that know where they stood. @param segment see `segmenterFor`; texts become NFC */
export function cutText(
  paragraphs: readonly { readonly kind: Exclude<keyof typeof PLACE, 'within'>; readonly text: string }[],
  segment: (text: string) => string[],
): { segments: string[]; places: Places } {
  const segments: string[] = [];
  const places: number[] = [];
  for (const { kind, text } of paragraphs)
    segment(composed(text)).forEach((one, k) => {
      segments.push(one);
      places.push(k === 0 ? PLACE[kind] : PLACE.within);
    });
  return { segments, places: Uint8Array.from(places) };
}

/** Where the segments stand after some were corrected or cut: what differs in number is taken for one paragraph. */
export function placesAfter(places: Places, before: readonly string[], after: readonly string[]): Places {
  if (before.length === after.length) return places;
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < most - head && before.at(-1 - tail) === after.at(-1 - tail)) tail++;
  const result = new Uint8Array(after.length);
  result.set(places.subarray(0, Math.min(head + 1, after.length)));
  result.set(places.subarray(places.length - tail), after.length - tail);
  return result;
}

export class LayoutModel {
  private constructor(
    private readonly layout: Layout,
    /** Log of how much likelier two kinds of places are together than by chance. */
    private readonly together: Float64Array,
    /** For segments that are joined to the one before: by whether they begin a paragraph. */
    private readonly joined: readonly [source: readonly [number, number], target: readonly [number, number]],
  ) {}

  /** @param beads an alignment from which is learned; none: the usual */
  static of(layout: Layout, beads: readonly WeighedBead[]): LayoutModel {
    const source = shares(layout.source);
    const target = shares(layout.target);
    const counts = new Float64Array(KINDS * KINDS);
    const sums = new Float64Array(KINDS);
    const inner = { source: [0, 0], target: [0, 0] };
    for (const { source: s, target: t, sureness } of beads) {
      if (lengthOf(s) === 0 || lengthOf(t) === 0) continue;
      counts[layout.source[s.from]! * KINDS + layout.target[t.from]!]! += sureness;
      sums[layout.source[s.from]!]! += sureness;
      for (let i = s.from + 1; i < s.to; i++) inner.source[layout.source[i]! > 0 ? 1 : 0]! += sureness;
      for (let j = t.from + 1; j < t.to; j++) inner.target[layout.target[j]! > 0 ? 1 : 0]! += sureness;
    }
    const together = new Float64Array(KINDS * KINDS);
    for (let left = 0; left < KINDS; left++)
      for (let right = 0; right < KINDS; right++) {
        if (target[right] === 0) continue;
        const usual = (left === right ? KEPT : 0) + (1 - KEPT) * target[right]!;
        const seen = (counts[left * KINDS + right]! + USUAL * usual) / (sums[left]! + USUAL);
        together[left * KINDS + right] = Math.log(seen / target[right]!);
      }
    const joined = (seen: readonly number[], within: number): readonly [number, number] => {
      const across = (seen[1]! + USUAL * JOINED_ACROSS) / (seen[0]! + seen[1]! + USUAL);
      return [log((1 - across) / within), log(across / (1 - within))];
    };
    return new LayoutModel(layout, together, [joined(inner.source, source[0]!), joined(inner.target, target[0]!)]);
  }

  /** Log of how much likelier the places are if the passages belong together. Constant cost. */
  score(i: number, a: number, j: number, b: number): number {
    const { source, target } = this.layout;
    let sum = this.together[source[i]! * KINDS + target[j]!]!;
    for (let k = i + 1; k < i + a; k++) sum += this.joined[0][source[k]! > 0 ? 1 : 0];
    for (let k = j + 1; k < j + b; k++) sum += this.joined[1][target[k]! > 0 ? 1 : 0];
    return sum;
  }
}

/** Nothing is impossible, and nothing certain. */
const log = (ratio: number): number => Math.log(Math.min(4, Math.max(0.05, ratio)));

function shares(places: Places): Float64Array {
  const counts = new Float64Array(KINDS);
  for (const place of places) counts[place]!++;
  return counts.map((count) => count / Math.max(1, places.length));
}

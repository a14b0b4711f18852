/** Which of very many numbers are equal, in little more room than the numbers take themselves. */

/** They are dealt out by their highest bits, and each hand is gone through by itself. */
const HANDS = 1 << 16;
/** What `TextHash` gives is below 2^53. */
const PER_HAND = 2 ** 53 / HANDS;

/**
 * @param values whole numbers of at most 53 bits, well spread (hashes)
 * @param count only the first so many
 * @yields places of equal values, two at least, ascending; the groups in no order. O(count), 4 bytes for each value
 */
export function* equalHashes(values: Float64Array, count = values.length): Generator<number[]> {
  const ends = new Uint32Array(HANDS + 1);
  const handOf = (place: number): number => Math.floor(values[place]! / PER_HAND);
  for (let i = 0; i < count; i++) ends[handOf(i) + 1]!++;
  for (let hand = 0; hand < HANDS; hand++) ends[hand + 1]! += ends[hand]!;
  const places = new Uint32Array(count);
  const next = ends.slice(0, HANDS);
  for (let i = 0; i < count; i++) places[next[handOf(i)]!++] = i;
  for (let hand = 0; hand < HANDS; hand++) {
    const [from, to] = [ends[hand]!, ends[hand + 1]!];
    if (to - from < 2) continue;
    const groups = new Map<number, number[]>();
    for (let i = from; i < to; i++) {
      const place = places[i]!;
      const there = groups.get(values[place]!);
      if (there) there.push(place);
      else groups.set(values[place]!, [place]);
    }
    for (const group of groups.values()) if (group.length > 1) yield group;
  }
}

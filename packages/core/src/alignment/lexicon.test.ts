/** The lexicon against the same model written out plainly, over whole tables (formulas: Brown et al. 1993; Liang et al. 2006). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { TrainingBead } from './corpus.js';
import { learnedLexicon, lexiconOfPrior, type Lexicon, type PriorPairs } from './lexicon.js';
import { sideOf, type Side } from './sides.js';
import { ended } from './steps.js';

const NO_PRIOR: PriorPairs = { source: new Int32Array(), target: new Int32Array(), weight: new Float32Array() };
const ROUNDS = 5;
const NOTHING = 0.6;
const NULL_SHARE = 0.02;
const DISCOUNT = 0.5;
const LEAST = 0.002;

/** Words of a bead that stand in more than one segment of their text, each once. */
function wordsOf(side: Side, { from, to }: TrainingBead['source']): number[] {
  const words = new Set<number>();
  for (let k = side.starts[from]!; k < side.starts[to]!; k++)
    if (side.counts[side.tokens[k]!]! > 1) words.add(side.tokens[k]!);
  return [...words];
}

/** Both probabilities of each pair, by "source target". */
function plainly(left: Side, right: Side, beads: readonly TrainingBead[]): Map<string, readonly [number, number]> {
  const lessons = beads.map((bead) => ({
    sources: wordsOf(left, bead.source),
    targets: wordsOf(right, bead.target),
    weight: bead.weight,
  }));
  const forward = new Map<string, number>();
  const backward = new Map<string, number>();
  const of = (table: ReadonlyMap<string, number>, s: number, t: number): number => table.get(`${s} ${t}`) ?? 0;
  for (let round = 0; round < ROUNDS; round++) {
    const counts = new Map<string, number>();
    const nothing = round === 0 ? 1 : NULL_SHARE;
    const p = (table: ReadonlyMap<string, number>, s: number, t: number): number => (round === 0 ? 1 : of(table, s, t));
    for (const { sources, targets, weight } of lessons)
      for (const s of sources)
        for (const t of targets) {
          const bySource = sources.reduce((sum, other) => sum + p(forward, other, t), nothing);
          const byTarget = targets.reduce((sum, other) => sum + p(backward, s, other), nothing);
          const gain = (weight * p(forward, s, t) * p(backward, s, t)) / (bySource * byTarget);
          counts.set(`${s} ${t}`, of(counts, s, t) + gain);
        }
    const bySource = new Map<number, number>();
    const byTarget = new Map<number, number>();
    for (const [pair, count] of counts) {
      const [s, t] = pair.split(' ').map(Number) as [number, number];
      bySource.set(s, (bySource.get(s) ?? NOTHING) + count);
      byTarget.set(t, (byTarget.get(t) ?? NOTHING) + count);
    }
    for (const [pair, count] of counts) {
      const [s, t] = pair.split(' ').map(Number) as [number, number];
      const kept = Math.max(0, count - (round === ROUNDS - 1 ? DISCOUNT : 0));
      forward.set(pair, kept / bySource.get(s)!);
      backward.set(pair, kept / byTarget.get(t)!);
    }
  }
  const said = new Map<string, readonly [number, number]>();
  for (const [pair, probability] of forward)
    if (probability >= LEAST || backward.get(pair)! >= LEAST) said.set(pair, [probability, backward.get(pair)!]);
  return said;
}

function pairsOf({ rows, targets, forward, backward }: Lexicon): Map<string, readonly [number, number]> {
  const pairs = new Map<string, readonly [number, number]>();
  for (let word = 0; word + 1 < rows.length; word++)
    for (let slot = rows[word]!; slot < rows[word + 1]!; slot++)
      pairs.set(`${word} ${targets[slot]!}`, [forward[slot]!, backward[slot]!]);
  return pairs;
}

const texts = (words: string) =>
  fc.array(
    fc.array(fc.constantFrom(...words.split(' ')), { minLength: 1, maxLength: 6 }).map((some) => some.join(' ')),
    { minLength: 12, maxLength: 12 },
  );

describe('the lexicon', () => {
  test('is that of the model, whatever was forgotten on the way', () => {
    fc.assert(
      fc.property(
        texts('gate lock weir open close water level quay'),
        texts('Tor Schleuse Wehr öffnen schließen Wasser Pegel Kai'),
        fc.array(
          fc.record({ size: fc.integer({ min: 1, max: 2 }), weight: fc.double({ min: 0.3, max: 1, noNaN: true }) }),
          {
            minLength: 6,
            maxLength: 6,
          },
        ),
        (a, b, sizes) => {
          const [left, right] = [sideOf(a, 'en'), sideOf(b, 'de')];
          let at = 0;
          const beads = sizes.map(({ size, weight }) => {
            const span = { from: at, to: at + size };
            at += size;
            return { source: span, target: span, weight };
          });
          const found = pairsOf(ended(learnedLexicon(left, right, beads, NO_PRIOR)));
          const known = plainly(left, right, beads);
          for (const [pair, [forward, backward]] of known) {
            // What is next to nothing may have been forgotten, and its share gone to others.
            const [p, q] = found.get(pair) ?? [0, 0];
            expect(Math.abs(p - forward)).toBeLessThan(0.01);
            expect(Math.abs(q - backward)).toBeLessThan(0.01);
          }
          for (const [pair, [forward]] of found) if (forward > 0.02) expect(known.has(pair)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('is ordered by source word, and all of it is probabilities', () => {
    const [left, right] = [
      sideOf(['gate open', 'gate close', 'open weir'], 'en'),
      sideOf(['Tor auf', 'Tor zu', 'Wehr auf'], 'de'),
    ];
    const beads = [0, 1, 2].map((k) => ({ source: { from: k, to: k + 1 }, target: { from: k, to: k + 1 }, weight: 1 }));
    const { rows, targets, forward, backward } = ended(learnedLexicon(left, right, beads, NO_PRIOR));
    expect(rows).toHaveLength(left.words.length + 1);
    expect([...rows]).toEqual([...rows].sort((a, b) => a - b));
    expect(targets).toHaveLength(rows.at(-1)!);
    for (let word = 0; word < left.words.length; word++) {
      const sum = [...forward.subarray(rows[word]!, rows[word + 1]!)].reduce((a, b) => a + b, 0);
      expect(sum).toBeLessThanOrEqual(1);
    }
    for (const p of [...forward, ...backward]) expect(p >= 0 && p <= 1).toBe(true);
  });

  test('a pair known before wins where the texts leave it open', () => {
    const lines = (text: string): string[] => Array.from({ length: 12 }, () => text);
    const [left, right] = [sideOf(lines('weir gate'), 'en'), sideOf(lines('Wehr Tor'), 'de')];
    const beads = lines('').map((_, k) => ({
      source: { from: k, to: k + 1 },
      target: { from: k, to: k + 1 },
      weight: 1,
    }));
    const [weir, gate] = [left.words.indexOf('weir'), left.words.indexOf('gate')];
    const [wehr, tor] = [right.words.indexOf('wehr'), right.words.indexOf('tor')];
    const prior = { source: Int32Array.of(weir), target: Int32Array.of(wehr), weight: Float32Array.of(2) };
    const pairs = pairsOf(ended(learnedLexicon(left, right, beads, prior)));
    const of = (s: number, t: number): number => pairs.get(`${s} ${t}`)?.[0] ?? 0;
    expect(of(weir, wehr)).toBeGreaterThan(3 * of(weir, tor));
    // And so the other word is left for the other.
    expect(of(gate, tor)).toBeGreaterThan(of(gate, wehr));
  });

  test('known for two reasons counts twice; known of words that never meet is kept', () => {
    const [left, right] = [sideOf(['gate'], 'en'), sideOf(['Tor'], 'de')];
    const once = { source: Int32Array.of(0), target: Int32Array.of(0), weight: Float32Array.of(1) };
    const twice = { source: Int32Array.of(0, 0), target: Int32Array.of(0, 0), weight: Float32Array.of(1, 1) };
    const p = (prior: PriorPairs): number => pairsOf(lexiconOfPrior(left, right, prior)).get('0 0')![0];
    expect(p(once)).toBeCloseTo(1 / 1.6, 5);
    expect(p(twice)).toBeCloseTo(2 / 2.6, 5);
    expect(pairsOf(ended(learnedLexicon(left, right, [], twice))).get('0 0')![0]).toBeCloseTo(1.5 / 2.6, 5);
  });
});

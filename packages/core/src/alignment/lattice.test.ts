/** The lattice against all ways written out one by one, on texts so small that this can be done. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fullBand } from './band.js';
import { bestPath } from './best-path.js';
import type { BeadKinds, Score } from './lattice.js';
import { ended } from './steps.js';
import { weighedPath } from './weighed-path.js';

const KINDS: BeadKinds = {
  pairs: [
    { sources: 1, targets: 1, prior: Math.log(0.8) },
    { sources: 1, targets: 2, prior: Math.log(0.06) },
    { sources: 2, targets: 1, prior: Math.log(0.05) },
  ],
  gaps: {
    single: { source: Math.log(0.03), target: Math.log(0.02) },
    begins: Math.log(0.01),
    further: Math.log(0.4),
    end: Math.log(0.6),
  },
};

interface Way {
  readonly beads: readonly string[];
  readonly cuts: readonly string[];
  readonly log: number;
}

/** Every way from the first cut to the last. `state`: whether it stands in a gap of the source or of the target. */
function* ways(n: number, m: number, score: Score, i = 0, j = 0, state = 'pair'): Generator<Way> {
  const { pairs, gaps } = KINDS;
  if (i === n && j === m) yield { beads: [], cuts: [`${n}|${m}`], log: 0 };
  const leave = state === 'pair' ? 0 : gaps.end;
  function* on(a: number, b: number, log: number, next: string): Generator<Way> {
    if (i + a > n || j + b > m) return;
    for (const rest of ways(n, m, score, i + a, j + b, next))
      yield { beads: [`${i}+${a}|${j}+${b}`, ...rest.beads], cuts: [`${i}|${j}`, ...rest.cuts], log: log + rest.log };
  }
  for (const { sources: a, targets: b, prior } of pairs)
    if (i + a <= n && j + b <= m) yield* on(a, b, leave + prior + score(i, a, j, b), 'pair');
  yield* on(1, 0, leave + gaps.single.source, 'pair');
  yield* on(0, 1, leave + gaps.single.target, 'pair');
  if (state !== 'target') yield* on(1, 0, state === 'source' ? gaps.further : gaps.begins, 'source');
  yield* on(0, 1, state === 'target' ? gaps.further : gaps.begins, 'target');
}

const sizes = fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 }));
const scores = fc.array(fc.double({ min: -6, max: 6, noNaN: true }), { minLength: 40, maxLength: 40 });
const scoreOf =
  (values: readonly number[]): Score =>
  (i, a, j, b) =>
    values[(i * 17 + a * 5 + j * 3 + b * 11) % values.length]!;

describe('the lattice', () => {
  test('the probability of each bead is its share among all ways', () => {
    fc.assert(
      fc.property(sizes, scores, ([n, m], values) => {
        const score = scoreOf(values);
        const all = [...ways(n, m, score)];
        const total = all.reduce((sum, { log }) => sum + Math.exp(log), 0);
        const beads = weighedPath(fullBand({ from: 0, to: n }, { from: 0, to: m }), KINDS, score);
        for (const { source, target, sureness } of beads) {
          const name = `${source.from}+${source.to - source.from}|${target.from}+${target.to - target.from}`;
          const share = all.filter((way) => way.beads.includes(name)).reduce((sum, { log }) => sum + Math.exp(log), 0);
          expect(sureness).toBeCloseTo(share / total, 5);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('how probable it is that passages belong together, however they are cut, is never more than what all ways say', () => {
    fc.assert(
      fc.property(sizes, scores, ([n, m], values) => {
        const score = scoreOf(values);
        const all = [...ways(n, m, score)];
        const total = all.reduce((sum, { log }) => sum + Math.exp(log), 0);
        const shareOf = (holds: (way: Way) => boolean): number =>
          all.filter(holds).reduce((sum, { log }) => sum + Math.exp(log), 0) / total;
        /** Whether a way links segment s of the source with t of the target. */
        const links = (way: Way, s: number, t: number): boolean =>
          way.beads.some((bead) => {
            const [i, a, j, b] = bead.split(/[+|]/).map(Number) as [number, number, number, number];
            return i <= s && s < i + a && j <= t && t < j + b;
          });
        for (const { source, target, sureness, together } of weighedPath(
          fullBand({ from: 0, to: n }, { from: 0, to: m }),
          KINDS,
          score,
          true,
        )) {
          if (source.from === source.to || target.from === target.to) {
            expect(together).toBeUndefined();
            continue;
          }
          const pairs: [number, number][] = [];
          for (let s = source.from; s < source.to; s++)
            for (let t = target.from; t < target.to; t++) pairs.push([s, t]);
          const most = Math.max(...pairs.map(([s, t]) => shareOf((way) => links(way, s, t))));
          // What is less probable than one in two hundred is not counted.
          expect(together).toBeLessThan(most + 1e-4);
          expect(together).toBeGreaterThan(most - 0.005 * 3 - 1e-4);
          expect(together).toBeGreaterThan(sureness - 0.006);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('the best path is the best of all ways', () => {
    fc.assert(
      fc.property(sizes, scores, ([n, m], values) => {
        const score = scoreOf(values);
        const band = fullBand({ from: 0, to: n }, { from: 0, to: m });
        const cuts = ended(bestPath(band, KINDS, () => score)).map((cut) => cut.join('|'));
        const all = [...ways(n, m, score)];
        const best = Math.max(...all.map(({ log }) => log));
        const alike = all.filter((way) => way.cuts.join() === cuts.join());
        expect(Math.max(...alike.map(({ log }) => log))).toBeCloseTo(best, 6);
      }),
      { numRuns: 60 },
    );
  });
});

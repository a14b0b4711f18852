/** Long texts: whoever waits sees how far it is, and can stop, within each part of the work. */
import { expect, test } from '@jest/globals';
import { fullBand } from './band.js';
import { bestPath } from './best-path.js';
import { Junctions } from './junctions.js';
import { kindsOf, simplest } from './kinds.js';
import { learnedLexicon } from './lexicon.js';
import { readSide, sideOf } from './sides.js';
import { ended, withShares, type Steps } from './steps.js';

function sharesOf(steps: Steps<unknown>): readonly number[] {
  const shares: number[] = [];
  ended(withShares(steps, (share) => (shares.push(share), share)));
  return shares;
}

function expectForward(shares: readonly number[], atLeast: number): void {
  expect(shares.length).toBeGreaterThanOrEqual(atLeast);
  expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true);
}

test('the search for the best path through 9,000 rows answers after each 2,000', () => {
  const band = fullBand({ from: 0, to: 9000 }, { from: 0, to: 2 });
  expectForward(sharesOf(bestPath(band, simplest(kindsOf([], 0)), () => () => -1)), 4);
});

test('reading 45,000 segments answers after each 10,000', () => {
  const segments = Array.from({ length: 45_000 }, () => 'Open the gate.');
  expectForward(sharesOf(readSide(segments, 'en')), 4);
  expectForward(sharesOf(Junctions.of(segments, segments, 1)), 8);
});

test('learning 9,000 words answers some times in each of its rounds', () => {
  const texts = (mark: string): string[] => Array.from({ length: 18_000 }, (_, k) => `${mark}${k >> 1}`);
  const beads = texts('').map((_, k) => ({
    source: { from: k, to: k + 1 },
    target: { from: k, to: k + 1 },
    weight: 1,
  }));
  const none = { source: new Int32Array(), target: new Int32Array(), weight: new Float32Array() };
  const [left, right] = [sideOf(texts('gate'), 'en'), sideOf(texts('tor'), 'de')];
  expect(left.words.length).toBeGreaterThan(8999);
  expectForward(sharesOf(learnedLexicon(left, right, beads, none)), 1 + 4 + 4 * 8);
});

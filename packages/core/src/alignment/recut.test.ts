/** Passages that are cut differently on both sides are one bead; texts that are cut alike stay as they are. */
import { expect, test } from '@jest/globals';
import type { WeighedBead } from './bead.js';
import { EdgeModel } from './edges.js';
import { kindsOf } from './kinds.js';
import { lexiconOfPrior } from './lexicon.js';
import { LengthModel } from './length-model.js';
import { priorPairs } from './prior.js';
import { joinedWhereRecut } from './recut.js';
import { sideOf } from './sides.js';
import { knowledgeOf, Room } from './word-evidence.js';

/** Invented words that are the same on both sides, so that it is known which go together. */
const words = (from: number, count: number): string =>
  Array.from({ length: count }, (_, k) => `wordnumber${String.fromCharCode(97 + ((from + k) % 26))}${from + k}x`).join(
    ' ',
  );

function joined(source: readonly string[], target: readonly string[], beads: readonly WeighedBead[]): WeighedBead[] {
  const [left, right] = [sideOf(source, 'en'), sideOf(target, 'de')];
  const lexicon = lexiconOfPrior(left, right, priorPairs(left, right, [], new Map()));
  return joinedWhereRecut(beads, {
    room: new Room(left, right),
    words: knowledgeOf(left, right, lexicon),
    lengths: new LengthModel(left, right, 1, 6.8),
    edges: EdgeModel.of(source, target),
    kinds: kindsOf([], 0),
  });
}

const bead = (s: number, t: number, [a, b]: readonly [number, number] = [1, 1]): WeighedBead => ({
  source: { from: s, to: s + a },
  target: { from: t, to: t + b },
  sureness: 1,
});

/** Thirty passages of nine words; every third is cut in two on the one side, and every ninth reaches over the bound. */
function text(reaches: boolean) {
  const [source, target]: [string[], string[]] = [[], []];
  const beads: WeighedBead[] = [];
  for (let k = 0; k < 60; k += 2) {
    const [s, t] = [source.length, target.length];
    if (k % 6 === 0) {
      source.push(words(k * 20, 18));
      target.push(words(k * 20, 9), words(k * 20 + 9, 9));
      beads.push(bead(s, t, [1, 2]));
    } else {
      const over = reaches && k % 6 === 2 ? 5 : 0;
      source.push(words(k * 20, 12 + over), words(k * 20 + 12 + over, 12 - over));
      target.push(words(k * 20, 12), words(k * 20 + 12, 12));
      beads.push(bead(s, t), bead(s + 1, t + 1));
    }
  }
  return { source, target, beads };
}

test('neighbours of which one reaches over into the other are one', () => {
  const { source, target, beads } = text(true);
  const found = joined(source, target, beads);
  const large = found.filter((one) => one.source.to - one.source.from === 2 && one.target.to - one.target.from === 2);
  expect(large.map((one) => one.source.from)).toEqual(Array.from({ length: 10 }, (_, k) => k * 5 + 1));
  expect(large.every(({ sureness }) => sureness > 0.5)).toBe(true);
});

test('a text whose segments end where the others end stays as it is', () => {
  const { source, target, beads } = text(false);
  expect(joined(source, target, beads)).toEqual(beads);
});

test('a single word that reaches over is enough where its kind is frequent', () => {
  const [source, target]: [string[], string[]] = [[], []];
  const beads: WeighedBead[] = [];
  for (let k = 0; k < 60; k++) {
    const [s, t] = [source.length, target.length];
    const over = k % 4 === 0 ? 5 : k % 4 === 2 ? 1 : 0;
    const first = words(k * 40, 18);
    // The words of the last passage stand elsewhere as well, but for the first of them.
    const last = [words(k * 40 + 18, 1), ...words((k % 5) * 8, 8).split(' ')];
    source.push([first, ...last.slice(0, over)].join(' '), last.slice(over).join(' '));
    target.push(...[words(k * 40, 9), words(k * 40 + 9, 9), last.join(' ')]);
    beads.push(bead(s, t, [1, 2]), bead(s + 1, t + 2));
  }
  const found = joined(source, target, beads);
  const isJoined = (k: number): boolean => found.some(({ source: { from, to } }) => from === 2 * k && to === 2 * k + 2);
  const all = Array.from({ length: 60 }, (_, k) => k);
  expect(all.filter((k) => k % 4 === 2 && isJoined(k)).length).toBeGreaterThan(12);
  expect(all.filter((k) => k % 2 === 1 && isJoined(k))).toEqual([]);
});

/** Long texts are weighed in pieces: what is found may not depend on where they are cut. */
import { expect, test } from '@jest/globals';
import { EdgeModel } from './edges.js';
import { Junctions } from './junctions.js';
import { kindsOf } from './kinds.js';
import type { Known } from './known.js';
import { lexiconOfPrior } from './lexicon.js';
import { LengthModel } from './length-model.js';
import { firstBeads, roughPath } from './paths.js';
import { priorPairs } from './prior.js';
import { sideOf } from './sides.js';
import { Twins } from './twins.js';
import { knowledgeOf, Room } from './word-evidence.js';
import { ended, type Steps } from './steps.js';

function knownOf(source: readonly string[], target: readonly string[]): Known {
  const [left, right] = [sideOf(source, 'en'), sideOf(target, 'de')];
  return {
    room: new Room(left, right),
    words: knowledgeOf(left, right, lexiconOfPrior(left, right, priorPairs(left, right, [], new Map()))),
    lengths: new LengthModel(left, right, 1, 6.8),
    twins: new Twins(source, target),
    layout: null,
    edges: EdgeModel.of(source, target),
    junctions: ended(Junctions.of(source, target, 0)),
    kinds: kindsOf([], 0),
    list: 0,
  };
}

/** Invented passages, some of them missing, joined, or with a run of eighty that the other text does not have. */
function texts() {
  const [source, target]: [string[], string[]] = [[], []];
  const said = (k: number): string =>
    `${'aqueduct lock weir sluice towpath basin'.split(' ')[k % 6]} number ${k} x${k * 7}`;
  for (let k = 0; k < 1600; k++) {
    if (k % 31 === 5) source.push(said(k));
    else if (k % 37 === 6) {
      source.push(said(k), said(k + 10_000));
      target.push(`${said(k)} ${said(k + 10_000)}`);
    } else {
      source.push(said(k));
      target.push(said(k));
    }
    if (k === 700) for (let more = 0; more < 80; more++) source.push(`of this ${more * 13} nothing`);
    if (k === 1100) for (let more = 0; more < 80; more++) target.push(`davon ${more * 17} nichts`);
  }
  return { source, target };
}

function watched<T>(steps: Steps<T>): { beads: T; shares: number[] } {
  const shares: number[] = [];
  for (;;) {
    const { done, value } = steps.next();
    if (done) return { beads: value, shares };
    shares.push(value);
  }
}

test('the beads before the last pass are the same in pieces as at once, wherever the pieces end', () => {
  const { source, target } = texts();
  const known = knownOf(source, target);
  const part = { source: { from: 0, to: source.length }, target: { from: 0, to: target.length } };
  const path = ended(roughPath(known, part, []));
  const whole = watched(firstBeads(known, path)).beads;
  for (const cutsAtOnce of [500, 701, 960]) {
    const { beads, shares } = watched(firstBeads(known, path, cutsAtOnce));
    // It can be stopped after each piece.
    expect(shares).toHaveLength(Math.ceil(path.length / cutsAtOnce) - 1);
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
    expect(beads.map(({ source: s, target: t }) => [s, t])).toEqual(whole.map(({ source: s, target: t }) => [s, t]));
    beads.forEach(({ sureness }, k) => expect(sureness).toBeCloseTo(whole[k]!.sureness, 3));
  }
});

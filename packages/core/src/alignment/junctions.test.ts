import { expect, test } from '@jest/globals';
import { align } from './align.js';
import { Junctions } from './junctions.js';

const SOURCE = ['Learn more about the list.', 'System menu', 'Wait, then open the gate.', '日本語。次の文。'];
const TARGET = ['Mehr über die Liste.', 'Warten.', 'Öffnen Sie das Tor.'];

test('a mark for each junction speaks for one passage, none against it', () => {
  const junctions = new Junctions(SOURCE, TARGET, 1);
  // "Learn more …" and "System menu" beside one sentence without a mark within.
  expect(junctions.score(0, 2, 0, 1)).toBeLessThan(0);
  // "Wait, then …" beside "Warten." and "Öffnen …".
  expect(junctions.score(2, 1, 1, 2)).toBeGreaterThan(0);
  // Marks of scripts without spaces.
  expect(junctions.score(3, 1, 1, 2)).toBeGreaterThan(0);
  // It says nothing of one to one, two to two, and of what has no counterpart.
  for (const [a, b] of [
    [1, 1],
    [2, 2],
    [0, 2],
  ] as const)
    expect(junctions.score(0, a, 0, b)).toBe(0);
  expect(new Junctions(SOURCE, TARGET, 0.5).score(0, 2, 0, 1)).toBe(junctions.score(0, 2, 0, 1) / 2);
});

test('a heading that only one side has is not made a part of the sentence behind it', () => {
  const source = ['Sometimes a gate jams and will not open again.', 'Call the keeper.'];
  const target = ['Ein klemmendes Tor', 'Manchmal klemmt ein Tor und geht nicht auf.', 'Rufen Sie den Wärter.'];
  const steps = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const links = step.value.beads.map((bead) => [bead.source.from, bead.source.to, bead.target.from, bead.target.to]);
  expect(links).toEqual([
    [0, 0, 0, 1],
    [0, 1, 1, 2],
    [1, 2, 2, 3],
  ]);
});

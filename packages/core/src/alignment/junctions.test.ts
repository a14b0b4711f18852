import { expect, test } from '@jest/globals';
import { align } from './align.js';
import type { WeighedBead } from './bead.js';
import { Junctions } from './junctions.js';
import { ended } from './steps.js';

const junctionsOf = (...args: Parameters<typeof Junctions.of>): Junctions => ended(Junctions.of(...args));

const SOURCE = ['Learn more about the list.', 'System menu', 'Wait, then open the gate.', '日本語。次の文。'];
const TARGET = ['Mehr über die Liste.', 'Warten.', 'Öffnen Sie das Tor.'];

test('a mark for each junction speaks for one passage, none against it', () => {
  const junctions = junctionsOf(SOURCE, TARGET, 1);
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
  expect(junctions.weighed(0.5).score(0, 2, 0, 1)).toBe(junctions.score(0, 2, 0, 1) / 2);
});

test('in a text of sentences a segment without a mark is no beginning of the one behind it', () => {
  const source = ['This field is shown for folders. It counts what is in them.', 'The lock has two gates.'];
  const target = [
    '내용',
    '이 입력창은 폴더에 나타납니다. 폴더 안의 항목 수를 셉니다.',
    '갑문에는 문이 두 개 있습니다.',
  ];
  const junctions = junctionsOf(source, target, 1);
  expect(junctions.score(0, 1, 0, 2)).toBeLessThan(junctions.score(0, 1, 1, 2) - 0.5);
  // Thai ends no sentence with a mark: nothing follows from one that is not there.
  const thai = ['เปิดประตู', 'ปิดประตูน้ำให้สนิทก่อนออกเดินทาง'];
  expect(junctionsOf(['Open the gate, then close it.'], thai, 1).score(0, 1, 0, 2)).toBeGreaterThan(0);
});

test('they say less the more of a text is joined or cut', () => {
  const bead = (sources: number, sureness: number): WeighedBead => ({
    source: { from: 0, to: sources },
    target: { from: 0, to: 1 },
    sureness,
  });
  const beads = (ones: number, joined: number): WeighedBead[] => [
    ...Array.from({ length: ones }, () => bead(1, 1)),
    ...Array.from({ length: joined }, () => bead(2, 1)),
  ];
  const weights = [0, 10, 40, 100, 300].map((joined) => Junctions.weightOf(beads(1000 - joined, joined)));
  expect(weights[0]).toBeGreaterThan(0.98);
  expect(weights).toEqual([...weights].sort((a, b) => b - a));
  expect(weights[3]).toBeLessThan(0.02);
  expect(weights[4]).toBe(0);
  // What is without counterpart says nothing of it, what is in doubt little.
  expect(Junctions.weightOf([...beads(1000, 0), bead(0, 1)])).toBe(weights[0]);
  expect(Junctions.weightOf([...beads(900, 0), ...Array.from({ length: 100 }, () => bead(2, 0.1))])).toBeGreaterThan(
    0.8,
  );
});

test('a heading that only one side has is not made a part of the sentence behind it', () => {
  const source = ['Sometimes a gate jams and will not open again.', 'Call the keeper.'];
  const target = ['Ein klemmendes Tor', 'Manchmal klemmt ein Tor und geht nicht auf.', 'Rufen Sie den Wärter.'];
  const { beads } = ended(align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' }));
  const links = beads.map((bead) => [bead.source.from, bead.source.to, bead.target.from, bead.target.to]);
  expect(links).toEqual([
    [0, 0, 0, 1],
    [0, 1, 1, 2],
    [1, 2, 2, 3],
  ]);
});

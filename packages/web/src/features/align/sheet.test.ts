import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { BeadBody } from '../../api/types.js';
import { back, forward, placeOf, stepBetween } from './history.js';
import { corrected, cut, linked, narrowed, parted, pinTurned, shifted, widened, type Sheet } from './pairs.js';

const pair = (i: number, iEnd: number, j: number, jEnd: number): BeadBody => [i, iEnd, j, jEnd, 0.5, 0, 0];
const ends = (beads: readonly BeadBody[] | null): string[] => (beads ?? []).map((one) => one.slice(0, 4).join());
const SHEET: Sheet = {
  source: ['Heading', 'Open the gate and wait.', 'Close it.'],
  target: ['Überschrift', 'Tor öffnen.', 'Warten.', 'Schließen.'],
  beads: [pair(0, 1, 0, 1), pair(1, 2, 1, 3), pair(2, 3, 3, 4)],
};

/** Each segment of both sides once, the pairs in order but for those that stand elsewhere. */
function expectWhole({ source, target, beads }: Sheet): void {
  const all = (of: readonly string[]): number[] => of.map((_, k) => k);
  const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, k) => from + k);
  const sorted = (numbers: number[]): number[] => numbers.sort((a, b) => a - b);
  expect(sorted(beads.flatMap(([i, end]) => range(i, end)))).toEqual(all(source));
  expect(sorted(beads.flatMap(([, , j, end]) => range(j, end)))).toEqual(all(target));
}

describe('texts of the sheet', () => {
  test('a segment is cut in two that stay in one pair', () => {
    const after = cut(SHEET, 'source', 1, 'Open the gate and wait.', 13)!;
    expect(after.source).toEqual(['Heading', 'Open the gate', 'and wait.', 'Close it.']);
    expect(ends(after.beads)).toEqual(['0,1,0,1', '1,3,1,3', '3,4,3,4']);
    expect(after.beads.map((one) => one[5])).toEqual([0, 1, 0]);
    expectWhole(after);
    const there = cut(SHEET, 'target', 3, 'Schließen. Fertig.', 10)!;
    expect(there.target.slice(3)).toEqual(['Schließen.', 'Fertig.']);
    expect(ends(there.beads)).toEqual(['0,1,0,1', '1,2,1,3', '2,3,3,5']);
  });

  test('nothing is cut off at the ends', () => {
    for (const offset of [0, 7]) expect(cut(SHEET, 'source', 0, 'Heading', offset)).toBeNull();
    expect(cut(SHEET, 'source', 0, '  Heading', 2)).toBeNull();
    expect(cut(SHEET, 'source', 9, 'nowhere', 3)).toBeNull();
  });

  test('a correction is kept in NFC and pins its pair', () => {
    const after = corrected(SHEET, 'target', 0, ' U\u0308berschriften ')!;
    expect(after.target[0]).toBe('Überschriften');
    expect(after.beads.map((one) => one[5])).toEqual([1, 0, 0]);
    expect(corrected(SHEET, 'target', 0, 'Überschrift')).toBeNull();
    expect(corrected(SHEET, 'target', 0, '  ')).toBeNull();
  });
});

describe('a passage that stands elsewhere', () => {
  const apart = parted(SHEET.beads, 0)!;
  test('is linked in whichever order the two are named', () => {
    // 0,1,0,0 and 1,1,0,1 are the two sides left without counterpart.
    for (const [one, other] of [
      [0, 1],
      [1, 0],
    ] as const) {
      const beads = linked(apart, one, other)!;
      expect(ends(beads)).toEqual(['0,1,0,1', '1,2,1,3', '2,3,3,4']);
      expect(beads[0]!.slice(4)).toEqual([1, 1, 1]);
    }
  });

  test('what the two had opposite is left without counterpart', () => {
    const beads = linked(SHEET.beads, 0, 2)!;
    expect(ends(beads)).toEqual(['0,1,3,4', '1,1,0,1', '1,2,1,3', '2,3,3,3']);
    expectWhole({ ...SHEET, beads });
  });

  test('a pair with itself, and two of the same side, are not', () => {
    expect(linked(apart, 1, 1)).toBeNull();
    expect(linked([pair(0, 1, 0, 0), pair(1, 2, 0, 0)], 0, 1)).toBeNull();
    expect(linked(apart, 0, 99)).toBeNull();
  });
});

/** Some change of a sheet, chosen by numbers; null where it is not possible there. */
function changed(sheet: Sheet, kind: number, at: number, offset: number): Partial<Sheet> | null {
  const { beads } = sheet;
  const k = at % Math.max(1, beads.length);
  const side = kind % 2 ? 'source' : 'target';
  const segment = at % Math.max(1, sheet[side].length);
  const list = [
    () => widened(beads, k),
    () => narrowed(beads, k),
    () => shifted(beads, k, offset % 2 === 0),
    () => pinTurned(beads, k),
    () => parted(beads, k),
    () => linked(beads, k, offset % Math.max(1, beads.length)),
  ];
  const act = list[kind % 8];
  if (act) {
    const after = act();
    return after && { beads: after };
  }
  return kind % 8 === 6
    ? corrected(sheet, side, segment, `text ${offset}`)
    : cut(sheet, side, segment, sheet[side][segment] ?? '', offset % 12);
}

test('any chain of changes keeps every segment, is undone to the beginning, and done again to the end', () => {
  const act = fc.tuple(fc.nat(7), fc.nat(30), fc.nat(30));
  fc.assert(
    fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
      const sheets = [SHEET];
      for (const [kind, at, offset] of acts) {
        const now = sheets.at(-1)!;
        const to = changed(now, kind, at, offset);
        if (!to) continue;
        sheets.push({ ...now, ...to });
        expectWhole(sheets.at(-1)!);
      }
      const steps = sheets.slice(1).map((after, k) => stepBetween(sheets[k]!, after));
      const undone = steps.reduceRight((sheet, step) => back(sheet, step), sheets.at(-1)!);
      expect(undone).toEqual(SHEET);
      expect(steps.reduce((sheet, step) => forward(sheet, step), undone)).toEqual(sheets.at(-1));
    }),
  );
});

test('a step holds what changed only, and says where', () => {
  const many: Sheet = {
    source: Array.from({ length: 1000 }, (_, k) => `s${k}`),
    target: Array.from({ length: 1000 }, (_, k) => `t${k}`),
    beads: Array.from({ length: 1000 }, (_, k) => pair(k, k + 1, k, k + 1)),
  };
  const step = stepBetween(many, { ...many, beads: widened(many.beads, 500)! });
  expect(placeOf(step)).toBe(500);
  expect(step).toHaveLength(1);
  expect(step[0]!.before).toHaveLength(2);
  expect(step[0]!.after).toHaveLength(1);
  expect(placeOf(stepBetween(many, many))).toBeNull();
});

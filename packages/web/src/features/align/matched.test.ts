import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { exchanged, likeness, matched, type Couple, type FileToPair } from './matched.js';

const file = (name: string, language: string | null = null, paragraphs = 10): FileToPair => ({
  name,
  language,
  paragraphs,
});
const names = (couples: readonly Couple<FileToPair>[]): (string | null)[][] =>
  couples.map((couple) => couple.map((one) => one?.name ?? null));

describe('files put opposite each other', () => {
  test('by name, the language of the first on the left', () => {
    const files = [
      file('rules_en.docx', 'en'),
      file('weir_de.html', 'de'),
      file('rules_de.docx', 'de'),
      file('weir_en.html', 'en'),
    ];
    expect(names(matched(files))).toEqual([
      ['rules_en.docx', 'rules_de.docx'],
      ['weir_en.html', 'weir_de.html'],
    ]);
  });

  test('by length where the names say nothing', () => {
    const files = [
      file('a1.txt', 'en', 100),
      file('b2.txt', 'en', 12),
      file('c3.txt', 'de', 11),
      file('d4.txt', 'de', 95),
    ];
    expect(names(matched(files))).toEqual([
      ['a1.txt', 'd4.txt'],
      ['b2.txt', 'c3.txt'],
    ]);
  });

  test('two in one language belong together only where there is no other language', () => {
    expect(names(matched([file('v1.txt', 'en'), file('v2.txt', 'en')]))).toEqual([['v1.txt', 'v2.txt']]);
    expect(names(matched([file('v1.txt', 'en'), file('v2.txt', 'en'), file('x.txt', 'de')]))).toHaveLength(2);
  });

  test('one too many stands alone, on the side of its language', () => {
    expect(names(matched([file('a_en.txt', 'en'), file('a_de.txt', 'de'), file('zz_de.txt', 'de', 90)]))).toEqual([
      ['a_en.txt', 'a_de.txt'],
      [null, 'zz_de.txt'],
    ]);
  });

  test('every file stands in exactly one place, whatever there is', () => {
    const some = fc.record({
      name: fc.string({ maxLength: 8 }),
      language: fc.constantFrom(null, 'en', 'de', 'ja'),
      paragraphs: fc.nat(200),
    });
    fc.assert(
      fc.property(fc.array(some, { maxLength: 12 }), (files) => {
        const placed = matched(files)
          .flat()
          .filter((one) => one !== null);
        expect(placed).toHaveLength(files.length);
        expect(new Set(placed)).toEqual(new Set(files));
      }),
    );
  });

  test('likeness is the same both ways and greatest for itself', () => {
    const [a, b] = [file('Harbour rules_en.docx', 'en', 29), file('Hafenordnung_de.docx', 'de', 26)];
    expect(likeness(a, b)).toBe(likeness(b, a));
    expect(likeness(a, a)).toBeCloseTo(1.3);
    expect(likeness(a, b)).toBeLessThan(1.3);
  });
});

test('dragging exchanges two places, and empty couples fall away', () => {
  const [a, b, c] = [file('a'), file('b'), file('c')];
  const couples: Couple<FileToPair>[] = [
    [a, b],
    [c, null],
  ];
  expect(names(exchanged(couples, { row: 0, side: 1 }, { row: 1, side: 1 }))).toEqual([
    ['a', null],
    ['c', 'b'],
  ]);
  // Out of its couple to the empty row at the end.
  expect(names(exchanged(couples, { row: 1, side: 0 }, { row: 2, side: 1 }))).toEqual([
    ['a', 'b'],
    [null, 'c'],
  ]);
  expect(names(exchanged(couples, { row: 0, side: 0 }, { row: 0, side: 1 }))).toEqual([
    ['b', 'a'],
    ['c', null],
  ]);
});

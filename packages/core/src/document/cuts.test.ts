import { describe, expect, test } from '@jest/globals';
import { cutAtPlaces, placesOf, proposedCuts } from './cuts.js';

const ROWS: readonly (readonly [string, string, string])[] = [
  ['Schleusentor', 'lock gate', ''],
  ['Überlauf', 'spillway', 'see figure 2'],
  ['Pegel', 'water gauge', ''],
  ['Brücke', 'bridge', ''],
  ['Böschungsfuß', 'toe of the bank', 'on land'],
  ['Ufer', 'river bank', ''],
];
const JAPANESE: readonly (readonly [string, string, string])[] = [
  ['閘門', 'lock', ''],
  ['係船柱', 'bollard', ''],
  ['水位計', 'water gauge', 'see figure'],
  ['堰', 'weir', ''],
  ['浚渫', 'dredging', 'by night'],
];

const WIDTHS = {
  characters: (text: string) => [...text].length,
  // East Asian Width (Unicode Standard Annex 11): ideographs and kana are wide.
  places: (text: string) => [...text].reduce((sum, c) => sum + (/[\u3000-\u9FFF]/.test(c) ? 2 : 1), 0),
  bytes: (text: string) => Buffer.byteLength(text),
} as const;
type Measure = keyof typeof WIDTHS;

function aligned(rows: readonly (readonly string[])[], measure: Measure): string[] {
  const fill = (text: string): string => text + ' '.repeat(20 - WIDTHS[measure](text));
  return rows.map(([a, b, c]) => `${fill(a!)}${fill(b!)}${c}`.trimEnd());
}

describe('columns aligned by spaces', () => {
  test.each<[string, readonly (readonly string[])[], Measure]>([
    ['German', ROWS, 'characters'],
    ['German', ROWS, 'bytes'],
    ['Japanese', JAPANESE, 'characters'],
    ['Japanese', JAPANESE, 'places'],
    ['Japanese', JAPANESE, 'bytes'],
  ])('%s, filled up by %s', (_, rows, measure) => {
    const lines = aligned(rows, measure);
    const { value } = proposedCuts(lines)!;
    expect(value.cuts).toEqual([20, 40]);
    expect(lines.map((line) => cutAtPlaces(line, value).cells)).toEqual(rows);
  });

  test('a line drawn under the header says it, even where columns touch', () => {
    const lines = [
      'No English     Note',
      '-- ----------- ----',
      ' 1 lock gate   big',
      ' 2 water gauge old',
      ' 3 weir        new',
    ];
    const { value } = proposedCuts(lines)!;
    expect(lines.slice(2).map((line) => cutAtPlaces(line, value).cells)).toEqual([
      ['1', 'lock gate', 'big'],
      ['2', 'water gauge', 'old'],
      ['3', 'weir', 'new'],
    ]);
  });

  test('numbers that are flush right are a column', () => {
    const lines = ROWS.map(([a, b], i) => `${a.padEnd(20)}${b.padEnd(18)}${String(7 ** i).padStart(6)}`);
    const { value } = proposedCuts(lines)!;
    expect(lines.map((line) => cutAtPlaces(line, value).cells)).toEqual(
      ROWS.map(([a, b], i) => [a, b, String(7 ** i)]),
    );
  });

  test('a text that crosses into the next column stays whole, and is told', () => {
    const lines = [...aligned(ROWS, 'characters'), 'Schleusenkammermauerwerk  chamber wall'];
    const { value } = proposedCuts(lines)!;
    expect(cutAtPlaces(lines.at(-1)!, value).cells).toEqual(['Schleusenkammermauerwerk', 'chamber wall', '']);
    expect(lines.map((line) => cutAtPlaces(line, value).isCrossed)).toEqual([...ROWS.map(() => false), true]);
  });

  test.each([
    [
      'running text',
      ['The lock was built in 1840 and has', 'two chambers of which both are in', 'use by day, and one by night too.'],
    ],
    ['cells behind tabs', ['a\tb', 'c\td', 'e\tf']],
    ['terms below one another', ['lock gate', 'weir', 'water gauge', 'bridge']],
    ['indented lines', ['lock', '    Schleuse', 'weir', '    Wehr', 'buoy', '    Boje']],
  ])('%s is none', (_, lines) => expect(proposedCuts(lines)).toBeNull());

  test('marks that join the letter before them take no place', () =>
    expect(placesOf('n\u0303o', 'places')).toEqual(['n\u0303', 'o']));
});

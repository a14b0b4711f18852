import { describe, expect, test } from '@jest/globals';
import { cutText, LayoutModel, PLACE, placesAfter } from './layout.js';
import { Twins } from './twins.js';

const sentences = (text: string): string[] => text.split(/(?<=\.) /);

describe('where segments stand', () => {
  test('a block begins with its first segment', () => {
    const { segments, places } = cutText(
      [
        { kind: 'heading', text: 'Mooring' },
        { kind: 'paragraph', text: 'Make fast. Wait.' },
        { kind: 'cell', text: 'Post 4' },
      ],
      sentences,
    );
    expect(segments).toEqual(['Mooring', 'Make fast.', 'Wait.', 'Post 4']);
    expect([...places]).toEqual([PLACE.heading, PLACE.paragraph, PLACE.within, PLACE.cell]);
  });

  test('after a cut and after a correction', () => {
    const places = Uint8Array.of(1, 2, 0, 3);
    const before = ['a', 'b c', 'd', 'e'];
    expect([...placesAfter(places, before, ['a', 'b', 'c', 'd', 'e'])]).toEqual([1, 2, 0, 0, 3]);
    expect([...placesAfter(places, before, ['a', 'b c', 'D', 'e'])]).toEqual([1, 2, 0, 3]);
    expect([...placesAfter(places, before, ['a', 'b c d', 'e'])]).toEqual([1, 2, 3]);
    expect([...placesAfter(Uint8Array.of(), ['a'], ['a', 'b'])]).toEqual([0, 0]);
  });

  test('headings belong together, unless the texts say otherwise', () => {
    const source = Uint8Array.of(1, 2, 2, 2, 1, 2, 2, 2);
    const bead = (i: number, j: number) => ({
      source: { from: i, to: i + 1 },
      target: { from: j, to: j + 1 },
      sureness: 1,
    });
    const usual = LayoutModel.of({ source, target: source }, []);
    expect(usual.score(0, 1, 0, 1)).toBeGreaterThan(0);
    expect(usual.score(0, 1, 1, 1)).toBeLessThan(0);
    // A text without any headings: less and less follows from them.
    const flat = { source, target: new Uint8Array(8).fill(2) };
    const learned = LayoutModel.of(
      flat,
      Array.from({ length: 8 }, (_, k) => bead(k, k)),
    );
    expect(learned.score(0, 1, 0, 1)).toBeGreaterThan(LayoutModel.of(flat, []).score(0, 1, 0, 1));
  });
});

test('what reads the same is a pair, not a part of a larger passage', () => {
  const twins = new Twins(['143', 'imaps', 'gate'], ['143', 'Tor']);
  expect(twins.score(0, 1, 0, 1)).toBeGreaterThan(0);
  expect(twins.score(0, 2, 0, 1)).toBeLessThan(0);
  expect(twins.score(1, 2, 1, 1)).toBe(0);
  expect(twins.score(2, 1, 1, 1)).toBe(0);
});

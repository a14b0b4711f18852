import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { WordIds } from './word-ids.js';

test('holds what a map of maps would hold', () => {
  const word = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), word), { maxLength: 200 }), (words) => {
      const ids = new WordIds();
      const map = new Map<string, number>();
      for (const [i, [language, text]] of words.entries()) {
        const key = `${language} ${text}`;
        expect(ids.get(language, text)).toBe(map.get(key));
        if (map.has(key)) continue;
        ids.add(language, text, i + 1);
        map.set(key, i + 1);
      }
      for (const [language, text] of words) expect(ids.get(language, text)).toBe(map.get(`${language} ${text}`));
    }),
    { seed: 11, numRuns: 300 },
  );
});

test('keeps very many, and long ones', () => {
  const ids = new WordIds();
  for (let i = 0; i < 100_000; i++) ids.add(i % 2, `wehr${i >> 1}`, i + 1);
  const long = 'schleuse'.repeat(2000);
  ids.add(1, long, 7);
  for (let i = 0; i < 100_000; i += 97) expect(ids.get(i % 2, `wehr${i >> 1}`)).toBe(i + 1);
  expect([ids.get(1, long), ids.get(0, long), ids.get(1, `${long}n`)]).toEqual([7, undefined, undefined]);
});

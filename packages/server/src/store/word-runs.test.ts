import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { indexedWords, WordRuns } from './word-runs.js';

/** The words that a text puts into the index. */
function indexed(text: string): string[] {
  const runs = new WordRuns(1);
  runs.add(1, 7, text);
  const { fresh, words, counts } = runs.take();
  expect([...counts]).toEqual([...words].map(() => 1));
  return fresh.map((word) => word.text).sort();
}

const character = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(...'abZ Éßœŧ ı İ-’.,1½²™ﬁΣςάЁй') },
  {
    weight: 1,
    arbitrary: fc.constantFrom('\u0301', '\u00AD', '\u200B', '\u00A0', '雨', 'が', 'カ', '\uFF9E', 'ไ', '😀'),
  },
  { weight: 1, arbitrary: fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }) },
);

test('words are those of the folded text, however they are found', () => {
  fc.assert(
    fc.property(fc.array(character, { maxLength: 24 }), (characters) => {
      const text = characters.join('');
      expect([text, indexed(text)]).toEqual([text, [...indexedWords(text)].sort()]);
    }),
    { seed: 5, numRuns: 5000 },
  );
});

test('a word counts once for a unit, with all units that have it', () => {
  const runs = new WordRuns(1);
  runs.add(1, 1, 'Wehr wehr WEHR');
  runs.add(2, 1, 'weir');
  runs.add(1, 2, 'das Wehr');
  const { fresh, words, counts } = runs.take();
  expect(fresh).toEqual([
    { id: 1, language: 1, text: 'wehr' },
    { id: 2, language: 2, text: 'weir' },
    { id: 3, language: 1, text: 'das' },
  ]);
  expect([...words].map((word, i) => [word, counts[i]])).toEqual([
    [1, 2],
    [2, 1],
    [3, 1],
  ]);
  expect(runs.isEmpty).toBe(true);
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import levenshtein from 'fast-levenshtein';
import { CODE } from '../../text/inline-codes.js';
import { MemoryIndex } from './memory-index.js';
import { editDistance, matchScore } from './score.js';
import { SoughtIndex } from './sought-index.js';
import { tokensOf, totalWeight } from './tokens.js';

const score = (a: string, b: string): number => matchScore(tokensOf(a), tokensOf(b));

describe('the score', () => {
  test.each([
    ['Close the gate.', 'Close the gate.', 100],
    ['Close the gate.', 'Close the weir.', 69.23],
    ['Lock 7 is closed.', 'Lock 8 is closed.', 99],
    ['Press Start.', `Press ${CODE}Start${CODE}.`, 98],
    ['CLOSE THE GATE', 'close the gate', 97],
    ['Page 5', 'Page 6', 99],
    ['5', '6', 99],
    ['The gates are open.', 'The gate is open.', 71.76],
    ['', 'x', 0],
  ])('“%s” and “%s”: %d', (a, b, expected) => expect(score(a, b)).toBe(expected));

  test('is symmetric, 100 only for equal tokens, between 0 and 100', () => {
    const word = fc.constantFrom(
      'lock',
      'locks',
      'Lock',
      'gate',
      'gates',
      'weir',
      '7',
      '12',
      ',',
      '.',
      CODE,
      '水',
      '門',
    );
    const text = fc.array(word, { maxLength: 12 }).map((words) => words.join(' '));
    fc.assert(
      fc.property(text, text, (a, b) => {
        const found = score(a, b);
        expect(score(b, a)).toBe(found);
        expect(found).toBeGreaterThanOrEqual(0);
        expect(found === 100).toBe(a === b);
      }),
      { numRuns: 2000 },
    );
  });
});

/** What a token is, as a pattern over code points. */
const TOKEN =
  /(\uE0C0)|(\p{N}+(?:[.,:’'\u00A0\u202F]\p{N}+)*)|([\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}ー]\p{M}*)|((?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}])+[\p{N}\p{L}]*)|(\S)/gu;

test('tokens by the table are those of the pattern, whatever the characters', () => {
  const patterned = (text: string): string[] =>
    [...text.matchAll(TOKEN)].map(([whole, code, number, character, word]) =>
      [code ? 'code' : number ? 'number' : character || word ? 'word' : 'sign', whole].join(' '),
    );
  const unit = fc.oneof(
    {
      weight: 3,
      arbitrary: fc.constantFrom(
        ..."abÄß 12.,:’'\u00A0\u202F水がガก็ำ๑๏ー\u0301\uE0C0〇½²-_\u{1F6A2}\u{20000}\u{1D7D8}\uD83D",
      ),
    },
    { weight: 1, arbitrary: fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }) },
  );
  fc.assert(
    fc.property(fc.array(unit, { maxLength: 30 }), (units) => {
      const text = units.join('');
      expect(tokensOf(text).map(({ kind, text: said }) => `${kind} ${said}`)).toEqual(patterned(text));
    }),
    { numRuns: 5000 },
  );
});

test('distances of letters agree with an independent library (fast-levenshtein)', () => {
  const letters = fc.string({ unit: fc.constantFrom(...'abcdeäß水 '), maxLength: 45 });
  fc.assert(
    fc.property(letters, letters, (a, b) => {
      expect(editDistance(a, b)).toBe(levenshtein.get(a, b));
    }),
    { numRuns: 3000 },
  );
});

test('Japanese is compared by characters', () => {
  expect(tokensOf('水門を閉じる。').map(({ text }) => text)).toEqual(['水', '門', 'を', '閉', 'じ', 'る', '。']);
  const index = new MemoryIndex();
  for (const text of ['水門を閉じる。', '水門を開ける。', '堰を閉じる。']) index.add(text);
  expect(index.find('水門を閉じた。', { threshold: 50, limit: 5 })[0]).toMatchObject({ id: 0 });
});

test('at any threshold the best is found that comparing with every segment finds', () => {
  const word = fc.constantFrom(
    ...'the lock gate gates locking open opens opened closed chamber chambers of weir 7 8 . ,'.split(' '),
  );
  const text = fc.array(word, { minLength: 1, maxLength: 9 }).map((words) => words.join(' '));
  fc.assert(
    fc.property(
      fc.array(text, { minLength: 1, maxLength: 40 }),
      text,
      fc.integer({ min: 20, max: 95 }),
      (memory, query, threshold) => {
        const index = new MemoryIndex();
        for (const one of memory) index.add(one);
        const all = memory
          .map((one) => score(query, one))
          .filter((found) => found >= threshold)
          .sort((a, b) => b - a)
          .slice(0, 5);
        expect(index.find(query, { threshold, limit: 5 }).map((found) => found.score)).toEqual(all);
      },
    ),
    { numRuns: 500 },
  );
});

test('of sought texts all are met that comparing with each finds, at every threshold', () => {
  const word = fc.constantFrom(
    'lock',
    'locks',
    'gate',
    'gates',
    'weir',
    'weirs',
    '7',
    '12',
    ',',
    '.',
    CODE,
    '水',
    '門',
    'the',
  );
  const text = fc.array(word, { minLength: 1, maxLength: 9 }).map((words) => words.join(' '));
  fc.assert(
    fc.property(
      fc.uniqueArray(text, { minLength: 1, maxLength: 25 }),
      text,
      fc.integer({ min: 1, max: 100 }),
      fc.integer({ min: 0, max: 30 }),
      (texts, passing, least, more) => {
        const threshold = Math.min(100, least + more);
        const weighs = (one: string): boolean => totalWeight(tokensOf(one)) > 0;
        const wanted = texts.flatMap((one, id) => (weighs(one) && score(passing, one) >= threshold ? [id] : []));
        const found = new SoughtIndex(texts, least).find(passing, threshold);
        expect(found.map(({ id }) => id).sort((a, b) => a - b)).toEqual(weighs(passing) ? wanted : []);
        for (const { id, score: points } of found) expect(points).toBe(score(passing, texts[id]!));
      },
    ),
    { numRuns: 3000 },
  );
});

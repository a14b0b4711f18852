import { expect, test } from '@jest/globals';
import { knownWords } from './known-words.js';

const PHRASES = {
  source: ['gate', 'lock gate', 'weir', 'weir gate', 'lock', 'lock 4'],
  target: ['Tor', 'Schleuse Tor', 'Wehr', 'Wehr Tor', 'Schleuse', 'Schleuse 4'],
};

test('words of phrases stand for each other, the surest first known by both directions', () => {
  const known = knownWords(PHRASES, 'en', 'de');
  for (const [word, other] of [
    ['gate', 'tor'],
    ['lock', 'schleus'],
    ['weir', 'wehr'],
  ]) {
    const [best] = [...known.get(word!)!].sort((a, b) => b[1] - a[1]);
    expect(best![0]).toBe(other);
    expect(best![1]).toBeGreaterThan(0.5);
    expect(best![1]).toBeLessThanOrEqual(1);
  }
});

test('a word that stands but once is known; numbers and marks are not words', () => {
  const known = knownWords({ source: ['sluice', '17 (a)'], target: ['Siel', '17 (a)'] }, 'en', 'de');
  expect(known.get('sluice')?.[0]?.[0]).toBe('siel');
  expect(known.has('17')).toBe(false);
  expect(known.has('(')).toBe(false);
});

test('nothing is known from no phrases, and languages for private use are languages', () => {
  expect(knownWords({ source: [], target: [] }, 'en', 'de').size).toBe(0);
  expect(knownWords(PHRASES, 'x-klient-1', 'und').get('gate')?.[0]?.[0]).toBe('tor');
});

import { describe, expect, test } from '@jest/globals';
import { knownWordsFor, phrasesOf } from './phrase-lists.js';

const pairsIn = (source: string, target: string): Set<string> => {
  const phrases = phrasesOf(source, target);
  return new Set(phrases.source.map((text, k) => `${text} = ${phrases.target[k]}`));
};

/** CLDR 48: names of regions and months through the runtime, of emoji through its annotations. */
test.each([
  ['en', 'de', 'Switzerland = Schweiz'],
  ['en', 'de', 'January = Januar'],
  ['en', 'de', 'hammer = Hammer'],
  ['de', 'ja', 'Hammer = ハンマー'],
  ['fr', 'en', 'marteau = hammer'],
  ['nb', 'sv', 'Tyskland = Tyskland'],
])('%s and %s: %s', (source, target, pair) => expect(pairsIn(source, target)).toContain(pair));

/** Short phrases of interfaces, one to a line. */
test.each([
  ['en', 'de', 'Yesterday = Gestern'],
  ['fi', 'ja', 'Ääni = 音'],
  ['en-GB', 'pt-BR', 'Sound = Som'],
])('%s and %s: %s', (source, target, pair) => expect(pairsIn(source, target)).toContain(pair));

/** Files of a region hold only what differs from the language in general. */
describe('a language of a region has all that the language has', () => {
  test.each([
    ['en-GB', 'de-CH'],
    ['en-US', 'pt-BR'],
    ['en', 'zh-TW'],
    ['zh-CN', 'es-MX'],
  ])('%s and %s', (source, target) => expect(phrasesOf(source, target).source.length).toBeGreaterThan(5000));
});

test('phrases have no placeholders and no marks of code', () => {
  const { source, target } = phrasesOf('de', 'fr');
  for (const text of [...source, ...target]) expect(text).not.toMatch(/\{\d|<\/?[a-z]/);
});

test('words are known in both directions', () => {
  const best = (source: string, target: string, word: string): string | undefined =>
    [...(knownWordsFor(source, target).get(word) ?? [])].sort((a, b) => b[1] - a[1])[0]?.[0];
  expect(best('en', 'de', 'bridge')).toBe('brucke');
  expect(best('de', 'en', 'brucke')).toBe('bridge');
});

test.each([
  ['de', 'de-AT'],
  ['und', 'de'],
  ['x-klient', 'de'],
  ['en', 'qaa'],
])('%s and %s have no list', (source, target) => expect(knownWordsFor(source, target).size).toBe(0));

/** What words hold, after the morphology of the languages: compounds, endings, syllables (common practice). */
import { describe, expect, test } from '@jest/globals';
import { align } from './align.js';
import { knownPairsIn, partsOf } from './holders.js';
import { sideOf } from './sides.js';

const WORDS = new Map([
  ['file', [['datei', 0.9] as const]],
  ['propert', [['eigensc', 0.8] as const]],
  ['view', [['ansicht', 0.8] as const]],
]);

const pairs = (source: readonly string[], target: readonly string[]): Map<string, number> => {
  const [left, right] = [sideOf(source, 'en'), sideOf(target, 'de')];
  return new Map(
    [...knownPairsIn(left, right, WORDS)].map(([s, t, sure]) => [`${left.words[s]} ${right.words[t]}`, sure]),
  );
};

describe('parts of words', () => {
  test.each([
    ['dateieigenschaften', ['datei', 'eigensc']],
    ['jarjestelmaasetukset', ['asetuks']],
    ['tilit', ['tili']],
    ['설정을', ['설정']],
    ['空き容量', ['容量']],
  ])('%s', (word, parts) => expect([...partsOf(word)].map(([part]) => part)).toEqual(expect.arrayContaining(parts)));

  test('short ones are none', () => {
    expect([...partsOf('see')]).toEqual([]);
    expect([...partsOf('boot')].map(([part]) => part)).not.toContain('oo');
  });
});

test('a compound stands for what its parts stand for, less surely than the word itself', () => {
  const found = pairs(['File properties', 'View of a file'], ['Dateieigenschaften', 'Ansicht einer Datei']);
  expect(found.get('file datei')).toBeCloseTo(0.9);
  for (const pair of ['file dateiei', 'propert dateiei']) {
    expect(found.get(pair)).toBeGreaterThan(0.2);
    expect(found.get(pair)).toBeLessThan(0.8);
  }
});

test('what too many words hold tells none of them from the others', () => {
  const many = ['Dateiart', 'Dateiende', 'Dateigröße', 'Dateiname', 'Dateirecht', 'Dateiort', 'Dateiwahl'];
  expect([...pairs(['File'], many).keys()]).toEqual([]);
  expect([...pairs(['File'], [...many, 'Datei']).keys()]).toEqual(['file datei']);
});

test('a list of compounds of which strings are missing on both sides', () => {
  const source = ['Opening hours', 'File properties', 'Keeper', 'Tow rope', 'Weir', 'Bell'];
  const target = [
    'Öffnungszeiten',
    'Weitere Merkmale',
    'Dateieigenschaften',
    'Wärter',
    'Treidelseil',
    'Wehr',
    'Glocke',
  ];
  const steps = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de', words: WORDS });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const found = step.value.beads.map((b) => `${b.source.from}-${b.source.to}|${b.target.from}-${b.target.to}`);
  expect(found).toContain('1-2|2-3');
});

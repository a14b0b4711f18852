/** Terms in running text. The sentences are ours; what is an inflected form is common knowledge of each language. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Recognizer } from './recognizer.js';
import { wordsOf } from './words.js';

function found(language: string, terms: readonly string[], text: string): string[] {
  const recognizer = new Recognizer<number>(language);
  terms.forEach((term, i) => recognizer.add(term, i));
  return recognizer.find(text).map((hit) => `${text.slice(hit.start, hit.end)}=${hit.term}:${hit.how}`);
}

describe('inflected forms', () => {
  test.each([
    [
      'en',
      ['lock gate', 'weir'],
      'The lock gates of both weirs',
      ['lock gates=lock gate:inflected', 'weirs=weir:inflected'],
    ],
    ['de', ['Schleuse', 'Tor'], 'Die Tore der Schleusen', ['Tore=Tor:inflected', 'Schleusen=Schleuse:inflected']],
    [
      'de',
      ['persönliche Schutzausrüstung'],
      'mit persönlicher Schutzausrüstung',
      ['persönlicher Schutzausrüstung=persönliche Schutzausrüstung:inflected'],
    ],
    [
      'fi',
      ['sulku', 'kanava'],
      'kanavan suluissa ja kanavassa',
      ['kanavan=kanava:inflected', 'suluissa=sulku:inflected', 'kanavassa=kanava:inflected'],
    ],
    [
      'pl',
      ['śluza', 'zawór zwrotny'],
      'przy śluzach i zaworów zwrotnych',
      ['śluzach=śluza:inflected', 'zaworów zwrotnych=zawór zwrotny:inflected'],
    ],
    [
      'fr',
      ['écluse', 'porte busquée'],
      'les portes busquées des écluses',
      ['portes busquées=porte busquée:inflected', 'écluses=écluse:inflected'],
    ],
    ['ru', ['шлюз'], 'ворота шлюзов', ['шлюзов=шлюз:inflected']],
    ['hu', ['zsilip'], 'a zsilipeket nyitják', ['zsilipeket=zsilip:inflected']],
    ['tr', ['kanal'], 'kanallarda', ['kanallarda=kanal:inflected']],
    ['ja', ['水門', 'ポンプ'], '水門を開けてポンプを動かす', ['水門=水門:exact', 'ポンプ=ポンプ:exact']],
  ])('%s %j in “%s”', (language, terms, text, expected) => {
    expect(found(language, terms, text)).toEqual(expected);
  });
});

test('a mark behind the unchangeable part of a word wins over the stemmer', () => {
  expect(found('fi', ['kevät'], 'kevään')).toEqual([]);
  expect(found('fi', ['kev|ät'], 'kevään')).toEqual(['kevään=kevät:inflected']);
  expect(found('fi', ['ve|si'], 'vesi')).toEqual(['vesi=vesi:exact']);
});

test('nothing inside other words; a part of a compound is marked as such', () => {
  expect(found('en', ['lock'], 'a block of clockwork')).toEqual([]);
  expect(found('de', ['Schleuse'], 'die Kammerschleusen')).toEqual(['schleusen=Schleuse:compound']);
  expect(found('de', ['Schleuse'], 'Schleusenwärter')).toEqual(['Schleuse=Schleuse:compound']);
  expect(found('fi', ['sulku'], 'sulkuportti')).toEqual(['sulku=sulku:compound']);
  expect(found('en', ['lock'], 'lockgate')).toEqual([]);
});

// Particles and their forms behind a consonant, a vowel and ㄹ: from memory of Korean grammar.
test('Korean particles, one or several, in the form that the noun asks for', () => {
  expect(
    found(
      'ko',
      ['갑문', '수위계', '운하', '준설', '물'],
      '갑문을 열기 전에 수위계의 값을 보고, 운하에서는 준설까지의 일을 한다',
    ),
  ).toEqual([
    '갑문을=갑문:inflected',
    '수위계의=수위계:inflected',
    '운하에서는=운하:inflected',
    '준설까지의=준설:inflected',
  ]);
  expect(found('ko', ['터널'], '터널로 터널으로')).toEqual(['터널로=터널:inflected']);
  // The wrong form shows another word; so may one syllable with a particle ("도로" is a road).
  expect(found('ko', ['수리', '사이', '도'], '수리을 사이은 도로')).toEqual([]);
});

test('Chinese terms are whole words by the dictionary, never across two', () => {
  expect(found('zh', ['船闸', '闸门', '水位', '水位计'], '打开船闸的闸门之前，检查水位计算结果和水位计读数。')).toEqual(
    ['船闸=船闸:exact', '闸门=闸门:exact', '水位=水位:exact', '水位计=水位计:exact'],
  );
});

test('the longest term wins, and a term of two words must stand together', () => {
  expect(found('en', ['lock', 'lock gate', 'gate'], 'the lock gate and a gate')).toEqual([
    'lock gate=lock gate:exact',
    'gate=gate:exact',
  ]);
  expect(found('en', ['lock gate'], 'the lock. Gate two')).toEqual([]);
  expect(found('en', ['O-ring'], 'two O rings, one O-ring')).toEqual([
    'O rings=O-ring:inflected',
    'O-ring=O-ring:exact',
  ]);
});

test('abbreviations by their case', () => {
  expect(found('en', ['IT', 'PPE'], 'it is PPE, IT said')).toEqual(['PPE=PPE:exact', 'IT=IT:exact']);
});

test('stems that bring different words together are no forms', () => {
  expect(found('en', ['universe'], 'the university')).toEqual([]);
  expect(found('en', ['ship'], 'shipping and ships, a shipment')).toEqual([
    'shipping=ship:inflected',
    'ships=ship:inflected',
  ]);
});

test('Japanese: part of a word in katakana is none, between Han characters it is a part', () => {
  expect(found('ja', ['プ'], 'ポンプ')).toEqual([]);
  expect(found('ja', ['水門'], '大水門')).toEqual(['水門=水門:compound']);
  expect(found('ja', ['水門', '水'], '水門')).toEqual(['水門=水門:exact']);
});

test('several concepts may have the same term', () => {
  const recognizer = new Recognizer<string>('en');
  recognizer.add('bank', 'river');
  recognizer.add('bank', 'money');
  expect(recognizer.find('the banks').map((hit) => hit.concept)).toEqual(['river', 'money']);
});

test('places are inside the text, in order, without overlap of different places', () => {
  const word = fc.constantFrom('lock', 'gate', 'locks', 'weir', '水門', 'Tor', 'a', '-', ' ', '. ', '𠀀', 'İ', 'ß');
  fc.assert(
    fc.property(fc.array(word, { maxLength: 20 }), fc.array(word, { minLength: 1, maxLength: 3 }), (text, terms) => {
      const recognizer = new Recognizer<number>('en');
      recognizer.add(terms.join(' '), 1);
      recognizer.add('lock', 2);
      const joined = text.join(' ');
      let last = { start: -1, end: 0 };
      for (const { start, end } of recognizer.find(joined)) {
        expect(start).toBeLessThan(end);
        expect(end).toBeLessThanOrEqual(joined.length);
        if (start !== last.start || end !== last.end) expect(start).toBeGreaterThanOrEqual(last.end);
        last = { start, end };
      }
    }),
  );
});

test('words of a text', () => expect(wordsOf('l’écluse n° 2').map((w) => w.text)).toEqual(['l', 'écluse', 'n', '2']));

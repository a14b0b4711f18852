import { describe, expect, it } from '@jest/globals';
import { canonicalTag } from '../../language/tags.js';
import type { ConceptBody } from '../../termbase/concept.js';
import { inspect } from '../check.js';
import { UNITS, type UnitInMemory } from '../looked-at.js';
import { spellingCheck } from './spelling.js';
import { suggestionsFor } from './suggestions.js';
import { Speller } from './word-list.js';
import { wordsOfText } from './words-of-text.js';

const listOf = (words: string) => {
  const all = new Set(words.split(' '));
  return { has: (word: string) => all.has(word) };
};
const GERMAN = listOf('das Tor Schleuse schließt wird geöffnet bevor die der Meister kommt Wärter Kanal Fehler Glasur');
const ENGLISH = listOf('the gate of lock is opened before keeper comes through receive files open and canal user does');

const tag = (text: string) => canonicalTag(text)!;

const unit = (id: number, en: string, de: string): UnitInMemory => ({
  id,
  variants: [
    { language: tag('en'), text: en, codes: [] },
    { language: tag('de'), text: de, codes: [] },
  ],
});

function found(units: readonly UnitInMemory[], concepts: readonly ConceptBody[] = []) {
  const lists: Record<string, typeof GERMAN> = { en: ENGLISH, de: GERMAN };
  const check = spellingCheck({ listFor: (language) => lists[language] ?? null, concepts });
  const facts = {
    of: UNITS,
    languages: [tag('en'), tag('de')],
    item: (id: number) => units.find((one) => one.id === id),
  };
  return [...inspect(units, [check], facts)];
}

describe('spelling', () => {
  it('marks a word that no list has, and proposes what is one slip away', () => {
    const [one, ...more] = found([unit(1, 'The gate of the lock', 'Das Tor der Schluese wird geöffnet')]);
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      check: 'spelling',
      language: 'de',
      severity: 'warning',
      said: { values: { word: 'Schluese', instead: ['Schleuse'] } },
      marks: [{ place: 1, from: 12, to: 20 }],
      correction: { kind: 'text', text: 'Das Tor der Schleuse wird geöffnet', safe: false },
    });
  });

  it('is one matter wherever the word stands', () => {
    const units = [1, 2, 3].map((id) => unit(id, 'The gate', `Das Tor ${'der '.repeat(id)}Schluese`));
    expect(found(units).map(({ item, related }) => [item, related])).toEqual([
      [1, [2, 3]],
      [2, [1, 3]],
      [3, [1, 2]],
    ]);
  });

  it('leaves alone what many units have, what the other text has, and what the client calls its things', () => {
    const many = [1, 2, 3, 4, 5].map((id) => unit(id, 'The gate', `Das Tor ${'der '.repeat(id)}Schluese`));
    expect(found(many)).toEqual([]);
    expect(found([unit(1, 'Before kilnctl comes', 'Bevor kilnctl kommt')])).toEqual([]);
    const term = { text: 'Drempel' } as ConceptBody['languages'][number]['terms'][number];
    const concept = { languages: [{ language: 'de', terms: [term] }] } as unknown as ConceptBody;
    expect(found([unit(1, 'The gate', 'Das Tor des Drempels')], [concept])).toEqual([]);
  });

  it('says nothing of a text in another language', () => {
    expect(found([unit(1, 'The gate', 'Lampade elettriche incluse nella scatola')])).toEqual([]);
  });

  it('looks only at languages that it has a list of', () => {
    const one = {
      ...unit(1, 'The gate', ''),
      variants: [{ language: tag('it'), text: 'Aprirre la porta', codes: [] }],
    };
    expect(found([one])).toEqual([]);
  });
});

describe('words that spelling is a question of', () => {
  const words = (text: string, language = 'en') => wordsOfText(text, tag(language)).map(({ word }) => word);

  it('leaves out addresses, names with a capital within, placeholders, codes, numbers and acronyms', () => {
    expect(words('open https://brennick.example/recieve kilnCtl %(count)s {names} files v2beta HTTP')).toEqual([
      'open',
      'files',
    ]);
  });

  it('leaves out a capital within a sentence, but not in German', () => {
    expect(words('Lock keeper Hendriksen comes')).toEqual(['Lock', 'keeper', 'comes']);
    expect(words('Das Schleusentor', 'de')).toEqual(['Schleusentor']);
  });

  it('reads a word with the sign of a key as one, and says where it stands', () => {
    expect(wordsOfText('Spe_ichern und schließen', tag('de'))[0]).toEqual({ word: 'Speichern', from: 0, to: 10 });
    expect(wordsOfText('_Speichern', tag('de'))[0]).toEqual({ word: 'Speichern', from: 1, to: 10 });
    expect(words('open lock_keeper_name and close')).toEqual(['open', 'close']);
  });

  it('leaves words of another script alone', () => {
    expect(words('открыть kilnctl шлюз', 'ru')).toEqual(['открыть', 'шлюз']);
  });
});

describe('a speller', () => {
  const german = new Speller(tag('de'), GERMAN, new Set(['drempel']));

  it.each([
    ['Schleuse', 'known'],
    ['schleuse', 'known'],
    ['Drempels', 'known'],
    ['Schleusentor', 'made'],
    ['Schleusenwärter', 'made'],
    ['Kanalschleusentor', 'made'],
    ['Glasurfehler', 'made'],
    ['Schleusentro', 'unknown'],
  ] as const)('%s is %s', (word, standing) => expect(german.standingOf(word)).toBe(standing));

  it('takes the Swiss spelling for right in Switzerland only', () => {
    expect(new Speller(tag('de-CH'), GERMAN, new Set()).isRight('schliesst')).toBe(true);
    expect(german.isRight('schliesst')).toBe(false);
  });
});

it('takes a word for usual by the times that it stands there, however often it is looked up', () => {
  const usual = (times: number): UnitInMemory[] => [
    ...Array.from({ length: times }, (_, i) => unit(i + 1, 'The lock', `Das Schleusentor ${'der '.repeat(i)}`.trim())),
    unit(99, 'The gate', 'Die Schleusenfor'),
  ];
  const made = listOf('das die der Tor For Schleuse');
  const doubts = (times: number) => {
    const check = spellingCheck({ listFor: (language) => (language === 'de' ? made : null), concepts: [] });
    const units = usual(times);
    const facts = {
      of: UNITS,
      languages: [tag('en'), tag('de')],
      item: (id: number) => units.find((u) => u.id === id),
    };
    return [...inspect(units, [check], facts)].map(({ item }) => item);
  };
  expect(doubts(9)).toEqual([]);
  expect(doubts(10)).toEqual([99]);
});

/** The four slips of Damerau, "A technique for computer detection and correction of spelling errors" (1964): from memory. */
it.each([
  ['a letter left out', 'recive'],
  ['a letter put in', 'receivve'],
  ['another letter', 'receiwe'],
  ['two in the other order', 'recieve'],
])('proposes the word for %s', (_, slip) => {
  const letters = 'abcdefghijklmnopqrstuvwxyz';
  expect(suggestionsFor(slip, { letters, timesOf: () => 0, isListed: ENGLISH.has })).toEqual([
    { text: 'receive', times: 0 },
  ]);
});

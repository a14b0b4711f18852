import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bracketsStep } from './brackets.js';
import { withoutFinalPunctuation } from './punctuation.js';
import { cleanCell, previewStep } from './steps.js';
import { CLEANING_STEPS, type CleaningStepId } from '../reading.js';
import { separatorsUsed, splitTerms } from './synonyms.js';

const ALL = Object.fromEntries(CLEANING_STEPS.map((id) => [id, id !== 'articles' && id !== 'capitals'])) as Record<
  CleaningStepId,
  boolean
>;
const clean = (cell: string, separators: readonly string[] = [';']) =>
  cleanCell(cell, ALL, { separators, language: null });
const texts = (cell: string, separators?: readonly string[]) =>
  clean(cell, separators).pieces.map((piece) => piece.text);

describe('several terms in a cell', () => {
  test.each([
    ['Wehr; Stauwehr', [';'], ['Wehr', 'Stauwehr']],
    ['Ein-/Ausgabe', ['/'], ['Ein-/Ausgabe']],
    ['km/h', ['/'], ['km/h']],
    ['und/oder', ['/'], ['und/oder']],
    ['TCP/IP-Protokoll', ['/'], ['TCP/IP-Protokoll']],
    ['24/7-Betrieb', ['/'], ['24/7-Betrieb']],
    ['Lattenpegel/Pegellatte', ['/'], ['Lattenpegel', 'Pegellatte']],
    ['Insel, Halbinsel und Riff', [', '], ['Insel, Halbinsel und Riff']],
    ['Dachhaut, Dachbelag', [', '], ['Dachhaut', 'Dachbelag']],
    ['Stärke 3,5 mm', [', '], ['Stärke 3,5 mm']],
    ['Wehr (fest; beweglich)', [';'], ['Wehr (fest; beweglich)']],
    ['Kai;', [';'], ['Kai;']],
    ['Kai; Kai', [';'], ['Kai']],
    ['lock\r\ngate', ['\n'], ['lock', 'gate']],
    ['窯、炉', ['、'], ['窯', '炉']],
  ])('%s at %j', (cell, separators, expected) => expect(splitTerms(cell, separators)).toEqual(expected));

  test('a separator counts when both columns show the habit', () => {
    const rows = [
      ['Wehr; Stau', 'weir; dam'],
      ['Schütz; Tafel', 'gate; sluice'],
      ['Poller; Pfahl', 'bollard; post'],
      ['Pumpe', 'pump, centrifugal'],
    ];
    expect(separatorsUsed(rows)).toEqual([';']);
    expect(separatorsUsed(rows.slice(3))).toEqual([]);
  });
});

describe('notes in brackets', () => {
  const pieces = (text: string) => bracketsStep.apply([{ text, fields: {} }], { separators: [], language: null });
  test('at the end and at the beginning they become notes', () => {
    expect(pieces('Haltung (Kanalabschnitt)')).toEqual([{ text: 'Haltung', fields: { note: ['Kanalabschnitt'] } }]);
    expect(pieces('(veraltet) Schleuse [selten]')).toEqual([
      { text: 'Schleuse', fields: { note: ['veraltet', 'selten'] } },
    ]);
  });
  test.each(['colo(u)r', '(allein)', 'a (b) c', 'f(x)'])('%s stays', (text) =>
    expect(pieces(text)[0]!.text).toBe(text),
  );
});

test.each([
  ['overflow.', 'overflow'],
  ['overflow,', 'overflow'],
  ['etc.', 'etc.'],
  ['z. B.', 'z. B.'],
  ['Acme Ltd.', 'Acme Ltd.'],
  ['und so weiter …', 'und so weiter …'],
  ['warum?', 'warum?'],
  ['水門。', '水門'],
  ['lock:', 'lock'],
])('final punctuation: %s → %s', (text, expected) => expect(withoutFinalPunctuation(text)).toBe(expected));

describe('all steps', () => {
  test('in order, and said which touched', () => {
    expect(clean(' Ufer\u00adbefestigung ;  Bo\u0308schung. ')).toEqual({
      pieces: [
        { text: 'Uferbefestigung', fields: {} },
        { text: 'Böschung', fields: {} },
      ],
      ofConcept: {},
      touched: ['unicode', 'synonyms', 'punctuation'],
      wouldTouch: [],
    });
  });
  test('a step that is off is only tried', () => {
    const off = { ...ALL, brackets: false };
    expect(cleanCell('pound (canal)', off, { separators: [], language: null })).toMatchObject({
      pieces: [{ text: 'pound (canal)' }],
      wouldTouch: ['brackets'],
    });
  });
  test('a step may uncover work for an earlier one', () =>
    expect(clean('pound (canal),')).toMatchObject({
      pieces: [{ text: 'pound', fields: { note: ['canal'] } }],
      touched: ['punctuation', 'brackets'],
    }));
  test('a preview shows before and after', () =>
    expect(previewStep('synonyms', 'a1; b1', ALL, { separators: [';'], language: null })).toMatchObject({
      before: 'a1; b1',
      after: [{ text: 'a1' }, { text: 'b1' }],
    }));
  test('cleaning twice is cleaning once, and no letter is lost', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', 'B', 'é', ' ', ';', '.', '(', ')', '\u00ad', '3', '-', ',') });
    fc.assert(
      fc.property(cell, (text) => {
        const once = texts(text);
        expect(once.flatMap((t) => texts(t))).toEqual(once);
        const letters = (s: string): string => [...s.replace(/[^aBé3]/g, '')].sort().join('');
        const kept = clean(text)
          .pieces.map((p) => p.text + Object.values(p.fields).flat().join(''))
          .join('');
        // Equal terms in one cell count once; otherwise every letter is still there.
        const parts = text.split(';').map((t) => t.replace(/[^aBé3]/g, ''));
        if (new Set(parts).size === parts.length) expect(letters(kept)).toBe(letters(text));
      }),
      { numRuns: 1000 },
    );
  });
});

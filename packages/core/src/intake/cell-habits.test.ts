/** What the cells of a column have in common: labels in brackets, lists of terms, and what stands where a term is missing. */
import { describe, expect, test } from '@jest/globals';
import type { SheetRow } from '../sheet/model.js';
import { bracketHabits } from './cleaning/brackets.js';
import { Evaluation, type EvaluationOptions } from './evaluate.js';
import { proposeReading } from './propose.js';

const DE = ['Schleuse', 'Wehr', 'Poller', 'Pegel', 'Schleusentor', 'Fahrrinne', 'Baggern', 'Ufer', 'Kaimauer', 'Boje'];
const EN = ['lock', 'weir', 'bollard', 'gauge', 'lock gate', 'fairway', 'dredging', 'river bank', 'quay wall', 'buoy'];

function taken(de: readonly string[], en: readonly string[], options: EvaluationOptions = {}) {
  const rows: SheetRow[] = [['Deutsch', 'English'], ...de.map((cell, i) => [cell, en[i]!])].map((cells, i) => ({
    number: i + 1,
    cells,
  }));
  const source = { kind: 'workbook', sheet: 'a', sheets: [] } as const;
  const reading = proposeReading({ source, rows, hiddenColumns: [], notes: [] });
  const placed = [...Evaluation.of(new Evaluation(reading, options), rows)];
  return { reading, outcomes: placed.slice(1).map(({ outcome }) => outcome) };
}
const drafts = (of: ReturnType<typeof taken>) =>
  of.outcomes.flatMap((outcome) => (outcome.kind === 'entry' ? [outcome.draft] : []));

/** Notation of printed glossaries: common practice. */
describe('brackets', () => {
  test.each([
    ['domains', DE.map((word, i) => `${word} [${i % 2 ? 'tech.' : 'naut.'}]`), { noted: true, squareIsSubject: true }],
    [
      'labels here and there',
      DE.map((word, i) => (i % 3 ? word : `${word} (veraltet)`)),
      { noted: true, squareIsSubject: false },
    ],
    [
      'regions in front',
      EN.map((word, i) => `(${i % 2 ? 'UK' : 'US'}) ${word}`),
      { noted: true, squareIsSubject: false },
    ],
    [
      'abbreviations',
      DE.map((word, i) => `${word} (${['fachspr.', 'ugs.', 'selt.', 'bes.', 'techn.'][i % 5]})`),
      { noted: true, squareIsSubject: false },
    ],
    [
      'what belongs to the term',
      DE.map((word, i) => `${word} (am Fluss ${i})`),
      { noted: false, squareIsSubject: false },
    ],
    ['parts of words', DE.map((word) => `${word}(n)`), { noted: false, squareIsSubject: false }],
    ['two of them only', ['Wehr (selten)', 'Poller (selten)', ...DE], { noted: false, squareIsSubject: false }],
  ])('%s', (_, cells, habits) => expect(bracketHabits(cells)).toEqual(habits));

  test('each kind goes to its field, grammar too', () => {
    const all = taken(
      DE.map((word, i) => `${word} {${i % 2 ? 'f' : 'n'}} [tech.]`),
      EN.map((word, i) => (i % 3 ? word : `${word} (obsolete)`)),
    );
    expect(drafts(all)[0]).toMatchObject({
      fields: { subjectField: ['tech.'] },
      languages: [
        { terms: [{ text: 'Schleuse', fields: { grammaticalGender: ['neuter'] } }] },
        { terms: [{ text: 'lock', fields: { note: ['obsolete'] } }] },
      ],
    });
  });

  test('“Farbe(n)” and “colo(u)r” stay what they are', () =>
    expect(
      drafts(taken(['Farbe(n)', ...DE], ['colo(u)r', ...EN]))[0]!.languages.map(({ terms }) =>
        terms.map(({ text }) => text),
      ),
    ).toEqual([['Farbe(n)'], ['colo(u)r']]));
});

describe('several terms on one side', () => {
  const lists = (separator: string): string[] =>
    DE.map((word, i) => (i % 3 ? word : `${word}${separator}Alt${word.toLowerCase()}`));
  const texts = (cells: readonly string[]): string[][] =>
    drafts(taken(cells, EN)).map(({ languages }) => languages[0]!.terms.map(({ text }) => text));

  test.each(['; ', ' | ', ' • ', '\n'])('%j cuts', (separator) =>
    expect(texts(lists(separator))[0]).toEqual(['Schleuse', 'Altschleuse']),
  );
  test('a comma does where the parts are terms of their own', () => {
    const cells = DE.map((word, i) => (i < 4 ? `${word}, ${DE[i + 5]}` : word));
    expect(texts(cells)[0]).toEqual(['Schleuse', 'Fahrrinne']);
  });
  test('otherwise a comma belongs to the term', () => expect(texts(lists(', '))[0]).toEqual(['Schleuse, Altschleuse']));
  test('sentences are not lists', () => {
    const cells = DE.map((word) => `Das ist die eine Seite von ${word}; das hier ist die andere Seite davon`);
    expect(taken(cells, EN).reading.separators).toEqual([]);
  });
});

describe('in place of a term', () => {
  test.each(['???', '?', '-', '–', 'n/a', 'N/A', 'n. a.', 'TODO', 'tbd', '#N/A', '#NV', 'xxx', '…', '___'])(
    '%s is a question',
    (placeholder) => {
      const { outcomes } = taken([placeholder, ...DE.slice(1)], EN);
      expect(outcomes[0]).toMatchObject({
        kind: 'held back',
        question: { kind: 'missing', languages: ['de'], given: 'lock' },
      });
      expect(outcomes.slice(1).every(({ kind }) => kind === 'entry')).toBe(true);
      expect(taken(DE, [placeholder, ...EN.slice(1)]).outcomes[0]).toMatchObject({
        kind: 'held back',
        question: { languages: ['en'], given: 'Schleuse' },
      });
    },
  );
  test('taken as it is, the entry lacks that term', () => {
    const decisions = new Map([[2, { verdict: 'take' as const }]]);
    const [first] = drafts(taken(['???', ...DE.slice(1)], EN, { decisions }));
    expect(first!.languages.map(({ language, terms }) => [language, terms.map(({ text }) => text)])).toEqual([
      ['en', ['lock']],
    ]);
  });
  test.each(['Na', 'null', 'offen', 'TBC-Bakterien', 'xx'])('%s is a term', (text) =>
    expect(taken([text, ...DE.slice(1)], EN).outcomes[0]!.kind).toBe('entry'),
  );
});

/** What is left of letters read in a wrong encoding. */
test.each([
  ['a lost letter', 'Schl\uFFFDsse'],
  ['lines of boxes', 'Schl▀sse'],
  ['half-width kana', 'Schlﾃsse'],
  ['a control character', 'Schl\u0084sse'],
])('%s is a question', (_, text) =>
  expect(taken([text, ...DE.slice(1)], EN).outcomes[0]).toMatchObject({
    kind: 'held back',
    question: { kind: 'unreadable', text },
  }),
);

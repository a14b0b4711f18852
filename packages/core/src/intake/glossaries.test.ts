/** Shapes of glossaries as clients send them: common practice, no published source. */
import { describe, expect, test } from '@jest/globals';
import type { SheetRow } from '../sheet/model.js';
import { conceptOf, withDraft } from './draft.js';
import { Evaluation } from './evaluate.js';
import { RowsAhead } from './rows-ahead.js';
import { swapFinder } from './exchanged-languages.js';
import type { Outcome, RowDecision } from './outcome.js';
import { proposeReading, type Decisions } from './propose.js';
import type { Reading, SourceForm } from './reading.js';
import { fieldOfValues, standardValue } from './values.js';

const SOURCE: SourceForm = { kind: 'workbook', sheet: 'Terms', sheets: [{ name: 'Terms', hidden: false }] };
const sheet = (...rows: string[][]): SheetRow[] => rows.map((cells, i) => ({ number: i + 1, cells }));
const propose = (rows: SheetRow[], decisions: Decisions = {}): Reading =>
  proposeReading({ source: SOURCE, rows, hiddenColumns: [], notes: [] }, decisions);
const run = (rows: SheetRow[], decisions: Decisions = {}): { reading: Reading; outcomes: Outcome[] } => {
  const reading = propose(rows, decisions);
  const evaluation = new Evaluation(reading, { swaps: swapFinder(reading, rows) });
  return { reading, outcomes: [...Evaluation.of(evaluation, rows)].map((placed) => placed.outcome) };
};
const concepts = (rows: SheetRow[], decisions: Decisions = {}) =>
  run(rows, decisions).outcomes.flatMap((o) => (o.kind === 'entry' ? [conceptOf(o.draft)] : []));
const roles = (rows: SheetRow[]) =>
  propose(rows).columns.map(({ role: { value } }) =>
    value.kind === 'field'
      ? `${value.level}:${value.field}${value.language ? `@${value.language}` : ''}`
      : value.kind === 'term'
        ? `${value.language}${value.type ? `:${value.type}` : ''}`
        : value.kind,
  );

const PAIRS = [
  ['Schleuse', 'lock'],
  ['Schleusenkammer', 'lock chamber'],
  ['Treidelpfad', 'towpath'],
  ['Klappbrücke', 'bascule bridge'],
  ['Uferbefestigung', 'bank protection'],
  ['Wendebecken', 'turning basin'],
] as const;

describe('roles of columns', () => {
  test('fields of every kind', () => {
    const rows = sheet(
      [
        'ID',
        'Deutsch',
        'Genus',
        'English',
        'Definition (EN)',
        'Fachgebiet',
        'Kunde',
        'Wortart',
        'Status',
        'Bild',
        'Siehe auch',
        'Prüfer',
      ],
      ...PAIRS.map(([de, en], i) => [
        `c${i}`,
        de,
        'f',
        en,
        `structure number ${i} of a canal`,
        'Wasserbau',
        'Hafenamt',
        'Substantiv',
        'bevorzugt',
        `p${i}.png`,
        'Wehr',
        'Anna',
      ]),
    );
    expect(roles(rows)).toEqual([
      'id',
      'de',
      'term:grammaticalGender@de',
      'en',
      'concept:definition@en',
      'concept:subjectField',
      'concept:customerSubset',
      'term:partOfSpeech',
      'term:administrativeStatus',
      'concept:xGraphic',
      'concept:crossReference',
      'concept:Prüfer',
    ]);
    const first = concepts(rows)[0]!;
    expect(first.fields).toEqual({
      identifier: ['c0'],
      definition: ['structure number 0 of a canal'],
      'definition:lang': ['en'],
      subjectField: ['Wasserbau'],
      customerSubset: ['Hafenamt'],
      xGraphic: ['p0.png'],
      crossReference: ['Wehr'],
      Prüfer: ['Anna'],
    });
    expect(first.languages).toEqual([
      {
        language: 'de',
        fields: {},
        terms: [
          {
            id: 't1',
            text: 'Schleuse',
            fields: {
              grammaticalGender: ['feminine'],
              partOfSpeech: ['noun'],
              administrativeStatus: ['preferredTerm-admn-sts'],
            },
          },
        ],
      },
      {
        language: 'en',
        fields: {},
        terms: [
          {
            id: 't2',
            text: 'lock',
            fields: { partOfSpeech: ['noun'], administrativeStatus: ['preferredTerm-admn-sts'] },
          },
        ],
      },
    ]);
  });

  test('a header of two rows: languages above, fields below', () => {
    const rows = sheet(
      ['Deutsch', '', 'English', ''],
      ['Benennung', 'Anmerkung', 'Term', 'Note'],
      ...PAIRS.map(([de, en]) => [de, 'geprüft', en, 'checked']),
    );
    expect(roles(rows)).toEqual(['de', 'term:note@de', 'en', 'term:note@en']);
    expect(propose(rows).firstRow).toBe(3);
    expect(run(rows).outcomes.slice(0, 2)).toEqual([
      { kind: 'not data', reason: 'header' },
      { kind: 'not data', reason: 'header' },
    ]);
  });

  test('fields that come once for each language belong to the column on their left', () =>
    expect(
      roles(sheet(['Deutsch', 'Kommentar', 'English', 'Comment'], ...PAIRS.map(([a, b]) => [a, 'x', b, 'y']))),
    ).toEqual(['de', 'term:note@de', 'en', 'term:note@en']));

  test('definitions in several languages belong to them, a single one to the concept', () => {
    const two = sheet(['de', 'en', 'Definition (de)', 'EN definition'], ...PAIRS.map(([a, b]) => [a, b, 'x', 'y']));
    expect(roles(two).slice(2)).toEqual(['language:definition@de', 'language:definition@en']);
  });

  test('abbreviations and synonyms in columns of their own', () => {
    const rows = sheet(
      ['Deutsch', 'Abkürzung', 'Synonym', 'English'],
      ...PAIRS.map(([a, b]) => [a, 'ABC', 'Anderes Wort', b]),
    );
    expect(roles(rows)).toEqual(['de', 'de:abbreviation', 'de', 'en']);
    expect(concepts(rows)[0]!.languages[0]!.terms.map((t) => [t.text, t.fields])).toEqual([
      ['Schleuse', {}],
      ['ABC', { termType: ['abbreviation'] }],
      ['Anderes Wort', {}],
    ]);
  });

  test('status and part of speech are known by their values, without a header', () => {
    const rows = sheet(...PAIRS.map(([a, b], i) => [a, b, i % 2 ? 'verboten' : 'bevorzugt']));
    expect(roles(rows)).toEqual(['de', 'en', 'term:administrativeStatus']);
  });
});

describe('several rows, one concept', () => {
  test('rows with the same id; what a row says about its terms stays with them', () => {
    const rows = sheet(
      ['ID', 'Deutsch', 'English', 'Status'],
      ['c1', 'Schleuse', 'lock', 'preferred'],
      ['c1', 'Schütze', '', 'verboten'],
      ['c2', 'Wehr', 'weir', 'preferred'],
      ['c3', 'Poller', 'bollard', ''],
      ['c1', '', 'sluice', 'admitted'],
    );
    const { outcomes } = run(rows);
    expect(outcomes.slice(1).map((o) => o.kind)).toEqual(['entry', 'joined', 'entry', 'entry', 'joined']);
    expect(outcomes[2]).toMatchObject({ row: 2, how: 'part' });
    expect(outcomes[5]).toMatchObject({ row: 2, how: 'adds' });
    const first = concepts(rows)[0]!;
    expect(first.languages[0]!.terms.map((t) => [t.text, t.fields.administrativeStatus])).toEqual([
      ['Schleuse', ['preferredTerm-admn-sts']],
      ['Schütze', ['deprecatedTerm-admn-sts']],
    ]);
    const later = outcomes[5] as Extract<Outcome, { kind: 'joined' }>;
    const both = withDraft(first, later.draft);
    expect(both.languages[1]!.terms.map((t) => [t.id, t.text])).toEqual([
      ['t3', 'lock'],
      ['t4', 'sluice'],
    ]);
  });

  test('blank leading cells go on with the concept above', () => {
    const rows = sheet(
      ['Nr.', 'Deutsch', 'English'],
      ['W-1', 'Schleuse', 'lock'],
      ['', 'Kammerschleuse', 'pound lock'],
      ['', '', ''],
      ['W-2', 'Wehr', 'weir'],
      ['', '', 'dam'],
    );
    const { reading, outcomes } = run(rows);
    expect(reading.grouping.value).toBe('blank');
    expect(outcomes.slice(1).map((o) => o.kind)).toEqual(['entry', 'joined', 'not data', 'entry', 'joined']);
    expect(concepts(rows)[1]!.languages.map((s) => s.terms.map((t) => t.text))).toEqual([['Wehr'], ['weir', 'dam']]);
  });

  test('long form: a language in a row of its own', () => {
    const rows = sheet(
      ['ID', 'Language', 'Term', 'Definition'],
      ['1', 'German', 'Schleuse', 'Bauwerk'],
      ['1', 'en', 'lock', ''],
      ['1', 'PT-BR', 'eclusa', ''],
      ['2', 'German', 'Wehr', ''],
      ['2', 'en', 'weir', ''],
    );
    expect(roles(rows)).toEqual(['id', 'language', 'term of row', 'concept:definition']);
    const made = concepts(rows);
    expect(made.map((c) => c.languages.map((s) => [s.language, s.terms[0]!.text]))).toEqual([
      [
        ['de', 'Schleuse'],
        ['en', 'lock'],
        ['pt-BR', 'eclusa'],
      ],
      [
        ['de', 'Wehr'],
        ['en', 'weir'],
      ],
    ]);
  });

  test('a concept with one language only is held back as a whole', () => {
    const rows = sheet(['ID', 'Deutsch', 'English'], ['a1', 'Wehr', ''], ['a1', 'Stau', ''], ['a2', 'Tor', 'gate']);
    expect(run(rows).outcomes.slice(1)).toMatchObject([
      { kind: 'held back', question: { kind: 'missing', given: 'Wehr; Stau' } },
      { kind: 'held back', question: { kind: 'part', row: 2 } },
      { kind: 'entry' },
    ]);
  });
});

describe('rows whose languages are exchanged', () => {
  const words = (n: number): string[][] =>
    Array.from({ length: n }, (_, i) => {
      const [de, en] = PAIRS[i % PAIRS.length]!;
      return [
        `${de} ${['Übersicht', 'Prüfung', 'Wartung', 'Antrieb'][i % 4]!}`,
        `${en} ${['overview', 'inspection', 'service', 'drive'][i % 4]!}`,
      ];
    });
  test('are held back and can be turned', () => {
    const rows = sheet(['Deutsch', 'English'], ...words(40), ['lock chamber inspection', 'Schleusenkammer Prüfung']);
    const { outcomes, reading } = run(rows);
    expect(outcomes.at(-1)).toEqual({ kind: 'held back', question: { kind: 'swapped', languages: ['de', 'en'] } });
    expect(outcomes.filter((o) => o.kind === 'held back')).toHaveLength(1);
    const evaluation = new Evaluation(reading, {
      swaps: swapFinder(reading, rows),
      decisions: new Map([[42, { verdict: 'turn' as const }]]),
    });
    const last = [...Evaluation.of(evaluation, rows)].at(-1)!.outcome as Extract<Outcome, { kind: 'entry' }>;
    expect(last.draft.languages.map((l) => [l.language, l.terms[0]!.text])).toEqual([
      ['de', 'Schleusenkammer Prüfung'],
      ['en', 'lock chamber inspection'],
    ]);
  });
});

test('rows worked out ahead have the outcomes they have in turn', () => {
  const rows = sheet(
    ['ID', 'Deutsch', 'English'],
    ['c1', 'die Schleuse {f}', 'lock; sluice'],
    ['c1', 'Kammerschleuse', ''],
    ['c2', 'lock chamber', 'Schleusenkammer'],
    ['c3', 'Schleuse', 'lock'],
    ['c4', 'Wehr', ''],
    ['', '', ''],
    ['c5', 'Tor (alt)', 'gate'],
    ...Array.from({ length: 40 }, (_, i) => [`d${i}`, `${PAIRS[i % 6]![0]} Prüfung`, `${PAIRS[i % 6]![1]} inspection`]),
  );
  const decisions = new Map<number, RowDecision>([
    [4, { verdict: 'turn' }],
    [6, { cells: { 2: 'weir' } }],
  ]);
  for (const grouping of ['rows', 'id'] as const) {
    const reading = propose(rows, { grouping });
    const swaps = swapFinder(reading, rows);
    for (const decided of [new Map<number, RowDecision>(), decisions]) {
      const inTurn = new Evaluation(reading, { swaps, decisions: decided });
      const outcomes = [...Evaluation.of(inTurn, rows)];
      const ahead = new RowsAhead(reading, swaps);
      const readings = new Map(rows.toReversed().map((row) => [row, ahead.of(row)]));
      const byAhead = new Evaluation(reading, { decisions: decided });
      expect([...rows.flatMap((row) => byAhead.see(row, readings.get(row))), ...byAhead.end()]).toEqual(outcomes);
      expect(byAhead.tally).toEqual(inTurn.tally);
      for (const step of ['articles', 'grammar', 'brackets', 'swapped', 'duplicates'] as const)
        expect([step, byAhead.stepCount(step)]).toEqual([step, inTurn.stepCount(step)]);
    }
  }
});

describe('a query list that came back', () => {
  const rows = sheet(
    ['Row', 'Question', 'Your answer', 'Deutsch', 'English'],
    ['7', 'What is “Wehr” in English?', 'weir', 'Wehr', ''],
    ['9', 'What is “Stau” in English?', '', 'Stau', ''],
    ['12', 'What is “Tor” in English?', '', 'Tor', 'gate'],
  );
  test('an answer fills what was missing; rows without one are left', () => {
    expect(roles(rows)).toEqual(['ignored', 'ignored', 'answer', 'de', 'en']);
    expect(
      run(rows)
        .outcomes.slice(1)
        .map((o) => o.kind),
    ).toEqual(['entry', 'not data', 'entry']);
    expect(concepts(rows)[0]!.languages.map((l) => l.terms[0]!.text)).toEqual(['Wehr', 'weir']);
  });
});

test('values in the words of clients', () => {
  for (const [field, word, value] of [
    ['administrativeStatus', 'Verboten!', 'deprecatedTerm-admn-sts'],
    ['administrativeStatus', 'interdit', 'deprecatedTerm-admn-sts'],
    ['administrativeStatus', 'approved', 'preferredTerm-admn-sts'],
    ['partOfSpeech', 'Substantiv', 'noun'],
    ['grammaticalGender', 'f.', 'feminine'],
    ['termType', 'Abkürzung', 'abbreviation'],
  ] as const)
    expect([word, standardValue(field, word)]).toEqual([word, value]);
  expect(standardValue('administrativeStatus', 'to be checked by Anna')).toBeNull();
  expect(fieldOfValues(['noun', 'verb', 'adj', 'Substantiv'])?.field).toBe('partOfSpeech');
});

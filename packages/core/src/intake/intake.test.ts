import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '../language/tags.js';
import type { SheetRow } from '../sheet/model.js';
import type { ConceptBody } from '../termbase/concept.js';
import { conceptOf, draftKeys } from './draft.js';
import { Evaluation } from './evaluate.js';
import type { Outcome, RowDecision } from './outcome.js';
import { NOTHING_THERE, type Existing } from './join.js';
import { findHeaderRow, readHeaderCell } from './header.js';
import { proposeReading, type Decisions } from './propose.js';
import { languagesOf, type Reading, type SourceForm } from './reading.js';

const SOURCE: SourceForm = { kind: 'workbook', sheet: 'Terms', sheets: [{ name: 'Terms', hidden: false }] };
const sheet = (...rows: string[][]): SheetRow[] => rows.map((cells, i) => ({ number: i + 1, cells }));
const propose = (rows: SheetRow[], decisions: Decisions = {}): Reading =>
  proposeReading({ source: SOURCE, rows, hiddenColumns: [], notes: [] }, decisions);

const CANAL = [
  ['Schleuse', 'lock'],
  ['Schleusenkammer', 'lock chamber'],
  ['Treidelpfad', 'towpath'],
  ['Klappbrücke', 'bascule bridge'],
  ['Uferbefestigung', 'bank protection'],
  ['Wendebecken', 'turning basin'],
];

describe('the header', () => {
  test('is found below titles and blank rows', () =>
    expect(findHeaderRow(sheet(['Glossar 2026'], [''], ['Deutsch', 'Englisch'], ...CANAL)).value).toBe(3));
  test('is found by fields', () => expect(findHeaderRow(sheet(['Begriff', 'Übersetzung'], ...CANAL)).value).toBe(1));
  test('is not a title that happens to name a field', () =>
    expect(
      findHeaderRow(sheet(['Client: Harbour Office', 'Version 3, 1.3.2026'], ['suomi', 'englanti'], ...CANAL)).value,
    ).toBe(2));
  test('is not data about languages', () => {
    const languages = sheet(
      ['Finnish', 'Finnisch'],
      ['German', 'Deutsch'],
      ['French', 'Französisch'],
      ['Polish', 'Polnisch'],
      ['Dutch', 'Niederländisch'],
      ['Czech', 'Tschechisch'],
    );
    expect(findHeaderRow(languages).value).toBeNull();
  });
  test('may be missing', () => expect(findHeaderRow(sheet(...CANAL)).value).toBeNull());
  test.each([
    ['Term (EN)', 'en', 'term'],
    ['DE note', 'de', 'note'],
    ['Benennung Deutsch', 'de', 'term'],
    ['Anmerkung', undefined, 'note'],
    ['Source: English', 'en', 'term'],
    ['Definition (fr)', 'fr', 'definition'],
    ['English definition', 'en', 'definition'],
    ['DE_Status', 'de', 'administrativeStatus'],
    ['Part of speech DE', 'de', 'partOfSpeech'],
  ])('%s', (text, language, field) => {
    const cell = readHeaderCell(text);
    expect(cell.languages[0]?.tag).toBe(language);
    expect(cell.field).toBe(field);
  });
});

describe('roles', () => {
  test('by header and by content', () => {
    const reading = propose(
      sheet(['Nr.', 'Deutsch', 'English', 'Bemerkung'], ...CANAL.map(([de, en], i) => [String(i), de!, en!, ''])),
    );
    expect(reading.columns.map((c) => c.role.value.kind)).toEqual(['ignored', 'term', 'term', 'field']);
    expect(languagesOf(reading)).toEqual(['de', 'en']);
  });
  test('by content alone', () => expect(languagesOf(propose(sheet(...CANAL)))).toEqual(['de', 'en']));
  test('a contradiction is shown and the header still stands', () => {
    const reading = propose(sheet(['English', 'German'], ...CANAL));
    expect(reading.columns[0]).toMatchObject({
      role: { value: { language: 'en' } },
      contradiction: { header: 'en', content: 'de' },
    });
    expect(reading.columns[0]!.role.sureness).toBeLessThan(0.75);
    expect(reading.notes.map((note) => note.code)).toContain('language-contradiction');
  });
  test('a decision ends the contradiction', () => {
    const reading = propose(sheet(['English', 'German'], ...CANAL), {
      roles: { 0: { kind: 'term', language: 'de' as never } },
    });
    expect(reading.columns[0]).toMatchObject({ role: { set: true, value: { language: 'de' } } });
    expect(reading.columns[0]!.contradiction).toBeUndefined();
  });
  test('a hidden column is ignored and says so', () => {
    const reading = proposeReading({
      source: SOURCE,
      rows: sheet(['Deutsch', 'English'], ...CANAL),
      hiddenColumns: [1],
      notes: [],
    });
    expect(reading.columns[1]!.role).toMatchObject({
      value: { kind: 'ignored' },
      reason: { code: 'column-hidden' },
    });
  });
  test('one column, and a header without data, are told', () => {
    expect(propose(sheet(['Schleuse'], ['Wehr'])).notes.map((n) => n.code)).toEqual(['one-column']);
    expect(propose(sheet(['Deutsch', 'English'])).notes.map((n) => n.code)).toEqual(['header-only']);
  });
});

function run(
  rows: SheetRow[],
  options: { decisions?: Decisions; rowDecisions?: [number, RowDecision][]; existing?: Partial<Existing> } = {},
): { outcomes: Outcome[]; evaluation: Evaluation } {
  const evaluation = new Evaluation(propose(rows, options.decisions), {
    ...(options.existing && { existing: { ...NOTHING_THERE, ...options.existing } }),
    decisions: new Map(options.rowDecisions),
  });
  return { outcomes: [...Evaluation.of(evaluation, rows)].map((placed) => placed.outcome), evaluation };
}

describe('evaluation', () => {
  const rows = sheet(
    ['Liste'],
    ['Deutsch', 'English'],
    ...CANAL,
    ['Schleuse', 'lock'],
    ['Wehr', ''],
    ['', 'weir'],
    ['', ''],
    ['Deutsch', 'English'],
    ['Poller', 'bollard', 'who wrote this?'],
    ['Summe', ''],
  );

  test('every row has its place', () => {
    const { outcomes, evaluation } = run(rows);
    expect(outcomes.slice(0, 2)).toEqual([
      { kind: 'not data', reason: 'title' },
      { kind: 'not data', reason: 'header' },
    ]);
    expect(outcomes[8]).toMatchObject({ kind: 'joined', row: 3 });
    expect(outcomes[9]).toMatchObject({
      kind: 'held back',
      question: { kind: 'missing', languages: ['en'], given: 'Wehr' },
    });
    expect(outcomes[10]!.kind).toBe('entry');
    expect(outcomes[11]).toEqual({ kind: 'not data', reason: 'blank' });
    expect(outcomes[12]).toEqual({ kind: 'not data', reason: 'header again' });
    // What stands behind the last column is kept as a note.
    expect(outcomes[13]).toMatchObject({ kind: 'entry', draft: { fields: { note: ['who wrote this?'] } } });
    expect(outcomes[14]).toEqual({ kind: 'not data', reason: 'total' });
    expect(evaluation.tally).toEqual({ rows: 15, entries: 8, joined: 1, heldBack: 1, notData: 5 });
  });

  test('what a person decides about a row counts', () => {
    const { outcomes } = run(rows, {
      rowDecisions: [
        [10, { cells: { 1: 'weir' } }],
        [14, { verdict: 'take' }],
        [3, { verdict: 'leave' }],
      ],
    });
    expect(outcomes[9]!.kind).toBe('entry');
    expect(outcomes[13]!.kind).toBe('entry');
    expect(outcomes[2]).toEqual({ kind: 'not data', reason: 'left out' });
    // The row it would have joined is gone, so the second one is the entry now.
    expect(outcomes[8]!.kind).toBe('entry');
  });

  test('without the step, duplicates are entries and still counted', () => {
    const { outcomes, evaluation } = run(rows, { decisions: { steps: { duplicates: false } } });
    expect(outcomes[8]!.kind).toBe('entry');
    expect(evaluation.stepCount('duplicates')).toEqual({ touched: 1, rows: [9] });
  });

  test('rows that say what is there already join it', () => {
    const there = new Map([
      ['de\0Schleuse', [7, 9]],
      ['en\0lock', [9]],
    ]);
    const body = (id: number): ConceptBody => ({
      fields: {},
      languages: [
        { language: 'de' as LanguageTag, fields: {}, terms: [{ id: 't1', text: 'Schleuse', fields: {} }] },
        {
          language: 'en' as LanguageTag,
          fields: {},
          terms: [{ id: 't2', text: id === 9 ? 'lock' : 'sluice', fields: {} }],
        },
      ],
      origins: [],
    });
    const { outcomes } = run(rows, { existing: { withTerm: (key) => there.get(key) ?? [], body } });
    expect(outcomes[2]).toMatchObject({ kind: 'joined existing', concept: 9, how: 'same' });
    const other = run(rows, { existing: { withTerm: (key) => (key === 'de\0Schleuse' ? [7] : []), body } });
    expect(other.outcomes[2]).toMatchObject({
      kind: 'held back',
      question: { kind: 'contradicts', concept: 7, language: 'en', there: 'sluice', brings: 'lock' },
    });
    const decided = (verdict: 'join' | 'replace' | 'take'): Outcome =>
      run(rows, {
        existing: { withTerm: (key) => (key === 'de\0Schleuse' ? [7] : []), body },
        rowDecisions: [[3, { verdict }]],
      }).outcomes[2]!;
    expect(decided('join')).toMatchObject({ kind: 'joined existing', how: 'adds' });
    expect(decided('replace')).toMatchObject({ kind: 'joined existing', how: 'replaces' });
    expect(decided('take').kind).toBe('entry');
  });

  test('rows that are not stored are empty rows of the file', () => {
    const evaluation = new Evaluation(propose(sheet(['Deutsch', 'English'], ...CANAL)));
    for (const number of [1, 2, 10]) evaluation.see({ number, cells: ['Schleuse', 'lock'] });
    expect(evaluation.tally.rows).toBe(10);
    expect(evaluation.tally.notData).toBe(7 + 1);
  });

  test('hidden rows are left out unless they are wanted', () => {
    const hidden = sheet(['Deutsch', 'English'], ...CANAL).map((row) =>
      row.number === 3 ? { ...row, hidden: true } : row,
    );
    expect(run(hidden).outcomes[2]).toEqual({ kind: 'not data', reason: 'hidden' });
    expect(run(hidden, { decisions: { takeHidden: true } }).outcomes[2]!.kind).toBe('entry');
  });

  test('the tally always adds up', () => {
    const cell = fc.constantFrom('', 'lock', 'Schleuse', 'Wehr; Stau', ' ', '12', 'a\uFFFDb', 'Summe');
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { maxLength: 4 }), { maxLength: 30 }),
        fc.array(fc.nat(3), { maxLength: 30 }),
        (table, gaps) => {
          let number = 0;
          const evaluation = new Evaluation(propose(sheet(['Deutsch', 'English'], ...CANAL)));
          for (const [i, cells] of table.entries()) evaluation.see({ number: (number += 1 + (gaps[i] ?? 0)), cells });
          const { rows: total, entries, joined, heldBack, notData } = evaluation.tally;
          expect(entries + joined + heldBack + notData).toBe(total);
          expect(total).toBe(number);
        },
      ),
    );
  });

  test('the order of synonyms does not make another entry', () => {
    const { outcomes } = run(
      sheet(
        ['Deutsch', 'English'],
        ...CANAL,
        ['Wehr; Stau', 'weir; dam'],
        ['Stau; Wehr', 'dam; weir'],
        ['Wehr', 'dam'],
      ),
      { decisions: { separators: [';'] } },
    );
    expect(outcomes.slice(7).map((o) => o.kind)).toEqual(['entry', 'joined', 'joined']);
  });

  test('a draft becomes a concept with its notes and origin', () => {
    const { outcomes } = run(sheet(['Deutsch', 'English', 'Anmerkung'], ...CANAL.map((r) => [...r, 'geprüft'])));
    const entry = outcomes[1] as Extract<Outcome, { kind: 'entry' }>;
    expect(draftKeys(entry.draft)).toEqual(['de\0Schleuse', 'en\0lock']);
    expect(conceptOf(entry.draft, { file: 'a.xlsx', row: 2 })).toEqual({
      fields: { note: ['geprüft'] },
      languages: [
        { language: 'de', fields: {}, terms: [{ id: 't1', text: 'Schleuse', fields: {} }] },
        { language: 'en', fields: {}, terms: [{ id: 't2', text: 'lock', fields: {} }] },
      ],
      origins: [{ file: 'a.xlsx', row: 2 }],
    });
  });
});

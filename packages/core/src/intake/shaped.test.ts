import { expect, test } from '@jest/globals';
import { ClientWords } from './client-words.js';
import { conceptOf } from './draft.js';
import { Evaluation } from './evaluate.js';
import { proposeReading } from './propose.js';
import type { SheetRow } from '../sheet/model.js';
import { shapedHeader, shapedRows, shapeOf } from './shaped.js';

/** The rows of a sheet, taken in and written in their own shape. */
function again(table: readonly (readonly string[])[]): { rows: string[][]; left: number } {
  const rows: SheetRow[] = table.map((cells, i) => ({ number: i + 1, cells }));
  const reading = proposeReading({
    source: { kind: 'workbook', sheet: 'A', sheets: [] },
    rows,
    hiddenColumns: [],
    notes: [],
  });
  const words = new ClientWords(reading);
  for (const row of rows.slice(1)) words.see(row);
  const shape = shapeOf('a.xlsx', reading, words.words);
  const left = { count: 0 };
  const out = [...Evaluation.of(new Evaluation(reading), rows)].flatMap(({ outcome }) =>
    outcome.kind === 'entry' ? shapedRows(conceptOf(outcome.draft), shape, left) : [],
  );
  return { rows: [shapedHeader(shape), ...out], left: left.count };
}

test.each([
  [
    'fields, synonyms, several rows for a concept',
    [
      ['ID', 'Deutsch', 'Genus', 'English', 'Fachgebiet', 'Status', 'Prüfer'],
      ['c1', 'Wehr; Stau', 'neuter; masculine', 'weir; dam', 'Kanäle', 'preferred', 'Anna'],
      ['c1', 'Schütze', 'feminine', '', '', 'deprecated', ''],
      ['c2', 'Tor; Pforte', 'neuter; feminine', 'gate', 'Kanäle', 'admitted', ''],
      ['c3', 'Kai', 'masculine', 'quay; wharf', '', '', 'Bo'],
    ],
  ],
  [
    'abbreviations and a second column of terms',
    [
      ['Deutsch', 'Abkürzung', 'Synonym', 'English', 'Definition (EN)'],
      ['Höchststand', 'HSt', 'Scheitelwert', 'peak level', 'the highest level of a year'],
      ['Niedrigwasser', 'NW', '', 'low water', 'the lowest level of a year'],
      ['Wendebecken', '', '', 'turning basin', ''],
    ],
  ],
  [
    'the client’s words for values',
    [
      ['Deutsch', 'Genus', 'Status', 'English', 'Wortart'],
      ['Wehr; Stau', 'n.; m.', 'bevorzugt', 'weir', 'Subst.'],
      ['Schleuse', 'f.', 'nicht verwenden', 'lock', 'Subst.'],
      ['stauen', '', 'erlaubt', 'impound', 'Verb'],
    ],
  ],
  [
    'the client’s words for languages',
    [
      ['ID', 'Sprache', 'Benennung', 'Status'],
      ['k1', 'Deutsch', 'Schleuse', 'ok'],
      ['k1', 'Englisch', 'lock', 'ok'],
      ['k2', 'Deutsch', 'Wehr', 'verboten'],
      ['k2', 'Englisch', 'weir', 'ok'],
    ],
  ],
  [
    'long form',
    [
      ['ID', 'Language', 'Term', 'Definition'],
      ['k1', 'de', 'Schleuse', 'Bauwerk im Kanal'],
      ['k1', 'en', 'lock', ''],
      ['k2', 'de', 'Wehr', ''],
      ['k2', 'en', 'weir', ''],
    ],
  ],
])('%s come back as they were', (_, table) => expect(again(table)).toEqual({ rows: table, left: 0 }));

test('what has no column is counted', () => {
  const rows: SheetRow[] = [
    { number: 1, cells: ['Deutsch', 'English'] },
    { number: 2, cells: ['Wehr', 'weir'] },
    { number: 3, cells: ['Tor', 'gate'] },
  ];
  const reading = proposeReading({
    source: { kind: 'workbook', sheet: 'A', sheets: [] },
    rows,
    hiddenColumns: [],
    notes: [],
  });
  const left = { count: 0 };
  const concept = {
    fields: { subjectField: ['x'], identifier: ['1'] },
    origins: [],
    languages: [
      { language: 'de' as never, fields: {}, terms: [{ id: 't1', text: 'Wehr', fields: { note: ['a', 'b'] } }] },
      { language: 'fr' as never, fields: {}, terms: [{ id: 't2', text: 'barrage', fields: {} }] },
    ],
  };
  expect(shapedRows(concept, shapeOf('a', reading), left)).toEqual([['Wehr', '']]);
  expect(left.count).toBe(4);
});

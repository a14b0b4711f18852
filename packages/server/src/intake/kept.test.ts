import { expect, test } from '@jest/globals';
import { inWords } from '@fair-copy/core/said.js';
import { en } from '@fair-copy/words/en/index.js';
import { keptError } from '../errors.js';
import { keptReading, keptSurvey } from './kept.js';

/** As versions before codes kept them. */
const READING = {
  source: { kind: 'workbook', sheet: 'x', sheets: [] },
  headerRow: { value: 1, sureness: 0.98, reason: 'it names 2 languages' },
  columns: [{ index: 0, header: 'the "reason":"x"', role: { value: { kind: 'id' }, sureness: 1, reason: 'chosen' } }],
  notes: [
    { code: 'one-column', severity: 'warning', message: 'Only one column.', advice: 'Choose.', place: { row: 2 } },
  ],
};

test('a reading of an earlier version says what it said', () => {
  const reading = keptReading(JSON.stringify(READING));
  expect(inWords(en.intake.reasons, reading.headerRow.reason)).toBe('it names 2 languages');
  expect(inWords(en.intake.reasons, reading.columns[0]!.role.reason)).toBe('chosen');
  expect(en.toldDiagnostic(reading.notes[0]!)).toEqual({ message: 'Only one column.', advice: 'Choose.' });
  expect(reading.notes[0]).toMatchObject({ severity: 'warning', place: { row: 2 } });
});

test('a reading of today is what it is, whatever its file says', () => {
  const reason = { code: 'chosen', values: {} };
  const note = { code: 'one-column', severity: 'warning', details: {}, place: {} };
  const [column] = READING.columns;
  const today = {
    ...READING,
    headerRow: { value: 1, sureness: 1, reason },
    columns: [{ ...column, role: { ...column!.role, reason } }],
    notes: [note],
  };
  expect(keptReading(JSON.stringify(today))).toEqual(today);
});

test('so does the survey of a file of units', () => {
  const survey = {
    reasons: { 'one language': 1 },
    left: [{ number: 3, line: 9, reason: 'one language', what: 'it has text in en only' }],
    notes: [{ severity: 'warning', message: 'Cut off.', advice: 'Ask.' }],
  };
  const { left, notes } = keptSurvey(JSON.stringify(survey));
  expect(inWords(en.intake.left, left[0]!.what)).toBe('it has text in en only');
  expect(left[0]!.reason).toBe('one language');
  expect(en.toldDiagnostic(notes[0]!)).toEqual({ message: 'Cut off.', advice: 'Ask.' });
  expect(notes[0]!.place).toEqual({});
});

test.each([
  ['interrupted', 'stopped', 'Stopped.'],
  ['The text is empty.', 'data-error', 'The text is empty.'],
  ['{"code":"data-error","message":"It is empty."}', 'data-error', 'It is empty.'],
  ['{"code":"data-error","values":{"what":"It is empty."},"message":"It is empty."}', 'data-error', 'It is empty.'],
  ['{"code":"disk-full","values":{},"message":"x"}', 'disk-full', 'x'],
])('an error that was kept: %s', (kept, code, message) => {
  const error = keptError(kept)!;
  expect([error.code, error.message.trim()]).toEqual([code, message]);
  // The pages say it in words of their own.
  expect(inWords(en.errors, error as never)).not.toMatch(/undefined|\[object/);
});

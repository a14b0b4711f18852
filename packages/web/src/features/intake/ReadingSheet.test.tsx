/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { diagnostic } from '@fair-copy/core/diagnostic.js';
import { CLEANING_STEPS, type ColumnReading, type Reading } from '@fair-copy/core/intake/reading.js';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { because } from '@fair-copy/core/guess.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { screen, waitFor, within } from '@testing-library/react';
import type { IntakeFileBody } from '../../api/types.js';
import { answering, onPage } from '../../testing/on-page.js';
import { useToast } from '../../ui/toast-store.js';
import { ReadingSheet } from './ReadingSheet.js';

const ROWS = [
  ['Deutsch', 'English', 'Bemerkung'],
  ['Schleuse', 'lock', 'Kammer'],
  ['Wehr', '', 'fest'],
  ['Pegel', 'water gauge', 'am Ufer'],
];

const READING: Reading = proposeReading({
  source: {
    kind: 'delimited',
    encoding: { value: 'UTF-8', sureness: 1, reason: because('ascii') },
    delimiter: {
      value: ';',
      sureness: 0.9,
      reason: because('delimiter-cuts', { delimiter: ';', share: 1, columns: 3 }),
    },
    quote: '"',
    otherEncodings: [],
    pattern: null,
  },
  rows: ROWS.map((cells, i) => ({ number: i + 1, cells })),
  hiddenColumns: [],
  notes: [],
});

const FILE = {
  id: 5,
  clientId: 1,
  name: 'glossary.csv',
  sheet: null,
  size: 100,
  state: 'ready',
  targetId: null,
  meetings: [],
  recipe: null,
  rowCount: 4,
  reading: READING,
  outcome: {
    pictures: null,
    tally: { rows: 4, entries: 2, joined: 0, heldBack: 1, notData: 1 },
    steps: Object.fromEntries(CLEANING_STEPS.map((id) => [id, { touched: id === 'spaces' ? 2 : 0, examples: [] }])),
    separators: {},
  },
  error: null,
} as unknown as IntakeFileBody;

function sheet(answer: Parameters<typeof answering>[0] = () => ({ body: [] }), reading: Reading = READING) {
  const asked = answering(answer);
  return { asked, ...onPage(<ReadingSheet file={FILE} reading={reading} />) };
}

const changes = (asked: ReturnType<typeof answering>) => asked.filter(({ what }) => !what.startsWith('GET'));

test('says what each column is, how sure that is, and why', () => {
  sheet();
  const column = screen.getByRole('button', { name: 'Column A: Terms in German. Change' });
  expect(column.title).toBe('99 % sure: the header says German, and the text agrees');
});

test('a role that is chosen is sent for its column', async () => {
  const { asked, user } = sheet();
  await user.click(screen.getByRole('button', { name: /^Column C/ }));
  await user.click(screen.getByRole('combobox', { name: 'Column C' }));
  await user.click(screen.getByRole('option', { name: 'Ignored' }));
  expect(changes(asked)).toEqual([
    { what: 'PATCH /api/intake/files/5/decisions', body: { roles: { 2: { kind: 'ignored' } } } },
  ]);
});

test('what the server answers to a change is what the page goes on from', async () => {
  const { queries, user } = sheet(({ what }) => ({
    body: what.startsWith('PATCH') ? { ...FILE, name: 'now.csv' } : [],
  }));
  await user.click(screen.getByRole('switch', { name: 'White space' }));
  await waitFor(() => expect(queries.getQueryData<IntakeFileBody>(['intake', 5])?.name).toBe('now.csv'));
});

test('a change that could not be kept is said', async () => {
  const failure = { code: 'file-not-ready', values: { name: 'glossary.csv' }, message: 'x' };
  const { user } = sheet(({ what }) => (what.startsWith('PATCH') ? { status: 409, body: failure } : { body: [] }));
  await user.click(screen.getByRole('switch', { name: 'White space' }));
  await waitFor(() =>
    expect(useToast.getState().toast).toMatchObject({
      tone: 'failed',
      text: '“glossary.csv” is still being read. Try again in a moment.',
    }),
  );
});

test('headers that are exchanged are put right both with one word, with the forms that they name', async () => {
  const column = (index: number, header: LanguageTag, content: LanguageTag): ColumnReading => ({
    index,
    header,
    role: {
      value: { kind: 'term', language: header },
      sureness: 0.5,
      reason: because('header-language', { language: header }),
    },
    contradiction: { header, content },
  });
  const [fr, en, gb] = ['fr', 'en', 'en-GB'] as LanguageTag[] as [LanguageTag, LanguageTag, LanguageTag];
  const columns = [column(0, fr, en), column(1, gb, fr)];
  const note = diagnostic(
    'languages-exchanged',
    { column: 'A', other: 'B', headerLanguage: 'fr', textLanguage: 'en' },
    { column: 1 },
  );
  const { asked, user } = sheet(undefined, { ...READING, columns, notes: [note] });
  await user.click(screen.getByText('Exchange French and English (United Kingdom)'));
  await waitFor(() =>
    expect(changes(asked)).toMatchObject([
      { body: { roles: { 0: { kind: 'term', language: 'en-GB' }, 1: { kind: 'term', language: 'fr' } } } },
    ]),
  );
});

test('steps that touch nothing take no room until they are asked for', async () => {
  const { user } = sheet();
  const steps = within(screen.getByRole('region', { name: 'Cleaning' }));
  expect(steps.getAllByRole('switch')).toHaveLength(1);
  await user.click(steps.getByText('show them'));
  expect(steps.getAllByRole('switch')).toHaveLength(CLEANING_STEPS.length);
});

test('each number of the tally shows its rows, once more all of them', async () => {
  const { asked, user } = sheet();
  const tally = within(screen.getByRole('group', { name: 'Where each row goes' }));
  const numbers = tally.getAllByRole('button').map((button) => button.textContent);
  expect(numbers).toEqual(['4 rows', '2 entries', '0 joined', '1 held back', '1 not data']);
  await user.click(tally.getByText('1 held back'));
  await waitFor(() => expect(asked.map(({ what }) => what).join()).toContain('kind=held'));
  expect(tally.getByText('1 held back').getAttribute('aria-pressed')).toBe('true');
  await user.click(tally.getByText('1 held back'));
  expect(tally.getByText('4 rows').getAttribute('aria-pressed')).toBe('true');
});

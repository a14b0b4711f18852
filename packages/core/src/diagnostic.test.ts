import { expect, test } from '@jest/globals';
import { DataError, diagnostic, inFile } from './diagnostic.js';

test('a message says what and where, as a code with details', () => {
  const made = inFile(diagnostic('too-many-columns', { row: 2, count: 16001, limit: 500 }, { row: 2 }), 'a.csv');
  expect(made).toEqual({
    code: 'too-many-columns',
    severity: 'error',
    details: { row: 2, count: 16001, limit: 500 },
    place: { file: 'a.csv', row: 2 },
  });
});

test('an error carries its diagnostic', () => {
  const error = new DataError('sheet-missing', { what: 'x', have: 'y' }, { file: 'b.xlsx', sheet: 'x', line: 3 });
  expect(error.message).toBe('sheet-missing {"what":"x","have":"y","file":"b.xlsx","sheet":"x","line":3}');
  expect(error.diagnostic.code).toBe('sheet-missing');
  expect(DataError.of(error.diagnostic)).toMatchObject({ message: error.message, diagnostic: error.diagnostic });
});

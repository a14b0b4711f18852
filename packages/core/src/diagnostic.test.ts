import { expect, test } from '@jest/globals';
import { DataError, describe as inWords, diagnostic, inFile } from './diagnostic.js';

test('a message says what, where and what to do', () => {
  const made = inFile(diagnostic('too-many-columns', { row: 2, count: 16001, limit: 500 }, { row: 2 }), 'a.csv');
  expect(inWords(made)).toBe(
    'a.csv, row 2: Row 2 has 16,001 columns; up to 500 are read. Delete the columns that are not part of the glossary, or choose another separator.',
  );
  expect(made.severity).toBe('error');
});

test('what is not given stays visible as missing', () => {
  expect(diagnostic('file-binary').message).toBe('This is {what}, not a table or text.');
});

test('an error carries its diagnostic', () => {
  const error = new DataError('sheet-missing', { what: 'x', have: 'y' }, { file: 'b.xlsx', sheet: 'x', line: 3 });
  expect(error.message).toContain('b.xlsx, sheet “x”, line 3');
  expect(error.diagnostic.code).toBe('sheet-missing');
});

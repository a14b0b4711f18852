import { because } from '@fair-copy/core/guess.js';
import { fieldOfWord } from '@fair-copy/core/intake/field-names.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { describe, expect, test } from '@jest/globals';
import { FURTHER_MEMORY_CHECKS, MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { FURTHER_TERMBASE_CHECKS, TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { inWords } from '@fair-copy/core/said.js';
import { checkWords } from './catalogue.js';
import { de } from './de/index.js';
import { closedBecause, did, type DoneCodes, type KeptDone } from './done.js';
import { en } from './en/index.js';
import { readKept } from './kept.js';
import { doing, type WorkCodes } from './work.js';

describe.each([en, de])('$speech.language', (words) => {
  test('every check has its words, and no words are left over', () => {
    const ids = [
      ...new Set([
        ...[...TERMBASE_CHECKS, ...MEMORY_CHECKS].map((check) => check.id),
        ...FURTHER_MEMORY_CHECKS,
        ...FURTHER_TERMBASE_CHECKS,
      ]),
    ];
    expect(Object.keys(words.checks).sort()).toEqual(ids.sort());
    for (const id of ids) expect(checkWords(words, id, 'memory').explains).toMatch(/\.$/);
  });

  test('what was done, what is being done and why it cannot be undone, as the stores keep it', () => {
    const said = (kept: KeptDone): string => inWords(words.done, readKept<DoneCodes>(kept));
    const deleted = (count: number): string => said(did('units-deleted', { count, name: 'Wehr' }));
    expect(deleted(1)).not.toBe(deleted(2).replace('2', '1'));
    for (const n of [1, 2]) expect(deleted(n)).toContain(words.speech.quoted('Wehr'));
    // An operation that returns to an earlier one speaks of it in the same language.
    const returned = did('concept-returned', { text: 'Wehr', title: did('term-added', { text: 'weir' }) });
    expect(said(returned)).toContain(said(did('term-added', { text: 'weir' })));
    const undoing = readKept<WorkCodes>(doing('undoing', { title: did('concepts-merged', { count: 3 }) }));
    expect(inWords(words.work, undoing)).toContain(said(did('concepts-merged', { count: 3 })));
    const values = { why: closedBecause('kept-for-days', { days: 1 }) };
    expect(inWords(words.errors, { code: 'entry-closed', values })).toMatch(/1 (day|Tag)\b/);
  });

  test('a title of an earlier version is said as it was', () => {
    const kept = 'Deleted 3 units of “Wehr”' as KeptDone;
    expect(inWords(words.done, readKept<DoneCodes>(kept))).toBe(kept);
  });

  test('plurals by the rules of the language (CLDR), numbers as it writes them', () => {
    const { speech } = words;
    const forms = { one: '# a', other: '# b' };
    expect([0, 1, 2, 1234].map((n) => speech.count(n, forms))).toEqual([
      '0 b',
      '1 a',
      '2 b',
      `${new Intl.NumberFormat(speech.language).format(1234)} b`,
    ]);
  });
});

test('each language has its own words for all that is said', () => {
  for (const part of ['done', 'closed', 'work', 'errors'] as const) {
    expect(Object.keys(de[part])).toEqual(Object.keys(en[part]));
    for (const [code, words] of Object.entries(en[part]) as [string, (values: object) => string][]) {
      if (code === 'as-it-was') continue;
      const other = (de[part] as unknown as Record<string, (values: object) => string>)[code]!;
      const values = { name: 'a', text: 'a', from: 'de', to: 'en', count: 2, field: 'note', value: 'a' };
      const more = { title: 'a', why: 'a', limit: '2', format: 'TMX', find: 'a', by: 'b', file: 'a', termbase: 'a' };
      const rest = {
        memory: 'a',
        type: 'a',
        source: 'a',
        target: 'b',
        more: 2,
        files: 2,
        memories: 2,
        termbases: 2,
        deleted: 1,
        on: true,
        a: 'a',
        b: 'b',
        days: 2,
        reason: '',
        form: 'a',
        term: 'b',
        is: true,
      };
      const what = code === 'name-taken' ? 'client' : 'file';
      const ofData = code === 'data-error' ? { code: 'file-empty', details: {} } : {};
      const all = { ...values, ...more, ...rest, what, taken: 'a', rest: 'b', ...ofData };
      expect(words(all)).not.toMatch(/undefined|NaN/);
      expect(other(all)).not.toMatch(/undefined|NaN/);
      if (code !== 'handing-over') expect(other(all)).not.toBe(words(all));
    }
  }
});

/** Values for every kind of saying of the intake. */
const VALUES = {
  header: 'x',
  language: 'de',
  text: 'fr',
  field: 'definition',
  characters: 200,
  letter: 'B',
  next: 'da',
  count: 2,
  rows: 9,
  delimiter: ';',
  share: 0.5,
  columns: 3,
  mark: ':',
  marks: ['x', 'y'],
  labels: ['x', 'y'],
  doubt: 'uneven',
  languages: ['de', 'fr'],
  encoding: 'UTF-8',
  other: 'windows-1252',
  utf8: 8,
  limit: 5,
  what: 'x',
  reason: because('column-empty'),
};

test('each language has its own words for what is read, asked and left out', () => {
  for (const part of ['reasons', 'left'] as const) {
    expect(Object.keys(de.intake[part])).toEqual(Object.keys(en.intake[part]));
    for (const [code, words] of Object.entries(en.intake[part]) as [string, (values: object) => string][]) {
      const other = (de.intake[part] as unknown as Record<string, (values: object) => string>)[code]!;
      expect(`${words(VALUES)} ${other(VALUES)}`).not.toMatch(/undefined|NaN|\[object/);
      if (!['in-words', 'damaged'].includes(code)) expect(other(VALUES)).not.toBe(words(VALUES));
    }
  }
  for (const { intake } of [en, de])
    expect(intake.queryList.header.slice(1).map(fieldOfWord)).toEqual(['question', 'answer', 'leave']);
});

test('what is odd about a row is asked in words', () => {
  for (const doubt of ['out of turn', 'uneven', 'not aligned', 'recoded'] as const)
    for (const { intake } of [en, de]) expect(intake.question({ kind: 'row doubt', doubt })).toMatch(/\?$/);
});

test('the question of a row is put in words', () => {
  const asked = { kind: 'missing', languages: ['en' as LanguageTag], given: 'Wehr' } as const;
  expect(en.intake.question(asked)).toBe('What is “Wehr” in English?');
  expect(de.intake.question(asked)).toBe('Was ist „Wehr“ auf Englisch?');
});

test('messages about data are filled, with numbers and languages as the reader writes them', () => {
  const mixed = {
    code: 'language-mixed',
    details: { column: 'A', count: 1200, otherLanguage: 'fr', language: 'en' },
  } as const;
  expect(en.toldDiagnostic(mixed).message).toBe(
    'Column A holds 1,200 rows that read as French among those in English.',
  );
  expect(de.toldDiagnostic(mixed).message).toBe(
    'In Spalte A stehen 1.200 Zeilen, die sich als Französisch lesen, unter solchen in Englisch.',
  );
  expect(en.toldDiagnostic({ code: 'file-binary', details: { what: 'pdf' } }).message).toBe(
    'This is a PDF document, not a table or text.',
  );
  expect(en.toldDiagnostic({ code: 'file-binary', details: {} }).message).toContain('{what}');
  const about = { code: 'about-file-left', details: { title: 'T', revisions: 2, people: 1 } } as const;
  expect(en.toldDiagnostic(about).message).toBe(
    'The file says something of itself: its title “T”, 2 revision statements, and 1 description of people or sources.',
  );
});

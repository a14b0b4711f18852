import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import { NO_FIELDS, nextTermId, type ConceptBody } from './concept.js';
import { hasTerm, withFields, withoutTerm, withOrigin, withTerm, withTermFields, withTermText } from './edit.js';

const de = 'de' as LanguageTag;
const en = 'en' as LanguageTag;
const EMPTY: ConceptBody = { fields: NO_FIELDS, languages: [], origins: [] };

test('terms are added, changed and taken away; ids are never given again', () => {
  const one = withTerm(withTerm(EMPTY, de, 'Wehr'), en, 'weir');
  const two = withTerm(one, de, 'Stau');
  expect(two.languages.map((s) => s.terms.map((t) => `${t.id} ${t.text}`))).toEqual([
    ['t1 Wehr', 't3 Stau'],
    ['t2 weir'],
  ]);
  const changed = withTermText(two, 't3', 'Stauwehr')!;
  expect(changed.languages[0]!.terms[1]!.text).toBe('Stauwehr');
  expect(two.languages[0]!.terms[1]!.text).toBe('Stau');
  expect(withoutTerm(two, 't2')!.languages.map((s) => s.language)).toEqual(['de']);
  expect(nextTermId(two)).toBe('t4');
});

test('what is not there is said to be not there', () => {
  expect(withTermText(EMPTY, 't1', 'x')).toBeNull();
  expect(withoutTerm(EMPTY, 't1')).toBeNull();
});

test('fields, origins and the question whether a term is there', () => {
  const one = withTerm(EMPTY, de, 'Wehr');
  expect(withTermFields(one, 't1', { note: ['alt'] })!.languages[0]!.terms[0]!.fields).toEqual({ note: ['alt'] });
  expect(withFields(one, { note: ['n'] }).fields).toEqual({ note: ['n'] });
  expect(withOrigin(one, { file: 'a.csv', row: 3 }).origins).toEqual([{ file: 'a.csv', row: 3 }]);
  expect(hasTerm(one, 'de', ' Wehr ')).toBe(true);
  expect(hasTerm(one, 'en', 'Wehr')).toBe(false);
});

import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type ConceptBody } from './concept.js';
import { withTerm, withTermText } from './edit.js';
import { joinedFields } from './fields.js';
import { markedText, STEM, stemNote, stemOfNote, unmarked } from './stem.js';

const EMPTY: ConceptBody = { fields: NO_FIELDS, languages: [], origins: [] };
const term = (body: ConceptBody) => body.languages[0]!.terms[0]!;

test('what is typed with marks is a text without them and a property', () => {
  const body = withTerm(EMPTY, 'fi' as LanguageTag, 've|si');
  expect(term(body)).toMatchObject({ text: 'vesi', fields: { [STEM]: ['ve|si'] } });
  expect(markedText(term(body))).toBe('ve|si');
  expect(unmarked('kauppa| ja ve|si')).toEqual({ text: 'kauppa ja vesi', stem: 'kauppa| ja ve|si' });
  // Only behind a letter it is a mark.
  expect(unmarked('| a | b')).toEqual({ text: '| a | b', stem: null });
});

test('a changed text has the marks that it is typed with, or none', () => {
  const body = withTerm(EMPTY, 'fi' as LanguageTag, 've|si');
  expect(term(withTermText(body, 't1', 'vesi|')!).fields[STEM]).toEqual(['vesi|']);
  expect(term(withTermText(body, 't1', 'vesi')!)).toEqual({ id: 't1', text: 'vesi', fields: NO_FIELDS });
});

test('joining entries keeps the marks', () => {
  expect(joinedFields({ note: ['a'] }, { note: ['b'], [STEM]: ['ve|si'] })).toEqual({
    note: ['a', 'b'],
    [STEM]: ['ve|si'],
  });
  expect(joinedFields({ [STEM]: ['ves|i'] }, { [STEM]: ['ve|si'] })).toEqual({ [STEM]: ['ves|i'] });
});

test('in TBX it is a note, of this very term', () => {
  expect(stemOfNote(stemNote('ve|si'), 'vesi')).toBe('ve|si');
  expect(stemOfNote(stemNote('ve|si'), 'vedet')).toBeNull();
  expect(stemOfNote('stem: see page 4', 'vesi')).toBeNull();
});

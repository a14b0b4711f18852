import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import type { ConceptBody, Term } from '../termbase/concept.js';
import { statedColumns } from '../intake/stated-columns.js';
import { Layout, layoutRow } from './layout.js';

const body = (terms: Readonly<Record<string, readonly (string | [string, string])[]>>, note?: string): ConceptBody => ({
  fields: note ? { note: [note] } : {},
  origins: [],
  languages: Object.entries(terms).map(([language, list]) => ({
    language: language as LanguageTag,
    fields: {},
    terms: list.map((t, i): Term => {
      const [text, noted] = typeof t === 'string' ? [t, null] : t;
      return { id: `t${i}`, text, fields: noted === null ? {} : { note: [noted] } };
    }),
  })),
});

const concepts = [
  body({ de: ['Wehr', ['Stau', 'alt']], en: ['weir'] }),
  body({ en: ['lock'], pt: ['eclusa'] }, 'wichtig'),
];

test('a column for each term that any concept has, with notes where there are any', () => {
  const layout = new Layout();
  for (const concept of concepts) layout.see(concept);
  const columns = layout.columns();
  expect(columns.map((column) => column.header)).toEqual(['de', 'de', 'de note', 'en', 'pt', 'Note']);
  expect(concepts.map((concept) => layoutRow(concept, columns))).toEqual([
    ['Wehr', 'Stau', 'alt', 'weir', '', ''],
    ['', '', '', 'lock', 'eclusa', 'wichtig'],
  ]);
  expect(statedColumns(columns).map((column) => column.role.value.kind)).toEqual([
    'term',
    'term',
    'field',
    'term',
    'term',
    'field',
  ]);
});

test('only the chosen languages, in their order, even if no concept has one', () => {
  const layout = new Layout(['fr', 'en'] as LanguageTag[]);
  for (const concept of concepts) layout.see(concept);
  expect(layout.columns().map((column) => column.header)).toEqual(['fr', 'en', 'Note']);
});

test('more columns than can be read back are refused', () => {
  const layout = new Layout();
  layout.see(body({ de: Array.from({ length: 501 }, (_, i) => `t${i}`) }));
  expect(() => layout.columns()).toThrow(/"count":501/);
});

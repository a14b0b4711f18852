import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import type { Concept, Term } from './concept.js';
import { partOf } from './parts.js';

const term = (id: string, text: string, fields: Term['fields'] = {}): Term => ({ id, text, fields });
const CONCEPT = {
  id: 1,
  origins: [],
  fields: { definition: ['gate'], 'definition:source': ['handbook'], subjectField: ['canals'] },
  languages: [
    {
      language: 'de',
      fields: {},
      terms: [term('t1', 'Tor'), term('t2', 'Pforte', { administrativeStatus: ['deprecatedTerm-admn-sts'] })],
    },
    { language: 'en', fields: {}, terms: [term('t3', 'gate', { note: ['x'] })] },
    { language: 'fr', fields: {}, terms: [term('t4', 'porte', { administrativeStatus: ['deprecatedTerm-admn-sts'] })] },
  ],
} as unknown as Concept;

test('languages in their order, without terms of a status, and without fields and what belongs to them', () => {
  const part = partOf(CONCEPT, {
    languages: ['fr', 'en', 'de'] as LanguageTag[],
    withoutFields: new Set(['definition', 'note']),
    withoutStatuses: new Set(['deprecatedTerm-admn-sts']),
  });
  expect(part.fields).toEqual({ subjectField: ['canals'] });
  expect(part.languages.map(({ language, terms }) => [language, terms.map(({ text }) => text)])).toEqual([
    ['en', ['gate']],
    ['de', ['Tor']],
  ]);
  expect(part.languages[0]!.terms[0]!.fields).toEqual({});
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '../language/tags.js';
import { applyBulk, mergedConcepts, splitConcept } from './bulk.js';
import type { ConceptBody, Fields } from './concept.js';
import { UsedFields, withDefinitions } from './definition.js';
import { joinedFields, withValue, withValues } from './fields.js';

const tag = (text: string): LanguageTag => text as LanguageTag;
const body = (terms: Readonly<Record<string, readonly string[]>>, fields: Fields = {}): ConceptBody => {
  let next = 1;
  return {
    fields,
    origins: [{ file: 'a.csv', row: 1 }],
    languages: Object.entries(terms).map(([language, texts]) => ({
      language: tag(language),
      fields: {},
      terms: texts.map((text) => ({ id: `t${next++}`, text, fields: {} })),
    })),
  };
};
const texts = (b: ConceptBody): Record<string, string[]> =>
  Object.fromEntries(b.languages.map((s) => [s.language, s.terms.map((t) => t.text)]));

describe('a field of many concepts', () => {
  const set = (mode: 'replace' | 'add' | 'fill', value: string, fields: Fields): Fields =>
    applyBulk(body({ de: ['Tor'] }, fields), {
      kind: 'set field',
      field: 'subjectField',
      level: 'concept',
      language: null,
      value,
      mode,
    }).fields;
  test.each([
    ['replace', 'b', { subjectField: ['a'] }, { subjectField: ['b'] }],
    ['add', 'b', { subjectField: ['a'] }, { subjectField: ['a', 'b'] }],
    ['fill', 'b', { subjectField: ['a'] }, { subjectField: ['a'] }],
    ['fill', 'b', {}, { subjectField: ['b'] }],
    ['replace', '', { subjectField: ['a'], note: ['n'] }, { note: ['n'] }],
  ] as const)('%s with “%s” in %j', (mode, value, before, after) => expect(set(mode, value, before)).toEqual(after));

  test('of the terms of one language; the very same body where nothing changes', () => {
    const change = {
      kind: 'set field',
      field: 'partOfSpeech',
      level: 'term',
      language: tag('en'),
      value: 'noun',
      mode: 'replace',
    } as const;
    const once = applyBulk(body({ de: ['Tor'], en: ['gate', 'door'] }), change);
    expect(once.languages.map((s) => s.terms.map((t) => t.fields))).toEqual([
      [{}],
      [{ partOfSpeech: ['noun'] }, { partOfSpeech: ['noun'] }],
    ]);
    expect(applyBulk(once, change)).toBe(once);
  });
});

test('another language tag; where it is there already the terms are joined, each once', () => {
  const change = { kind: 'change language', from: tag('en'), to: tag('en-GB') } as const;
  expect(texts(applyBulk(body({ de: ['Tor'], en: ['gate'] }), change))).toEqual({ de: ['Tor'], 'en-GB': ['gate'] });
  expect(texts(applyBulk(body({ 'en-GB': ['gate'], en: ['gate', 'door'] }), change))).toEqual({
    'en-GB': ['gate', 'door'],
  });
  const none = body({ de: ['Tor'] });
  expect(applyBulk(none, change)).toBe(none);
});

describe('merging and splitting', () => {
  const list = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { minLength: 1, maxLength: 3 });
  const concept = fc.dictionary(fc.constantFrom('de', 'en', 'fr'), list, { minKeys: 1 }).map((terms) => body(terms));

  test('a merged concept has every term once, every origin, and term ids of its own', () =>
    fc.assert(
      fc.property(fc.array(concept, { minLength: 2, maxLength: 5 }), (all) => {
        const merged = mergedConcepts(all);
        for (const one of all)
          for (const [language, terms] of Object.entries(texts(one)))
            expect(texts(merged)[language]).toEqual(expect.arrayContaining(terms));
        expect(merged.origins).toHaveLength(all.length);
        const ids = merged.languages.flatMap((s) => s.terms.map((t) => t.id));
        expect(new Set(ids).size).toBe(ids.length);
      }),
    ));

  test('both parts of a split concept together have what it had', () =>
    fc.assert(
      fc.property(concept, fc.array(fc.integer({ min: 1, max: 9 })), (one, numbers) => {
        const parts = splitConcept(
          one,
          numbers.map((n) => `t${n}`),
        );
        if (!parts) return;
        const count = (b: ConceptBody): number => b.languages.reduce((sum, s) => sum + s.terms.length, 0);
        expect(count(parts.rest) + count(parts.taken)).toBe(count(one));
        expect(count(parts.rest) * count(parts.taken)).toBeGreaterThan(0);
      }),
    ));

  test('the new concept does not take the id of the old one', () => {
    const parts = splitConcept(body({ de: ['Tor', 'Tür'] }, { identifier: ['c1'], subjectField: ['x'] }), ['t2'])!;
    expect([parts.rest.fields, parts.taken.fields]).toEqual([
      { identifier: ['c1'], subjectField: ['x'] },
      { subjectField: ['x'] },
    ]);
  });
});

describe('fields', () => {
  test('what belongs to a value follows it', () => {
    const fields = withValue(withValue({}, 'definition', 'one'), 'definition', 'two', { source: 'book' });
    expect(fields).toEqual({ definition: ['one', 'two'], 'definition:source': ['', 'book'] });
    expect(withValues(fields, 'definition', ['two'])).toEqual({ definition: ['two'], 'definition:source': ['book'] });
    expect(withValues(fields, 'definition', [])).toEqual({});
    expect(joinedFields({ definition: ['zero'] }, fields)).toEqual({
      definition: ['zero', 'one', 'two'],
      'definition:source': ['', '', 'book'],
    });
  });
  test('a termbase records what its concepts use; what is defined stays', () => {
    const used = new UsedFields();
    used.see(
      body({ de: ['Tor'] }, { subjectField: ['x'], identifier: ['1'], 'definition:source': ['y'], Prüfer: ['z'] }),
    );
    expect(used.definitions().map((field) => field.name)).toEqual(['subjectField', 'Prüfer']);
    const own = [{ name: 'subjectField', level: 'concept', values: ['a'], required: true }] as const;
    expect(withDefinitions(own, used.definitions()).map((field) => [field.name, field.required])).toEqual([
      ['subjectField', true],
      ['Prüfer', false],
    ]);
    expect(withDefinitions(own, [])).toBe(own);
  });
});

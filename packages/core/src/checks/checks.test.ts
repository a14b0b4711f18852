import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import type { Concept, ConceptId } from '../termbase/concept.js';
import { unbalanced } from './brackets.js';
import { inspect, type Finding } from './check.js';
import { CONCEPTS } from './looked-at.js';
import { TERMBASE_CHECKS } from './termbase-checks.js';

function concept(id: number, terms: Readonly<Record<string, readonly string[]>>): Concept {
  let next = 1;
  return {
    id: id as ConceptId,
    fields: {},
    origins: [],
    languages: Object.entries(terms).map(([language, texts]) => ({
      language: language as LanguageTag,
      fields: {},
      terms: texts.map((text) => ({ id: `t${next++}`, text, fields: {} })),
    })),
  };
}

function findings(concepts: readonly Concept[], check?: string): Finding[] {
  const facts = {
    languages: ['de', 'en'] as LanguageTag[],
    of: CONCEPTS,
    item: (id: number) => concepts.find((c) => c.id === id),
    fields: [],
  };
  return [...inspect(concepts, TERMBASE_CHECKS, facts)].filter((f) => !check || f.check === check);
}

const CLEAN = [
  'Schleuse/lock',
  'Wehr/weir',
  'Poller/bollard',
  'Haltung/pound',
  'Pegel/gauge',
  'Rechen/rack',
  'Kai/quay',
  'Damm/dam',
  'Ufer/bank',
  'Steg/jetty',
  'Tor/gate',
  'Boot/boat',
].map((pair, i) => concept(i + 1, { de: [pair.split('/')[0]!], en: [pair.split('/')[1]!] }));

test('a clean termbase has no findings', () => expect(findings(CLEAN)).toEqual([]));

describe('checks over the whole termbase', () => {
  test('the same source with different targets, on each of the concepts', () => {
    const found = findings([...CLEAN, concept(50, { de: ['Pegel'], en: ['water level'] })], 'different-targets');
    expect(found.map((f) => [f.item, f.related])).toEqual([
      [5, [50]],
      [50, [5]],
    ]);
    expect(found[0]!.said).toEqual({
      code: 'different-targets',
      values: { text: 'Pegel', count: 2, language: 'en', texts: ['gauge', 'water level'] },
    });
  });
  test('the same term in several concepts, unless the other check says it already', () => {
    const found = findings([...CLEAN, concept(50, { de: ['Staudamm'], en: ['dam'] })], 'several-concepts');
    expect(found.map((f) => [f.item, f.language, f.text])).toEqual([
      [8, 'en', 'dam'],
      [50, 'en', 'dam'],
    ]);
    expect(findings([...CLEAN, concept(50, { de: ['Pegel'], en: ['level'] })], 'several-concepts')).toEqual([]);
  });
});

describe('checks of one concept', () => {
  const one = (terms: Readonly<Record<string, readonly string[]>>, check: string): Finding[] =>
    findings([...CLEAN, concept(99, terms)], check);

  test('missing language', () =>
    expect(one({ de: ['Schütz'] }, 'missing-target')).toMatchObject([{ language: 'en', text: 'Schütz' }]));
  test('twice in a concept, safe to remove when it is the very same', () => {
    expect(one({ de: ['Hafen', 'Hafen'], en: ['port'] }, 'duplicate-in-concept')[0]!.correction).toEqual({
      kind: 'remove term',
      safe: true,
    });
    expect(one({ de: ['Hafen'], en: ['port', 'Port'] }, 'duplicate-in-concept')[0]!.correction).toEqual({
      kind: 'remove term',
      safe: false,
    });
  });
  test.each([
    [' port', 'port'],
    ['port ', 'port'],
    ['port  authority', 'port authority'],
    ['po\u00adrt', 'port'],
  ])('spaces and invisible characters: %j', (text, right) =>
    expect(one({ de: ['Hafen'], en: [text] }, 'spaces')[0]!.correction).toEqual({
      kind: 'text',
      text: right,
      safe: true,
    }),
  );
  test('final punctuation', () => {
    expect(one({ de: ['Hafen'], en: ['harbour.'] }, 'final-punctuation')[0]!.correction).toMatchObject({
      text: 'harbour',
    });
    expect(one({ de: ['Hafen'], en: ['Hbr.'] }, 'final-punctuation')).toEqual([]);
  });
  test('capitals: an outsider among small letters', () =>
    expect(one({ de: ['Hafen'], en: ['Harbour'] }, 'capitals')[0]!.correction).toEqual({
      kind: 'text',
      text: 'harbour',
      safe: false,
    }));
  test('capitals: acronyms and names are left in peace', () => {
    expect(one({ de: ['Wert'], en: ['PH value'] }, 'capitals')).toEqual([]);
    const named = concept(99, { en: ['Brennick'], fr: ['Brennick'] });
    expect(findings([...CLEAN, named], 'capitals')).toEqual([]);
  });
  test('capitals: German nouns are large, and only sure endings are reported', () => {
    expect(one({ de: ['befestigung'], en: ['protection'] }, 'capitals')[0]!.correction).toMatchObject({
      text: 'Befestigung',
    });
    expect(one({ de: ['reduzierend'], en: ['reducing'] }, 'capitals')).toEqual([]);
  });
  test.each([
    ['draught (loaded', 'en', { code: 'not-closed', values: { mark: '(' } }],
    ['draught) loaded', 'en', { code: 'not-opened', values: { mark: ')' } }],
    ['das „nasse Ende', 'de', { code: 'marks-unpaired', values: { open: '„', close: '“' } }],
    ['the “wet end', 'en', { code: 'marks-unpaired', values: { open: '“', close: '”' } }],
    ['"wet end', 'en', { code: 'straight-quotes-odd', values: {} }],
  ])('unbalanced: %s', (text, language, problem) => expect(unbalanced(text, language)).toEqual(problem));
  test.each([
    ['5" pipe', 'en'],
    ['a) lock', 'en'],
    ['das „nasse“ Ende', 'de'],
    ['”märkä” pää', 'fi'],
    ['the “wet” end', 'en'],
    ['porte «busquée»', 'fr'],
    ['水門（予備）', 'ja'],
    ["keeper's house", 'en'],
  ])('balanced: %s', (text, language) => expect(unbalanced(text, language)).toBeNull());
});

test('a stet rests on the texts: the basis changes when they do', () => {
  const before = findings([...CLEAN, concept(50, { de: ['Pegel'], en: ['level'] })], 'different-targets')[0]!;
  const after = findings([...CLEAN, concept(50, { de: ['Pegel'], en: ['stage'] })], 'different-targets')[0]!;
  expect(before.basis).not.toBe(after.basis);
});

test('what rests on very many texts keeps them short, and still knows when one of them changes', () => {
  const many = (last: string): Concept[] =>
    Array.from({ length: 200 }, (_, i) =>
      concept(i + 1, { de: ['Pegel'], en: [i < 199 ? `gauge of weir ${i}` : last] }),
    );
  const [before, again, after] = ['gauge', 'gauge', 'stage'].map(
    (last) => findings(many(last), 'different-targets')[0]!,
  );
  expect(before!.basis.length).toBeLessThan(40);
  expect(again!.basis).toBe(before!.basis);
  expect(after!.basis).not.toBe(before!.basis);
});

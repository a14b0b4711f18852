/** The checks of fields, statuses, references, definitions and languages; what each must and must not say. */
import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import type { Concept, ConceptId, Fields } from '../termbase/concept.js';
import type { FieldDefinition } from '../termbase/definition.js';
import { inspect, type Finding, type TermbaseFacts } from './check.js';
import { CONCEPTS } from './looked-at.js';
import { TERMBASE_CHECKS } from './termbase-checks.js';

type Said = string | readonly [string, Fields];

function concept(id: number, terms: Readonly<Record<string, readonly Said[]>>, fields: Fields = {}): Concept {
  let next = 1;
  return {
    id: id as ConceptId,
    fields,
    origins: [],
    languages: Object.entries(terms).map(([language, said]) => ({
      language: language as LanguageTag,
      fields: {},
      terms: said.map((term) => ({
        id: `t${next++}`,
        text: typeof term === 'string' ? term : term[0],
        fields: typeof term === 'string' ? {} : term[1],
      })),
    })),
  };
}

function found(check: string, concepts: readonly Concept[], more: Partial<TermbaseFacts> = {}): Finding[] {
  const facts: TermbaseFacts = {
    languages: ['de', 'en'] as LanguageTag[],
    of: CONCEPTS,
    item: (id) => concepts.find((c) => c.id === id),
    fields: [],
    ...more,
  };
  return [...inspect(concepts, TERMBASE_CHECKS, facts)].filter((finding) => finding.check === check);
}
const places = (list: readonly Finding[]): unknown[] => list.map((f) => [f.item, f.related]);
const status = (value: string): Fields => ({ administrativeStatus: [`${value}Term-admn-sts`] });
const subject: FieldDefinition = { name: 'subjectField', level: 'concept', values: null, required: false };

test('two concepts that share terms in two languages are said once each, and not as homonyms', () => {
  const twice = [concept(1, { de: ['Wehr'], en: ['weir', 'dam'] }), concept(2, { de: ['Wehr'], en: ['dam'] })];
  expect(places(found('doublette', twice))).toEqual([
    [1, [2]],
    [2, [1]],
  ]);
  expect(found('several-concepts', twice)).toEqual([]);
  expect(
    found('doublette', [concept(1, { de: ['Bank'], en: ['bank'] }), concept(2, { de: ['Bank'], en: ['bench'] })]),
  ).toEqual([]);
});

test('homonyms are asked for their subject where subjects are recorded', () => {
  const banks = [
    concept(1, { de: ['Bank'], en: ['bank'] }, { subjectField: ['finance'] }),
    concept(2, { de: ['Bank'], en: ['bench'] }),
  ];
  expect(places(found('homonym-without-subject', banks, { fields: [subject] }))).toEqual([[2, [1]]]);
  expect(found('homonym-without-subject', banks)).toEqual([]);
});

describe('statuses', () => {
  test('two preferred terms in one language, unless one is an abbreviation', () => {
    const two = concept(1, {
      de: [
        ['Wehr', status('preferred')],
        ['Stau', status('preferred')],
      ],
      en: ['weir'],
    });
    expect(found('contradictory-status', [two])[0]?.said.code).toBe('both-preferred');
    const short = concept(2, {
      de: [
        ['Wasserstand', status('preferred')],
        ['WSt', { ...status('preferred'), termType: ['abbreviation'] }],
      ],
      en: ['level'],
    });
    expect(found('contradictory-status', [short])).toEqual([]);
  });
  test('nothing left to use', () =>
    expect(
      found('contradictory-status', [concept(1, { de: [['Wehr', status('deprecated')]], en: ['weir'] })])[0]?.said.code,
    ).toBe('none-usable'));
  test('preferred here and deprecated there, of the same subject', () => {
    const here = concept(1, { de: [['Wehr', status('preferred')]], en: ['weir'] });
    const there = concept(2, { de: [['Wehr', status('deprecated')], 'Stau'], en: ['dam'] });
    expect(places(found('contradictory-status', [here, there]))).toEqual([[2, [1]]]);
    const other = { ...there, fields: { subjectField: ['sport'] } };
    expect(found('contradictory-status', [here, other])).toEqual([]);
  });
});

test('required fields and lists of values, at each level', () => {
  const fields: FieldDefinition[] = [
    { ...subject, required: true, values: ['canals', 'locks'] },
    { name: 'partOfSpeech', level: 'term', values: ['noun', 'verb'], required: true },
  ];
  const list = [
    concept(
      1,
      { de: [['Wehr', { partOfSpeech: ['noun'] }]], en: [['weir', { partOfSpeech: ['Nomen'] }]] },
      { subjectField: ['canals'] },
    ),
    concept(2, { de: ['Tor'], en: [['gate', { partOfSpeech: ['noun'] }]] }, { subjectField: ['doors'] }),
  ];
  expect(found('missing-field', list, { fields }).map((f) => [f.item, f.text])).toEqual([[2, 'Tor']]);
  expect(found('value-outside-list', list, { fields }).map((f) => [f.item, f.said.values])).toEqual([
    [1, { field: 'partOfSpeech', value: 'Nomen', list: ['noun', 'verb'] }],
    [2, { field: 'subjectField', value: 'doors', list: ['canals', 'locks'] }],
  ]);
});

test('pictures that are not there, references that lead nowhere', () => {
  const list = [
    concept(
      1,
      { de: ['Tor'], en: ['gate'] },
      { xGraphic: ['gate.png', 'lost.png'], crossReference: ['Schleuse', 'Nirgends', 'c7'] },
    ),
    concept(2, { de: ['Schleuse'], en: ['lock'] }, { identifier: ['c7'] }),
  ];
  expect(found('broken-reference', list, { hasPicture: (name) => name === 'gate.png' }).map((f) => f.basis)).toEqual([
    'picture\0lost.png',
    'reference\0Nirgends',
  ]);
});

test.each([
  ['–', true],
  ['n/a', true],
  ['TBD', true],
  ['???', true],
  ['fehlt', true],
  ['Wehr', false],
  ['N', false],
  ['水', false],
])('“%s” in place of a term: %s', (text, said) =>
  expect(found('empty-language', [concept(1, { de: ['Tor'], en: [text] })])).toHaveLength(said ? 1 : 0),
);

test('articles, and forms of words that are there too', () => {
  const list = [
    concept(1, { de: ['die Schleuse'], en: ['lock'] }),
    concept(2, { de: ['Tor'], en: ['locks'] }),
    concept(3, { de: ['Prüfer'], en: ['tester'] }),
    concept(4, { de: ['Prüfen'], en: ['testing'] }),
  ];
  expect(found('term-form', list).map((f) => [f.item, f.text, f.correction])).toEqual([
    [1, 'die Schleuse', { kind: 'text', text: 'Schleuse', safe: false }],
    [2, 'locks', undefined],
  ]);
});

test('a term much longer than a term, unless it is recorded as a phrase', () => {
  const sentence = 'a gate that closes the chamber of a lock against the water above it';
  expect(found('long-term', [concept(1, { de: ['Obertor'], en: [sentence] })])).toHaveLength(1);
  expect(found('long-term', [concept(1, { de: ['Obertor'], en: [[sentence, { termType: ['phrase'] }]] })])).toEqual([]);
});

test('a long term: words are counted, in scripts without spaces and in long compounds characters', () => {
  const said = (language: string, text: string): unknown[] =>
    found('long-term', [concept(1, { [language]: [text] })]).map((finding) => finding.said.values);
  expect(said('en', 'one two three four five six seven eight nine ten eleven')).toEqual([{ words: 11 }]);
  expect(said('de', 'Schleusenkammer'.repeat(9))).toEqual([{ characters: 135 }]);
  expect(said('ja', '閘'.repeat(41))).toEqual([{ characters: 41 }]);
  expect(said('ja', '閘'.repeat(40))).toEqual([]);
});

test('definitions that say only the term, and definitions that stand twice', () => {
  const list = [
    concept(1, { de: ['Tor'], en: ['lock gate'] }, { definition: ['the gate of a lock'] }),
    concept(2, { de: ['Wehr'], en: ['weir'] }, { definition: ['structure that raises the water'] }),
    concept(3, { de: ['Damm'], en: ['dam'] }, { definition: ['Structure that raises the water'] }),
  ];
  expect(found('definition-is-term', list).map((f) => f.item)).toEqual([1]);
  expect(places(found('definition-twice', list))).toEqual([
    [2, [3]],
    [3, [2]],
  ]);
});

test('a term of another language, by the letters of the termbase itself', () => {
  const german =
    'Schleuse Wehr Böschung Überlauf Uferbefestigung Schwimmpoller Klappbrücke Schiffshebewerk Wendebecken Festmacherleine Spundwand Baggergut'.split(
      ' ',
    );
  const english = 'lock weir embankment overflow protection bollard bridge lift basin mooring piling dredging'.split(
    ' ',
  );
  const list = Array.from({ length: 120 }, (_, i) =>
    concept(i + 1, {
      de: [`${german[i % 12]!} ${german[(i * 5 + 1) % 12]!}`],
      en: [`${english[i % 12]!} ${english[(i * 5 + 1) % 12]!}`],
    }),
  );
  expect(found('other-language', list)).toEqual([]);
  const wrong = concept(500, { de: ['Messstelle'], en: ['Schwimmpoller Überlauf'] });
  expect(found('other-language', [...list, wrong]).map((f) => [f.item, f.text])).toEqual([
    [500, 'Schwimmpoller Überlauf'],
  ]);
});

/** Checks of termbases by what is wrong and by what only looks so (common practice of terminology work). */
import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../../language/tags.js';
import type { Concept, ConceptId, Fields } from '../../termbase/concept.js';
import { inspect } from '../check.js';
import { CONCEPTS } from '../looked-at.js';
import { TERMBASE_CHECKS } from '../termbase-checks.js';

const concept = (id: number, en: readonly string[], fields: Fields = {}): Concept => ({
  id: id as ConceptId,
  fields,
  origins: [],
  languages: [
    {
      language: 'en' as LanguageTag,
      fields: {},
      terms: en.map((text, i) => ({ id: `${id}-${i}`, text, fields: {} })),
    },
  ],
});

function found(check: string, concepts: readonly Concept[]): [number, string][] {
  const facts = {
    of: CONCEPTS,
    languages: ['en' as LanguageTag],
    item: (id: number) => concepts.find((one) => one.id === id),
    fields: [],
  };
  return [...inspect(concepts, TERMBASE_CHECKS, facts)]
    .filter((finding) => finding.check === check)
    .map(({ item, said }) => [item, said.code]);
}

const ofTerm = (check: string, text: string): [number, string][] => found(check, [concept(1, [text])]);

test.each([
  ['several-terms', 'lock gate; sluice gate'],
  ['several-terms', 'gate / door'],
  ['several-terms', 'weir, dam, barrage'],
  ['note-in-term', 'lock (n)'],
  ['note-in-term', 'lock (do not use)'],
  ['note-in-term', 'lock [obsolete]'],
  ['broken-encoding', 'Ã©cluse'],
])('%s: %s', (check, text) => expect(ofTerm(check, text)).toHaveLength(1));

test.each([
  ['several-terms', 'and/or gate'],
  ['several-terms', 'gate, lower'],
  ['several-terms', 'lock gate (lower; upper)'],
  ['several-terms', '1,5 m weir'],
  ['note-in-term', 'lock (navigation)'],
  ['note-in-term', 'gate(s)'],
  ['broken-encoding', 'écluse'],
])('%s: nothing in %s', (check, text) => expect(ofTerm(check, text)).toEqual([]));

describe('over all concepts', () => {
  test('an id that is given twice', () => {
    const all = [
      concept(1, ['lock'], { identifier: ['7'] }),
      concept(2, ['weir'], { identifier: ['7'] }),
      concept(3, ['quay'], { identifier: ['8'] }),
    ];
    expect(found('duplicate-id', all).map(([id]) => id)).toEqual([1, 2]);
  });

  test('a subject that is written otherwise than mostly', () => {
    const all = ['Locks', 'Locks', 'locks', 'Lock', 'Weirs'].map((subject, i) =>
      concept(i + 1, [`term ${i}`], { subjectField: [subject] }),
    );
    expect(found('subject-spelling', all).map(([id]) => id)).toEqual([3, 4]);
  });

  test('one picture for two concepts', () => {
    const all = [concept(1, ['lock'], { xGraphic: ['Gate.png'] }), concept(2, ['gate'], { xGraphic: ['gate.PNG'] })];
    expect(found('same-picture', all)).toHaveLength(2);
  });

  test('terms that differ only in a hyphen or a space; the same term is another matter', () => {
    const all = [concept(1, ['lock-gate']), concept(2, ['lock gate']), concept(3, ['weir']), concept(4, ['weir'])];
    expect(found('spelling-variants', all).map(([id]) => id)).toEqual([1, 2]);
    expect(found('spelling-variants', [concept(1, ['lock-gate', 'lock gate'])])).toEqual([]);
  });

  test('a definition that nearly all have, and one that hardly any has', () => {
    const some = (without: number): Concept[] =>
      Array.from({ length: 20 }, (_, i) =>
        concept(i + 1, [`term ${i}`], i < without ? {} : { definition: [`what term ${i} is in a lock`] }),
      );
    expect(found('missing-definition', some(2))).toEqual([
      [1, 'definition-missing'],
      [2, 'definition-missing'],
    ]);
    expect(found('missing-definition', some(12))).toEqual([]);
  });

  test('all in capitals where most are not; abbreviations stay', () => {
    const all = ['lower gate', 'upper gate', 'towpath', 'sluice', 'TOWING PATH', 'NTSC'].map((text, i) =>
      concept(i + 1, [text]),
    );
    expect(found('all-capitals', all).map(([id]) => id)).toEqual([5]);
    expect(
      found(
        'all-capitals',
        ['LOWER GATE', 'UPPER GATE'].map((text, i) => concept(i + 1, [text])),
      ),
    ).toEqual([]);
  });
});

/** Termbases merged: the laws of merging (`methods.md`), and contradictions field by field. Facts of the trade: common practice. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '../language/tags.js';
import { termsOf, type ConceptBody, type Fields } from '../termbase/concept.js';
import { ConceptMerge, CONCEPT_FATES, type ConceptMergePlan, type FieldConflict } from './merge-concepts.js';

type Terms = Readonly<Record<string, readonly (string | readonly [text: string, fields: Fields])[]>>;

function concept(terms: Terms, fields: Fields = {}): ConceptBody {
  let next = 1;
  return {
    fields,
    origins: [],
    languages: Object.entries(terms).map(([language, all]) => ({
      language: language as LanguageTag,
      fields: {},
      terms: all.map((term) => {
        const [text, own] = typeof term === 'string' ? [term, {}] : term;
        return { id: `t${next++}`, text, fields: own };
      }),
    })),
  };
}

const BY_ENGLISH: ConceptMergePlan = {
  rule: { languages: ['en' as LanguageTag], id: true, subject: true },
  keep: 'rank',
};

function merged(termbases: readonly (readonly ConceptBody[])[], plan: Partial<ConceptMergePlan> = {}) {
  const merge = new ConceptMerge({ ...BY_ENGLISH, ...plan });
  const conflicts: FieldConflict[] = [];
  termbases.forEach((concepts, rank) =>
    concepts.forEach((body) => merge.add(body, rank, (conflict) => conflicts.push(conflict))),
  );
  const texts = merge.concepts.map((body) =>
    [...termsOf(body)].map(({ language, term }) => `${language} ${term.text}`),
  );
  return { merge, conflicts, texts, tally: merge.tally };
}

describe('which concepts are the same', () => {
  test('by a term of the chosen language; synonyms and other languages are kept', () => {
    const { texts, tally } = merged([
      [concept({ en: ['lock'], de: ['Schleuse'] })],
      [concept({ en: ['lock'], de: ['Kammerschleuse'], fr: ['écluse'] }), concept({ en: ['weir'], de: ['Wehr'] })],
    ]);
    expect(texts).toEqual([
      ['en lock', 'de Schleuse', 'de Kammerschleuse', 'fr écluse'],
      ['en weir', 'de Wehr'],
    ]);
    expect(tally).toEqual({ written: 2, same: 1, gaveWay: 0, waiting: 0 });
  });

  test('by the client’s id before anything else, and never two ids', () => {
    const { texts, merge } = merged([
      [concept({ en: ['sluice'] }, { identifier: ['W-1'] })],
      [concept({ en: ['paddle'] }, { identifier: ['W-1'] })],
      [concept({ en: ['sluice'] }, { identifier: ['W-9'] })],
    ]);
    expect(texts).toEqual([['en sluice', 'en paddle']]);
    expect(merge.concepts[0]!.fields.identifier).toEqual(['W-1']);
  });

  test('homonyms of different subjects stay two', () => {
    const { tally } = merged([
      [concept({ en: ['lock'], de: ['Schleuse'] }, { subjectField: ['Waterways'] })],
      [concept({ en: ['lock'], de: ['Schloss'] }, { subjectField: ['Doors'] })],
    ]);
    expect(tally).toMatchObject({ written: 2, same: 0 });
  });

  test('what one termbase keeps apart stays apart, and each joins its own', () => {
    const homonyms = [concept({ en: ['lock'], de: ['Schleuse'] }), concept({ en: ['lock'], de: ['Schloss'] })];
    const { texts } = merged([homonyms, [concept({ en: ['lock'], de: ['Schloss'], fr: ['serrure'] })]]);
    expect(texts).toEqual([
      ['en lock', 'de Schleuse'],
      ['en lock', 'de Schloss', 'fr serrure'],
    ]);
  });

  test('“en” is “en-GB” unless they are two languages', () => {
    const termbases = [[concept({ 'en-GB': ['lock'] })], [concept({ en: ['lock'], de: ['Schleuse'] })]];
    const rule = { ...BY_ENGLISH.rule, languages: ['en', 'en-GB'] as LanguageTag[] };
    expect(merged(termbases, { rule }).texts).toEqual([['en-GB lock', 'de Schleuse']]);
    expect(merged(termbases, { rule: { ...rule, regions: 'two' } }).tally.written).toBe(2);
  });
});

describe('contradictions', () => {
  const termbases = [
    [
      concept(
        { en: ['lock'], de: [['Schleuse', { grammaticalGender: ['feminine'] }]] },
        { definition: ['A chamber with gates.'] },
      ),
    ],
    [
      concept(
        { en: ['lock'], de: [['Schleuse', { grammaticalGender: ['neuter'], partOfSpeech: ['noun'] }]] },
        { definition: ['A device to raise boats.'], note: ['see the byelaws'] },
      ),
    ],
  ];
  const fieldsOf = ({ merge }: ReturnType<typeof merged>) => {
    const [body] = merge.concepts;
    return [body!.fields.definition, body!.languages[1]!.terms[0]!.fields.grammaticalGender];
  };

  test('are told field by field, with both values and where they come from', () => {
    const { conflicts } = merged(termbases);
    expect(conflicts).toMatchObject([
      {
        field: 'definition',
        term: null,
        there: ['A chamber with gates.'],
        brings: ['A device to raise boats.'],
        from: [0, 1],
      },
      { field: 'grammaticalGender', language: 'de', term: 'Schleuse', there: ['feminine'], brings: ['neuter'] },
    ]);
  });

  test('by rank the first stays, and what does not contradict is added', () => {
    const result = merged(termbases);
    expect(fieldsOf(result)).toEqual([['A chamber with gates.'], ['feminine']]);
    expect(result.merge.concepts[0]!.fields.note).toEqual(['see the byelaws']);
    expect(result.merge.concepts[0]!.languages[1]!.terms[0]!.fields.partOfSpeech).toEqual(['noun']);
    expect(result.tally).toMatchObject({ written: 1, gaveWay: 1 });
  });

  test('all are kept if asked; a question leaves the whole concept waiting', () => {
    expect(fieldsOf(merged(termbases, { keep: 'all' }))).toEqual([
      ['A chamber with gates.', 'A device to raise boats.'],
      ['feminine', 'neuter'],
    ]);
    const asked = merged(termbases, { keep: 'ask' });
    expect(asked.tally).toMatchObject({ written: 1, waiting: 1 });
    expect(asked.merge.concepts[0]!.fields.note).toBeUndefined();
  });

  test('each is decided by itself, and the decision holds when the same comes again', () => {
    const [definition, gender] = merged(termbases, { keep: 'ask' }).conflicts;
    const half = merged(termbases, { keep: 'ask', decisions: { [definition!.id]: 'brings' } });
    expect(half.tally.waiting).toBe(1);
    const whole = merged([[concept({ en: ['weir'] })], ...termbases], {
      keep: 'ask',
      decisions: { [definition!.id]: 'brings', [gender!.id]: 'there' },
    });
    expect(whole.tally.waiting).toBe(0);
    const [, lock] = whole.merge.concepts;
    expect(lock!.fields.definition).toEqual(['A device to raise boats.']);
    expect(lock!.languages[1]!.terms[0]!.fields.grammaticalGender).toEqual(['feminine']);
  });
});

describe('laws', () => {
  const word = fc.constantFrom('lock', 'weir', 'gate', 'sill', 'paddle');
  const concepts = fc.array(
    fc
      .record({
        en: fc.uniqueArray(word, { minLength: 1, maxLength: 2 }),
        de: fc.uniqueArray(
          word.map((text) => `${text}e`),
          { maxLength: 2 },
        ),
        definition: fc.option(fc.constantFrom('one', 'two'), { nil: null }),
      })
      .map(({ en, de, definition }) =>
        concept({ en, ...(de.length > 0 && { de }) }, definition === null ? {} : { definition: [definition] }),
      ),
    { maxLength: 6 },
  );
  const keep = fc.constantFrom('rank' as const, 'all' as const, 'ask' as const);

  test('every concept is in the tally, and no term is lost that does not wait', () => {
    fc.assert(
      fc.property(fc.array(concepts, { maxLength: 3 }), keep, (termbases, how) => {
        const { tally, texts, conflicts } = merged(termbases, { keep: how });
        const all = termbases.flat();
        expect(CONCEPT_FATES.reduce((sum, fate) => sum + tally[fate], 0)).toBe(all.length);
        if (conflicts.some(({ choice }) => choice === null)) return;
        const kept = new Set(texts.flat());
        for (const body of all)
          for (const { language, term } of termsOf(body)) expect(kept).toContain(`${language} ${term.text}`);
      }),
    );
  });

  test('a termbase merged with itself is what it was', () => {
    fc.assert(
      fc.property(concepts, keep, (all, how) => {
        const twice = merged([all, all], { keep: how });
        expect(twice.merge.concepts).toEqual(all);
        expect(twice.tally).toMatchObject({ written: all.length, same: all.length });
      }),
    );
  });
});

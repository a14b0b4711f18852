import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import type { ConceptBody } from '../termbase/concept.js';
import type { Draft } from './draft.js';
import { matchOf, meetings, type Existing } from './join.js';
import type { JoinRule } from './reading.js';

type Terms = Readonly<Record<string, readonly string[]>>;
const tag = (language: string): LanguageTag => language as LanguageTag;
const draft = (terms: Terms): Draft => ({
  fields: {},
  languages: Object.entries(terms).map(([language, texts]) => ({
    language: tag(language),
    fields: {},
    terms: texts.map((text) => ({ text, fields: {} })),
  })),
});

/** Concepts with the numbers 1, 2, … */
function there(...concepts: readonly Terms[]): Existing {
  const bodies = concepts.map((terms): ConceptBody => ({
    fields: {},
    origins: [],
    languages: draft(terms).languages.map((s) => ({ ...s, terms: s.terms.map((t, i) => ({ ...t, id: `t${i}` })) })),
  }));
  return {
    languages: [...new Set(concepts.flatMap((terms) => Object.keys(terms)))].map(tag),
    withTerm: (key) =>
      bodies.flatMap(({ languages }, i) =>
        languages.some(({ language, terms }) => terms.some(({ text }) => `${language}\0${text}` === key))
          ? [i + 1]
          : [],
      ),
    withId: () => [],
    body: (concept) => bodies[concept - 1] ?? null,
  };
}
const by = (languages: readonly string[], regions?: 'one' | 'two'): JoinRule => ({
  languages: languages.map(tag),
  id: false,
  subject: false,
  ...(regions && { regions }),
});

describe('general and regional tags', () => {
  const british = there({ 'en-GB': ['lock'], de: ['Schleuse'] });

  test('meet: what the file says in "en" belongs to "en-GB", and goes there', () => {
    const match = matchOf(draft({ en: ['lock', 'sluice'], de: ['Schleuse'] }), by(['en']), british)!;
    expect(match).toMatchObject({ kind: 'adds', concept: 1 });
    expect(match.draft.languages.map(({ language }) => language)).toEqual(['en-GB', 'de']);
    expect(matchOf(draft({ en: ['lock'], de: ['Schleuse'] }), by(['en']), british)!.kind).toBe('same');
  });

  test('the other way round, and the contradiction is seen', () => {
    const general = there({ en: ['lock'], de: ['Schleuse'] });
    expect(matchOf(draft({ 'en-GB': ['lock'], de: ['Schleuse'] }), by(['en-GB']), general)!.kind).toBe('same');
    expect(matchOf(draft({ 'en-GB': ['sluice'], de: ['Schleuse'] }), by(['de']), general)).toMatchObject({
      kind: 'contradicts',
      by: { what: 'term', there: 'lock', brings: 'sluice' },
    });
  });

  test('two regions do not meet, nor does anything where a person says so', () => {
    expect(matchOf(draft({ 'en-US': ['lock'] }), by(['en-US']), british)).toBeNull();
    expect(matchOf(draft({ en: ['lock'] }), by(['en'], 'two'), british)).toBeNull();
    expect(matchOf(draft({ en: ['lock'], de: ['Schleuse'] }), by(['de'], 'two'), british)).toMatchObject({
      kind: 'adds',
      draft: { languages: [{ language: 'en' }, { language: 'de' }] },
    });
  });

  test('where the file or the concept has both, each stays what it is', () => {
    const both = there({ 'en-GB': ['lock'], 'en-US': ['lock'], de: ['Schleuse'] });
    expect(matchOf(draft({ en: ['lock'] }), by(['en']), both)!.draft.languages[0]!.language).toBe('en');
    const own = matchOf(draft({ en: ['lock'], 'en-GB': ['lock'] }), by(['en']), british)!;
    expect(own.draft.languages.map(({ language }) => language)).toEqual(['en', 'en-GB']);
  });

  // BCP 47 (RFC 5646, 4.1): a tag without a script or region says less, not another thing.
  test('which tags of a file and a termbase meet', () => {
    expect(
      meetings(['en', 'pt-BR', 'zh', 'de'].map(tag), ['en-GB', 'pt', 'zh-Hant', 'zh-Hans', 'de'].map(tag)),
    ).toEqual([
      { file: 'en', termbase: 'en-GB' },
      { file: 'pt-BR', termbase: 'pt' },
      { file: 'zh', termbase: 'zh-Hant' },
      { file: 'zh', termbase: 'zh-Hans' },
    ]);
    expect(meetings(['en-US'].map(tag), ['en-GB'].map(tag))).toEqual([]);
    expect(meetings(['en', 'en-GB'].map(tag), ['en-GB'].map(tag))).toEqual([]);
  });
});

/**
 * What is said of real glossaries without a mistake in them, and of the same with mistakes put in: rows whose
 * languages are exchanged, terms in the wrong language. Country names of Debian's iso-codes, words of trans-de-en.
 */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { SwapFinder } from '@fair-copy/core/intake/swapped.js';
import { FewSwaps } from '@fair-copy/core/intake/swapped-few.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { countryNames } from './outside.js';

type Pair = readonly [string, string];

const LANGUAGES = ['de', 'fr', 'es', 'pt', 'it', 'nl', 'fi', 'pl', 'hu', 'tr', 'cs'];
const names = countryNames(LANGUAGES);
const words: Pair[] = readFileSync('/usr/share/trans/de-en', 'utf8')
  .split('\n')
  .filter((line, i) => i % 150 === 0 && line.includes(' :: '))
  .map((line) => {
    const [de, en] = line.split(' :: ').map((side) =>
      side
        .split('|')[0]!
        .replace(/[[({].*?[\])}]/g, '')
        .split(';')[0]!
        .trim(),
    );
    return [de!, en!];
  });

describe('rows whose languages are exchanged', () => {
  /** Every twentieth row is turned round; counts what is found and what is said wrongly. */
  const judged = (rows: readonly Pair[]): { found: number; turned: number; wrong: number } => {
    const mixed = rows.map(([a, b], i): Pair => (i % 20 === 7 ? [b, a] : [a, b]));
    const finder = new SwapFinder(mixed);
    const counts = { found: 0, turned: 0, wrong: 0 };
    mixed.forEach(([a, b], i) => {
      const said = finder.isSwapped(a, b);
      if (i % 20 === 7) {
        counts.turned++;
        if (said) counts.found++;
      } else if (said) counts.wrong++;
    });
    return counts;
  };

  test('of 1,300 words nearly all alarms are right, and most exchanged rows are found', () => {
    const { found, turned, wrong } = judged(words);
    expect(wrong).toBeLessThanOrEqual(2);
    expect(found / turned).toBeGreaterThan(0.6);
  });

  test.each(LANGUAGES)('country names in English and %s: hardly a wrong alarm', (language) =>
    expect(judged(names[language]!).wrong).toBeLessThanOrEqual(2),
  );

  test('nothing is said where there is too little to go by', () => {
    const finder = new SwapFinder(words.slice(0, 5));
    expect(words.filter(([a, b]) => finder.isSwapped(b, a))).toEqual([]);
  });
});

describe('checks on a real termbase', () => {
  const concepts = (pairs: readonly Pair[], languages: readonly [string, string]): Concept[] =>
    pairs.map(([a, b], i) => ({
      id: (i + 1) as ConceptId,
      fields: {},
      origins: [],
      languages: [a, b].map((text, n) => ({
        language: languages[n] as LanguageTag,
        fields: {},
        terms: [{ id: `t${n + 1}`, text, fields: {} }],
      })),
    }));
  const findings = (list: readonly Concept[]): Finding[] => [
    ...inspect(list, TERMBASE_CHECKS, {
      languages: list[0]!.languages.map((s) => s.language),
      of: CONCEPTS,
      item: (id) => list[id - 1],
      fields: [],
    }),
  ];
  const count = (found: readonly Finding[], check: string): number => found.filter((f) => f.check === check).length;

  test('of 1,300 words: fewer than one in a hundred is said to be of the other language', () => {
    const found = findings(concepts(words, ['de', 'en']));
    expect(count(found, 'other-language')).toBeLessThan(words.length / 100);
    expect(count(found, 'empty-language')).toBe(0);
    expect(count(found, 'broken-reference')).toBe(0);
  });

  test('terms put into the wrong language are said to be', () => {
    const wrong = words.map(([de, en], i): Pair => (i % 40 === 3 && en.length > 14 ? [en, en + ' x'] : [de, en]));
    const moved = wrong.flatMap(([de], i) => (i % 40 === 3 && words[i]![1].length > 14 ? [{ id: i + 1, de }] : []));
    const found = findings(concepts(wrong, ['de', 'en'])).filter((f) => f.check === 'other-language');
    const hit = moved.filter(({ id }) => found.some((f) => f.item === id));
    expect(moved.length).toBeGreaterThan(5);
    expect(hit.length / moved.length).toBeGreaterThan(0.6);
  });

  test.each(['de', 'fi', 'pl'])('country names in %s: no doublettes, no definitions, no statuses', (language) => {
    const found = findings(concepts(names[language]!, ['en', language]));
    for (const check of ['doublette', 'contradictory-status', 'definition-twice', 'value-outside-list', 'long-term'])
      expect([check, count(found, check)]).toEqual([check, 0]);
  });
});

/** Tables of a dozen rows, as they come with a single drawing or form. */
describe('exchanged rows in small tables', () => {
  const ROWS = 12;
  const TURNED = [3, 8];
  /** Of all tables together: exchanged rows found, and right ones that are said to be exchanged. */
  const judged = (all: readonly Pair[], languages: readonly [LanguageTag, LanguageTag]) => {
    const counts = { tables: 0, found: 0, wrong: 0, right: 0 };
    for (let at = 0; at + ROWS <= all.length && counts.tables < 60; at += ROWS) {
      counts.tables++;
      const rows = all.slice(at, at + ROWS).map(([a, b], i): Pair => (TURNED.includes(i) ? [b, a] : [a, b]));
      const finder = new FewSwaps(rows, languages);
      rows.forEach(([a, b], i) => {
        const said = finder.isSwapped(a, b);
        if (TURNED.includes(i)) counts.found += said ? 1 : 0;
        else {
          counts.right++;
          counts.wrong += said ? 1 : 0;
        }
      });
    }
    return counts;
  };
  const tag = (language: string): LanguageTag => language as LanguageTag;

  test('words of a dictionary, German and English', () => {
    const { tables, found, wrong, right } = judged(words, [tag('de'), tag('en')]);
    expect([tables, right]).toEqual([60, 600]);
    expect(wrong).toBeLessThanOrEqual(1);
    // Of 120.
    expect(found).toBeGreaterThan(75);
  });

  const scripts = countryNames(['ru', 'el', 'ja', 'ar', 'ko', 'zh_CN']);
  test.each(['ru', 'el', 'ja', 'ar', 'ko', 'zh_CN'])('English and %s: the scripts say it', (language) => {
    const counts = judged(scripts[language]!, [tag('en'), tag(language.slice(0, 2))]);
    expect(counts.wrong).toBe(0);
    expect(counts.found).toBeGreaterThanOrEqual(counts.tables * TURNED.length - 1);
  });

  test.each(LANGUAGES)('country names in English and %s', (language) => {
    const counts = judged(names[language]!, [tag('en'), tag(language)]);
    expect(counts.wrong).toBeLessThanOrEqual(2);
    expect(counts.found).toBeGreaterThan(2);
  });
});

import { describe, expect, test } from '@jest/globals';
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { checkWords } from './catalogue.js';
import { de } from './de/index.js';
import { en } from './en/index.js';

describe.each([en, de])('$speech.language', (words) => {
  test('every check has its words, and no words are left over', () => {
    const ids = [...new Set([...TERMBASE_CHECKS, ...MEMORY_CHECKS].map((check) => check.id))];
    expect(Object.keys(words.checks).sort()).toEqual(ids.sort());
    for (const id of ids) expect(checkWords(words, id, 'memory').explains).toMatch(/\.$/);
  });

  test('plurals by the rules of the language (CLDR), numbers as it writes them', () => {
    const { speech } = words;
    const forms = { one: '# a', other: '# b' };
    expect([0, 1, 2, 1234].map((n) => speech.count(n, forms))).toEqual([
      '0 b',
      '1 a',
      '2 b',
      `${new Intl.NumberFormat(speech.language).format(1234)} b`,
    ]);
  });
});

/**
 * Numbers of a translation against those of its original, as the locales of CLDR write them (through the runtime's ICU:
 * Intl.NumberFormat), and the digits of all scripts (Unicode Character Database, property Nd).
 */
import { describe, expect, test } from '@jest/globals';
import { numbersIn, sameNumbers } from '@fair-copy/core/alignment/numbers.js';

const LOCALES =
  'en de fr es pt-BR pt-PT it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr he ja zh ko ar ar-EG fa hi bn mr th vi id ca gl eu sl hr sr bg de-CH de-AT fr-CH en-IN es-MX'.split(
    ' ',
  );
const VALUES = [0, 7, 12, 123, 1234, 12_345, 1_234_567, 3.5, 0.25, 1234.5, 98_765.432];

describe('the same numbers', () => {
  test.each(LOCALES)('as %s writes them', (locale) => {
    const format = new Intl.NumberFormat(locale, { maximumFractionDigits: 3 });
    for (const value of VALUES) {
      const [english, other] = [`Set ${value.toLocaleString('en')} mm.`, `— ${format.format(value)} mm —`];
      expect([sameNumbers(english, other), english, other]).toEqual([true, english, other]);
    }
  });

  test.each(LOCALES)('and not others, in %s', (locale) => {
    const format = new Intl.NumberFormat(locale, { maximumFractionDigits: 3 });
    for (const value of VALUES) {
      const other = `${format.format(value + 1)} mm`;
      expect([sameNumbers(`${value.toLocaleString('en')} mm`, other), other]).toEqual([false, other]);
    }
  });

  test('in any order, with full stops and commas of sentences around them', () => {
    expect(sameNumbers('Posts 12 and 17, opened at 6.', 'Um 6 Uhr: Pfosten 17, dann 12.')).toBe(true);
    expect(sameNumbers('Posts 12 and 12', 'Pfosten 12')).toBe(false);
    expect(sameNumbers('12 000 kg', '12.000 kg')).toBe(true);
    expect(sameNumbers('At 07:30', 'Um 7.30 Uhr')).toBe(true);
  });
});

test('decimal digits of every script are read as what they are worth', () => {
  let scripts = 0;
  for (let code = 0; code <= 0x1ffff; code++) {
    const zero = String.fromCodePoint(code);
    if (!/\p{Nd}/u.test(zero) || /\p{Nd}/u.test(String.fromCodePoint(Math.max(0, code - 1)))) continue;
    // The styled digits of mathematics follow one another, ten by ten.
    for (let start = code; /\p{Nd}/u.test(String.fromCodePoint(start)); start += 10) {
      const digits = Array.from({ length: 10 }, (_, k) => String.fromCodePoint(start + k)).join('');
      expect([numbersIn(`x ${digits} y`), start.toString(16)]).toEqual([['123456789'], start.toString(16)]);
      scripts++;
    }
  }
  // Unicode 15 has 68 such runs; a runtime may know more.
  expect(scripts).toBeGreaterThanOrEqual(66);
});

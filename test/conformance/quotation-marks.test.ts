/**
 * Quotation marks of all locales of CLDR (cldr-misc-full, main/…/delimiters.json): in pairs they are no finding, alone
 * they are.
 */
import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { unbalanced } from '@fair-copy/core/checks/brackets.js';

interface Delimiters {
  readonly quotationStart: string;
  readonly quotationEnd: string;
  readonly alternateQuotationStart: string;
  readonly alternateQuotationEnd: string;
}

const FOLDER = new URL('../../node_modules/cldr-misc-full/main/', import.meta.url);
/** Southern Sotho opens with a double mark and closes with a single one there. */
const MISTAKEN = /^st\b/;
/** Also an apostrophe, or a mark of minutes: alone they say nothing. */
const APOSTROPHES = /[‘’‚]/;

const marks = readdirSync(fileURLToPath(FOLDER))
  .filter((locale) => !MISTAKEN.test(locale))
  .flatMap((locale) => {
    const file = JSON.parse(readFileSync(new URL(`${locale}/delimiters.json`, FOLDER), 'utf8')) as {
      main: Record<string, { delimiters: Delimiters }>;
    };
    const { delimiters: d } = file.main[locale]!;
    return [
      [locale, d.quotationStart, d.quotationEnd],
      [locale, d.alternateQuotationStart, d.alternateQuotationEnd],
    ] as const;
  });

test('there are hundreds of locales', () => expect(marks.length).toBeGreaterThan(1000));

describe('quotation marks', () => {
  test('in pairs are no finding, in any locale', () => {
    const wrong = marks.filter(
      ([locale, open, close]) =>
        unbalanced(`the ${open}lower${close} gate`, locale) ??
        unbalanced(`${open}lower${close} and ${open}upper${close}`, locale),
    );
    expect(wrong).toEqual([]);
  });

  test('of two kinds within one another are none either', () => {
    const byLocale = new Map<string, (readonly [string, string])[]>();
    for (const [locale, open, close] of marks) byLocale.set(locale, [...(byLocale.get(locale) ?? []), [open, close]]);
    const wrong = [...byLocale].filter(([locale, [outer, inner]]) =>
      unbalanced(`${outer![0]}the ${inner![0]}lower${inner![1]} gate${outer![1]}`, locale),
    );
    expect(wrong).toEqual([]);
  });

  test('that are opened or closed only are found', () => {
    const missed = marks
      .filter(([, open, close]) => !APOSTROPHES.test(open + close))
      .filter(
        ([locale, open, close]) =>
          !unbalanced(`the ${open}lower gate`, locale) || !unbalanced(`the lower${close} gate`, locale),
      );
    expect(missed).toEqual([]);
  });

  test('of Hebrew abbreviations are letters of the word', () => {
    // Common practice: a gershayim before the last letter, typed as a quotation mark.
    for (const text of ['צה"ל', 'ד"ר כהן', 'צה”ל', 'ארה״ב']) expect(unbalanced(text, 'he')).toBeNull();
    expect(unbalanced('"שלום', 'he')).not.toBeNull();
  });
});

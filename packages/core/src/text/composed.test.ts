import { describe, expect, test } from '@jest/globals';
import { unitKey, type Unit } from '../memory/unit.js';
import type { LanguageTag } from '../language/tags.js';
import { composed } from './composed.js';
import { NO_CODES } from './inline-codes.js';

/** A name with shadda typed before its vowel. */
const MUHAMMAD = 'م\u064f\u062d\u064e\u0645\u0651\u064e\u062f';

describe('composed', () => {
  test('Arabic as it is typed: shadda (class 33) before fatha (class 30) stays so', () => {
    expect(MUHAMMAD.normalize('NFC')).not.toBe(MUHAMMAD);
    expect(composed(MUHAMMAD)).toBe(MUHAMMAD);
  });

  test('Hebrew as it is typed: dagesh (class 21) before its vowel point (class 17)', () => {
    const typed = 'ש\u05bc\u05b7ב\u05bc\u05b8ת';
    expect(typed.normalize('NFC')).not.toBe(typed);
    expect(composed(typed)).toBe(typed);
  });

  test.each([
    ['u\u0308ber', 'über'],
    ['Åre', 'Åre'],
    ['한글', '한글'],
    [`e\u0301 ${MUHAMMAD} u\u0308`, `é ${MUHAMMAD} ü`],
    ['plain', 'plain'],
    ['', ''],
  ])('%j', (text, wanted) => expect(composed(text)).toBe(wanted));

  test('texts that differ only in the order of marks are the same unit', () => {
    const unit = (text: string): Unit => ({ variants: [{ language: 'ar' as LanguageTag, text, codes: NO_CODES }] });
    expect(unitKey(unit(MUHAMMAD))).toBe(unitKey(unit(MUHAMMAD.normalize('NFC'))));
  });

  test('linear, whatever marks stand in a row', () => {
    const text = 'x' + '\u0651\u064e'.repeat(200_000);
    expect(composed(text).length).toBe(text.length);
  });
});

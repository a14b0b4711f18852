import { describe, expect, it } from '@jest/globals';
import { hasMarks, nfc, normalized } from './normal.js';

/** Every character of the Basic Multilingual Plane but halves of others. */
const CHARACTERS = Array.from({ length: 0x10000 }, (_, unit) => String.fromCharCode(unit)).filter(
  (c) => !/\p{Cs}/u.test(c),
);

describe('normal forms', () => {
  it.each(['NFC', 'NFD', 'NFKC', 'NFKD'] as const)(
    'are those of the language itself for every character: %s',
    (form) => {
      const others = CHARACTERS.filter((char) => normalized(`a${char}b`, form) !== `a${char}b`.normalize(form));
      expect(others).toEqual([]);
    },
  );

  it('knows every mark of Unicode', () => {
    expect(CHARACTERS.filter((char) => hasMarks(`a${char}`) !== /\p{M}/u.test(char))).toEqual([]);
    // A mark beyond U+FFFF: musical symbol combining stem.
    expect(hasMarks('a\u{1D165}')).toBe(true);
    expect(hasMarks('a\u{1D400}')).toBe(false);
  });

  it('takes a run that is too long in parts, wherever it begins (UAX #15, section 13)', () => {
    for (let before = 0; before < 40; before++) {
      // Dot below (220) and acute (230): put in order within thirty, and not beyond.
      const text = 'x'.repeat(before) + 'e' + '\u0301\u0323'.repeat(20);
      const marks = (part: string): string => part.slice(part.search(/\p{M}/u));
      const parts = [marks(text).slice(0, 30), marks(text).slice(30)].map((part) => part.normalize('NFD'));
      expect(normalized(text, 'NFD')).toBe('x'.repeat(before) + 'e' + parts.join(''));
      expect(normalized(text, 'NFD')).not.toBe(text.normalize('NFD'));
    }
  });

  it('leaves thirty marks to the language itself', () => {
    const text = 'e' + '\u0301\u0323'.repeat(15);
    expect(normalized(text, 'NFD')).toBe(text.normalize('NFD'));
  });

  it('ends in linear time', () => {
    expect(nfc('e' + '\u0301\u0323'.repeat(500_000))).toHaveLength(1_000_000);
  });
});

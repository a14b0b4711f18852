import { describe, expect, test } from '@jest/globals';
import { encodingNamed } from './names.js';
import { EncodingSampler, type Codec } from './detect.js';

/** A codec for what needs none: these texts are decided before anything is decoded. */
const codec: Codec = {
  decoder: () => ({ write: (bytes) => String.fromCharCode(...bytes), end: () => '' }),
  encode: () => null,
};
const guess = (...bytes: number[]) => {
  const sampler = new EncodingSampler();
  sampler.write(Uint8Array.from(bytes));
  return sampler.guess(codec);
};

test.each([
  ['utf8', 'UTF-8'],
  ['UTF-8', 'UTF-8'],
  ['cp1252', 'windows-1252'],
  ['Windows 1250', 'windows-1250'],
  ['latin1', 'ISO-8859-1'],
  ['iso_8859-15', 'ISO-8859-15'],
  ['sjis', 'Shift_JIS'],
  ['gbk', 'GB18030'],
  ['euckr', 'EUC-KR'],
  ['US-ASCII', 'UTF-8'],
])('%s is %s', (name, encoding) => expect(encodingNamed(name)).toBe(encoding));

test('a name that nobody gave is none', () => expect(encodingNamed('morse')).toBeNull());

describe('what the bytes say themselves', () => {
  test.each([
    ['the mark of UTF-8', [0xef, 0xbb, 0xbf, 0x61], 'UTF-8', true],
    ['the mark of UTF-16, little-endian', [0xff, 0xfe, 0x61, 0], 'UTF-16LE', true],
    ['the mark of UTF-16, big-endian', [0xfe, 0xff, 0, 0x61], 'UTF-16BE', true],
    ['every second byte zero', [0x61, 0, 0x62, 0, 0x63, 0], 'UTF-16LE', false],
    ['every first byte zero', [0, 0x61, 0, 0x62, 0, 0x63], 'UTF-16BE', false],
    ['ASCII', [0x61, 0x62], 'UTF-8', false],
    ['valid UTF-8', [0xc3, 0xa4, 0xe6, 0xb0, 0xb4, 0xf0, 0xa0, 0x80, 0x80], 'UTF-8', false],
  ])('%s', (_, bytes, encoding, mark) => expect(guess(...bytes)).toMatchObject({ encoding, byteOrderMark: mark }));
});

/** RFC 3629, section 10 and table 3-7 of the Unicode Standard: what well-formed UTF-8 is not. */
test.each([
  ['overlong', [0xc0, 0xaf]],
  ['overlong in three bytes', [0xe0, 0x80, 0xaf]],
  ['a surrogate', [0xed, 0xa0, 0x80]],
  ['beyond U+10FFFF', [0xf4, 0x90, 0x80, 0x80]],
  ['a continuation alone', [0x80]],
  ['cut off', [0xe6, 0xb0]],
])('%s is not UTF-8', (_, bytes) => expect(guess(0x61, 0x0a, ...bytes).encoding).not.toBe('UTF-8'));

test('cut between the bytes of a character, UTF-8 is still UTF-8', () => {
  const sampler = new EncodingSampler();
  for (const byte of [0xe6, 0xb0, 0xb4]) sampler.write(Uint8Array.of(byte));
  expect(sampler.guess(codec).encoding).toBe('UTF-8');
});

/** Encodings against iconv of the GNU C library, and their detection on Debian's iso-codes (country names). */
import { describe, expect, test } from '@jest/globals';
import { ALPHABETS } from '@fair-copy/core/language/alphabets.js';
import { ENCODINGS, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { EncodingSampler } from '@fair-copy/core/encoding/detect.js';
import { codec } from '@fair-copy/files/codec.js';
import iconvLite from 'iconv-lite';
import { countryNames, json, run } from './outside.js';

/** What iconv calls the encodings; the Windows forms of the East Asian ones, as browsers read them. */
const ICONV: Partial<Record<EncodingName, string>> = {
  Shift_JIS: 'CP932',
  'EUC-KR': 'UHC',
  'EUC-JP': 'EUC-JP',
  GB18030: 'GB18030',
  Big5: 'BIG5-HKSCS',
};
const iconv = (from: string, to: string, bytes: Uint8Array): Buffer => run('iconv', ['-f', from, '-t', to], bytes);
const decode = (bytes: Uint8Array, encoding: EncodingName): string => {
  const decoder = codec.decoder(encoding);
  return decoder.write(bytes) + decoder.end();
};

describe('tables', () => {
  const single = ENCODINGS.filter((name) => /^(windows|ISO|KOI8)/.test(name));

  test.each(single)('%s: every byte that iconv can read reads the same', (encoding) => {
    let compared = 0;
    for (let byte = 0x20; byte < 0x100; byte++) {
      let expected: string;
      try {
        expected = iconv(encoding, 'UTF-8', Uint8Array.of(byte)).toString('utf8');
      } catch {
        continue;
      }
      expect([byte, decode(Uint8Array.of(byte), encoding)]).toEqual([byte, expected]);
      compared++;
    }
    expect(compared).toBeGreaterThan(190);
  });

  const TEXTS: Partial<Record<EncodingName, string>> = {
    Shift_JIS: '水門の管理規則（改訂版）ソ連・表示、ｶﾅ',
    'EUC-JP': '水門の管理規則（改訂版）ソ連・表示',
    GB18030: '船闸管理规则（修订版）𠀀€',
    Big5: '船閘管理規則（修訂版）',
    'EUC-KR': '갑문 관리 규칙(개정판) 뷁',
  };
  test.each(Object.entries(TEXTS) as [EncodingName, string][])('%s: text that iconv wrote', (encoding, text) => {
    const bytes = iconv('UTF-8', ICONV[encoding]!, Buffer.from(text));
    expect(decode(bytes, encoding)).toBe(text);
    // Cut anywhere, it reads the same.
    for (let cut = 1; cut < bytes.length; cut++) {
      const decoder = codec.decoder(encoding);
      expect(decoder.write(bytes.subarray(0, cut)) + decoder.write(bytes.subarray(cut)) + decoder.end()).toBe(text);
    }
  });

  test('what an encoding cannot write is said', () => {
    expect(codec.encode('Schleuse', 'windows-1252')).toEqual(Buffer.from('Schleuse'));
    expect(codec.encode('śluza', 'windows-1252')).toBeNull();
    expect(codec.encode('śluza', 'windows-1250')).not.toBeNull();
  });
});

describe('detection', () => {
  const CASES: readonly (readonly [EncodingName, readonly string[]])[] = [
    ['windows-1250', ['pl', 'cs', 'sk', 'hu', 'hr', 'sl', 'ro']],
    ['windows-1251', ['ru', 'uk', 'bg', 'sr']],
    ['windows-1252', ['de', 'fr', 'es', 'pt', 'it', 'sv', 'fi', 'da', 'nb', 'is']],
    ['windows-1253', ['el']],
    ['windows-1254', ['tr']],
    ['windows-1256', ['ar']],
    ['windows-1257', ['lt', 'lv', 'et']],
    ['ISO-8859-2', ['pl', 'cs', 'hu']],
    ['ISO-8859-15', ['fr', 'fi']],
    ['Shift_JIS', ['ja']],
    ['EUC-JP', ['ja']],
    ['GB18030', ['zh_CN']],
    ['Big5', ['zh_TW']],
    ['EUC-KR', ['ko']],
    ['UTF-16LE', ['de', 'ja']],
    ['UTF-16BE', ['pl']],
    ['UTF-8', ['de', 'ja', 'ar']],
  ];
  const names = countryNames([...new Set(CASES.flatMap(([, languages]) => languages))]);
  const cases = CASES.flatMap(([encoding, languages]) => languages.map((language) => [encoding, language] as const));

  const guess = (bytes: Uint8Array): { encoding: EncodingName; runnersUp: readonly EncodingName[] } => {
    const sampler = new EncodingSampler();
    for (let at = 0; at < bytes.length; at += 37) sampler.write(bytes.subarray(at, at + 37));
    return sampler.guess(codec);
  };

  /** The same text can be the same in several encodings: right is what reads right. */
  test.each(cases)('%s, %s: a glossary of 60 countries', (encoding, language) => {
    // Only what the encoding can write: Romanian's comma letters, for one, are older than windows-1250.
    const writable = names[language]!.filter((pair) => codec.encode(pair.join(), encoding) !== null).slice(0, 60);
    expect(writable.length).toBeGreaterThan(20);
    const text = writable.map(([english, name]) => `${english};${name}`).join('\r\n');
    const bytes = iconvLite.encode(text, encoding, { addBOM: false });
    const { encoding: found, runnersUp } = guess(bytes);
    // Estonian has two letters (š, ž) that tell windows-1257 from windows-1252, and hardly uses them: offered is enough.
    const offered = language === 'et' && runnersUp.includes(encoding);
    expect([found, offered || decode(bytes, found) === text]).toEqual([found, true]);
  });
});

test('the letters by which encodings are weighed are letters of CLDR (main or auxiliary exemplars)', () => {
  for (const [language, letters] of Object.entries(ALPHABETS)) {
    const locale = language === 'nb' ? 'no' : language;
    const file = json<{ main: Record<string, { characters: { exemplarCharacters: string; auxiliary?: string } }> }>(
      `cldr-misc-full/main/${locale}/characters.json`,
    );
    const { exemplarCharacters, auxiliary = '' } = Object.values(file.main)[0]!.characters;
    const known = (exemplarCharacters + auxiliary).normalize('NFC').toLowerCase();
    const missing = [...letters].filter((letter) => !known.includes(letter));
    // Romanian's cedilla forms are what old encodings have instead of its comma letters.
    expect([language, missing.filter((letter) => !'şţ'.includes(letter))]).toEqual([language, []]);
  }
});

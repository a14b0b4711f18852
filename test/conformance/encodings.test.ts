/** Encodings against iconv of the GNU C library, and their detection on Debian's iso-codes (country names). */
import { describe, expect, test } from '@jest/globals';
import { ALPHABETS } from '@fair-copy/core/language/alphabets.js';
import { ENCODINGS, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { EncodingSampler } from '@fair-copy/core/encoding/detect.js';
import { codec, MixedDecoder } from '@fair-copy/files/codec.js';
import { countryNames, json, run } from './outside.js';

/** What iconv calls the encodings; the Windows forms of the East Asian ones, as browsers read them. */
const ICONV: Partial<Record<EncodingName, string>> = {
  Shift_JIS: 'CP932',
  'EUC-KR': 'UHC',
  'EUC-JP': 'EUC-JP',
  GB18030: 'GB18030',
  Big5: 'BIG5-HKSCS',
  IBM737: 'CP737',
  IBM775: 'CP775',
  'x-mac-ce': 'MAC-CENTRALEUROPE',
  'x-mac-cyrillic': 'MAC-CYRILLIC',
};
const iconv = (from: string, to: string, bytes: Uint8Array): Buffer => run('iconv', ['-f', from, '-t', to], bytes);
const decode = (bytes: Uint8Array, encoding: EncodingName): string => {
  const decoder = codec.decoder(encoding);
  return decoder.write(bytes) + decoder.end();
};

describe('tables', () => {
  const single = ENCODINGS.filter((name) => /^(windows|ISO|KOI8|IBM|x-mac-ce)/.test(name));

  /** Apple changed two characters since the tables that iconv has: the Encoding Standard (WHATWG) has the new ones. */
  test.each(['macintosh', 'x-mac-cyrillic'] as const)('%s is that of the Encoding Standard', (encoding) => {
    const bytes = Uint8Array.from({ length: 0x7f }, (_, i) => i + 0x80);
    expect(decode(bytes, encoding).normalize('NFC')).toBe(new TextDecoder(encoding).decode(bytes).normalize('NFC'));
  });

  test.each(single)('%s: every byte that iconv can read reads the same', (encoding) => {
    let compared = 0;
    for (let byte = 0x20; byte < 0x100; byte++) {
      let expected: string;
      try {
        expected = iconv(ICONV[encoding] ?? encoding, 'UTF-8', Uint8Array.of(byte)).toString('utf8');
      } catch {
        continue;
      }
      expect([byte, decode(Uint8Array.of(byte), encoding).normalize('NFC')]).toEqual([byte, expected.normalize('NFC')]);
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
    ['windows-1258', ['vi']],
    ['windows-874', ['th']],
    ['windows-1255', ['he']],
    ['ISO-8859-5', ['ru']],
    ['ISO-8859-7', ['el']],
    ['ISO-8859-9', ['tr']],
    ['KOI8-R', ['ru']],
    ['KOI8-U', ['uk']],
    ['IBM437', ['de', 'fr', 'es', 'sv', 'fi']],
    ['IBM737', ['el']],
    ['IBM775', ['lt', 'lv']],
    ['IBM850', ['de', 'fr', 'es', 'pt', 'it', 'sv', 'da', 'nb', 'nl']],
    ['IBM852', ['pl', 'cs', 'sk', 'hu', 'hr', 'sl']],
    ['IBM855', ['bg', 'sr']],
    ['IBM857', ['tr']],
    ['IBM862', ['he']],
    ['IBM866', ['ru', 'bg']],
    ['macintosh', ['de', 'fr', 'es', 'pt', 'it', 'sv', 'da']],
    ['x-mac-ce', ['pl', 'cs', 'hu']],
    ['x-mac-cyrillic', ['ru', 'uk']],
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

  /** Lines "English;name". windows-1258 has tones as letters of their own. */
  const glossary = (language: string, encoding: EncodingName, most: number): string => {
    const form = (text: string): string =>
      encoding === 'windows-1258'
        ? text.normalize('NFD').replace(/\p{L}[\u0302\u0306\u031B]/gu, (letter) => letter.normalize('NFC'))
        : text;
    const lines = names[language]!.map(([english, name]) => form(`${english};${name}`));
    const writable = lines.filter((line) => codec.encode(line, encoding) !== null).slice(0, most);
    expect(writable.length).toBeGreaterThan(20);
    return writable.join('\r\n');
  };

  /** The same text can be the same in several encodings: right is what reads right. */
  test.each(cases)('%s, %s: a glossary of 60 countries', (encoding, language) => {
    // Only what the encoding can write: Romanian's comma letters, for one, are older than windows-1250.
    const text = glossary(language, encoding, 60);
    const bytes = codec.encode(text, encoding)!;
    const { encoding: found, runnersUp } = guess(bytes);
    // Estonian has two letters (š, ž) that tell windows-1257 from windows-1252, and hardly uses them: offered is enough.
    // So it is where there are hardly any letters to go by (the 60 names in Italian have seven).
    const few = language === 'et' || (text.match(/[^\0-\x7f]/g)?.length ?? 0) < 10;
    const offered = few && runnersUp.includes(encoding);
    expect([found, offered || decode(bytes, found) === text]).toEqual([found, true]);
  });
});

/** Files that grew over the years: most lines in UTF-8, some in what the sheet was saved in before. */
describe('two encodings in one text', () => {
  const CASES: readonly (readonly [EncodingName, string])[] = [
    ['windows-1252', 'de'],
    ['windows-1252', 'fr'],
    ['windows-1250', 'pl'],
    ['windows-1250', 'cs'],
    ['windows-1251', 'ru'],
    ['windows-1253', 'el'],
    ['windows-1254', 'tr'],
    ['IBM850', 'de'],
    ['IBM852', 'pl'],
    ['macintosh', 'fr'],
  ];
  const names = countryNames([...new Set(CASES.map(([, language]) => language))]);

  test.each(CASES.flatMap(([encoding, language]) => [2, 5, 30].map((every) => [encoding, language, every] as const)))(
    'UTF-8 and %s (%s), every %d. line',
    (encoding, language, every) => {
      const lines = names[language]!.map((pair) => `${pair.join(';')}\n`)
        .filter((line) => /[^\0-\x7f]/.test(line) && codec.encode(line, encoding) !== null)
        .slice(0, 90);
      const bytes = Buffer.concat(
        lines.map((line, i) => (i % every === 1 ? codec.encode(line, encoding)! : Buffer.from(line))),
      );
      const sampler = new EncodingSampler();
      sampler.write(bytes);
      const { encoding: most, otherLines } = sampler.guess(codec);
      expect(most).toBe('UTF-8');
      const decoder = new MixedDecoder(otherLines!);
      const text = decoder.write(bytes.subarray(0, 99)) + decoder.write(bytes.subarray(99)) + decoder.end();
      expect(text.split('\n')).toEqual(lines.join('').split('\n'));
      expect(decoder.count).toBe(lines.filter((_, i) => i % every === 1).length);
    },
  );
});

test('a line longer than any, cut within its letters, loses none of them', () => {
  const long = 'ä水'.repeat(700_000);
  const bytes = Buffer.concat([Buffer.from(long), Buffer.from('\nSchlüssel\n', 'latin1'), Buffer.from('Größe\n')]);
  const decoder = new MixedDecoder('windows-1252');
  let text = '';
  for (let at = 0; at < bytes.length; at += 262_139) text += decoder.write(bytes.subarray(at, at + 262_139));
  text += decoder.end();
  expect(text === `${long}\nSchlüssel\nGröße\n`).toBe(true);
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

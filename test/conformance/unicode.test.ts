/** Words, sentences and forms of texts against the test files that Unicode publishes (Debian’s unicode-data) and CLDR. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { wordCount } from '@fair-copy/core/counts/count.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { caselessKey, exactKey, foldForSearch } from '@fair-copy/core/text/fold.js';
import { json, PYTHON, run } from './outside.js';

const FOLDER = '/usr/share/unicode';
const text = (codes: string): string =>
  codes
    .trim()
    .split(/\s*×\s*|\s+/)
    .filter(Boolean)
    .map((code) => String.fromCodePoint(parseInt(code, 16)))
    .join('');

/** The pieces of each line of a file of break tests, with the line as it stands. */
function* breakTests(name: string): Generator<readonly [line: string, pieces: string[]]> {
  for (const line of readFileSync(`${FOLDER}/auxiliary/${name}`, 'utf8').split('\n')) {
    const said = line.split('#')[0]!.trim();
    if (said) yield [said, said.split('÷').map(text).filter(Boolean)];
  }
}

test('WordBreakTest: words of plain text are counted as UAX #29 says', () => {
  let tested = 0;
  for (const [said, pieces] of breakTests('WordBreakTest.txt')) {
    // Only texts of Latin letters and signs: there a piece is a word if it holds a letter or a digit.
    // The underscore joins words; whether it is one by itself the standard leaves open.
    if (!pieces.every((piece) => /^[\x20-\x5E\x60-\x7E]+$/.test(piece))) continue;
    expect([said, wordCount(pieces.join(''), 'en')]).toEqual([
      said,
      pieces.filter((piece) => /[A-Za-z0-9]/.test(piece)).length,
    ]);
    tested++;
  }
  expect(tested).toBeGreaterThan(20);
});

test('SentenceBreakTest: sentences end where UAX #29 says, but for what its rules leave to a tailoring', () => {
  const segment = segmenterFor('en');
  const shown = (pieces: readonly string[]): string[] => pieces.map((piece) => piece.trim()).filter(Boolean);
  let same = 0;
  let all = 0;
  for (const [said, pieces] of breakTests('SentenceBreakTest.txt')) {
    const ours = segment(pieces.join(''));
    expect(ours.join('').replace(/\s/g, '')).toBe(pieces.join('').replace(/\s/g, ''));
    all++;
    if (JSON.stringify(ours) === JSON.stringify(shown(pieces))) {
      same++;
      continue;
    }
    // Ours: no sentence ends without white space (".A", "字.字"), brackets in brackets and "etc." go on, and signs that
    // are not seen (joiners, combining marks by themselves) are letters like others.
    const isKnown = pieces.length > 1 && pieces.slice(0, -1).every((piece) => !/\s$/.test(piece));
    expect([said, isKnown || /2060|0308|0300|0065 . 0074 . 0063|0028/.test(said)]).toEqual([said, true]);
  }
  expect(all).toBeGreaterThan(500);
  expect(same / all).toBeGreaterThan(0.92);
});

/** Ordinary words that also end sentences ("To.", "Is.", "am.") are among CLDR's suppressions; ours leave them out. */
describe('CLDR’s segment suppressions (npm cldr-segments-full)', () => {
  test.each([
    ['de', 0.65],
    ['en', 0.55],
    ['es', 0.65],
    ['fr', 0.6],
    ['it', 0.75],
    ['pt', 0.5],
    ['ru', 1],
  ])('%s: at least %d of the abbreviations end no sentence', (language, floor) => {
    const { segments } = json<{
      segments: { segmentations: { SentenceBreak: { standard: { suppression: string }[] } } };
    }>(`cldr-segments-full/segments/${language}/suppressions.json`);
    const known = segments.segmentations.SentenceBreak.standard.map(({ suppression }) => suppression);
    const segment = segmenterFor(language);
    const kept = known.filter((abbreviation) => segment(`Xx ${abbreviation} Xx yy.`).length === 1);
    expect(known.length).toBeGreaterThan(15);
    expect(kept.length / known.length).toBeGreaterThanOrEqual(floor);
  });
});

test('NormalizationTest: what is canonically equivalent is the same for every comparison', () => {
  const file = run(PYTHON, [
    '-c',
    `import bz2,sys; sys.stdout.buffer.write(bz2.open("${FOLDER}/NormalizationTest.txt.bz2").read())`,
  ]);
  let tested = 0;
  const differing: string[] = [];
  for (const line of file.toString('utf8').split('\n')) {
    if (!/^[0-9A-F]/.test(line)) continue;
    const [source, nfc, nfd] = line.split(';').slice(0, 3).map(text) as [string, string, string];
    for (const key of [exactKey, caselessKey, foldForSearch])
      if (key(source) !== key(nfc) || key(nfd) !== key(nfc)) differing.push(`${key.name}: ${line.slice(0, 60)}`);
    tested++;
  }
  expect(differing).toEqual([]);
  expect(tested).toBeGreaterThan(18_000);
});

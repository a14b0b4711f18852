import { describe, expect, test } from '@jest/globals';
import { align } from './align.js';
import { EdgeModel } from './edges.js';
import { listness } from './listness.js';
import { isScanned, lookOf, readable } from './scanned.js';

/** Pairs of Unicode's confusables (UTS #39, confusables.txt 16.0, from memory), folded. */
test.each([
  ['modern', 'modem'],
  ['1ock', 'lock'],
  ['l0ck', 'lock'],
])('“%s” looks like “%s”', (one, other) => expect(lookOf(one)).toBe(lookOf(other)));

/** Common practice of correcting scanned texts. */
test.each([
  ['tbe', 'the'],
  ['gatc', 'gate'],
  ['wbarf', 'wharf'],
  ['ящик', 'яшик'],
])('“%s” looks like “%s”', (one, other) => expect(lookOf(one)).toBe(lookOf(other)));

const SUBJECTS = ['keeper', 'harbour master', 'bridge warden', 'lighthouse crew', 'ferryman', 'pilot'];
const THINGS = ['eastern gate', 'long chain', 'cabin heater', 'iron bollard', 'signal lamp', 'rescue rope'];
const ENGLISH = SUBJECTS.flatMap((subject) =>
  THINGS.map((thing) => `The ${subject} checks the ${thing} every evening.`),
);
/** Each second "e" and "h" is taken for another letter. */
const damaged = (text: string): string => {
  let k = 0;
  return text.replace(/[eh]/g, (letter) => (k++ % 2 ? letter : letter === 'e' ? 'c' : 'b'));
};

describe('whether a text is a scanned one', () => {
  const WORDS =
    'harbour keeper lighthouse anchor chain heater bollard ferry rescue shelter weather eastern northern ledger warehouse ' +
    'cement timber lantern helmet pilothouse evening ladder member height teeth engine cable trench';
  const lines = (text: string): string[] => text.match(/(?:\S+ ?){1,4}/g)!;

  test('one whose rare words look like others of it is, without damage it is not', () => {
    expect(isScanned(lines(`${WORDS} ${damaged(WORDS)}`))).toBe(true);
    expect(isScanned(lines(WORDS))).toBe(false);
    expect(isScanned(lines(`${WORDS} ${WORDS}`))).toBe(false);
    expect(isScanned(ENGLISH)).toBe(false);
  });

  test('codes of parts that look alike make none', () => {
    expect(isScanned(Array.from({ length: 200 }, (_, k) => `${'ECHBIL'[k % 6]}${Math.floor(k / 6)} valve`))).toBe(
      false,
    );
  });
});

describe('as it is to be compared', () => {
  const compared = readable([...ENGLISH, 'Thekeeper waits.', 'The kee per waits.']);

  test('what was run together is parted, what was broken up is joined, by words that the text has', () => {
    expect(compared('Theferryman checks').split(' ')).toEqual([lookOf('the'), lookOf('ferryman'), lookOf('checks')]);
    expect(compared('The ferry man checks').split(' ')).toEqual([lookOf('the'), lookOf('ferryman'), lookOf('checks')]);
  });

  test('words that the text does not have stay', () => {
    expect(compared('Thunderstorm')).toBe(lookOf('thunderstorm'));
  });
});

test('a scanned text is paired by how its words look', () => {
  const german = SUBJECTS.flatMap((_, s) =>
    THINGS.map((_, t) => `Wache ${'ABCDEF'[s]} prüft abends das Ding ${'UVWXYZ'[t]}.`),
  );
  const source = ENGLISH.map((text, k) => (k % 2 ? damaged(text) : text));
  const target = german.filter((_, k) => k !== 17);
  const steps = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const pairs = step.value.beads.filter((bead) => bead.target.to > bead.target.from);
  expect(pairs.filter(({ source: s, target: t }) => t.from === s.from - Number(s.from > 17))).toHaveLength(35);
});

/** Runs of any length are gone through once: otherwise these would not end within the hour. */
test.each([
  ['digits', '7'.repeat(400_000)],
  ['letters', 'ab'.repeat(200_000)],
  ['letters and spaces', `${'x'.repeat(400_000)} y`],
  ['marks', '«'.repeat(400_000)],
  ['ends', `${'.'.repeat(400_000)}x`],
])('long runs of %s take no time', (_, run) => {
  const texts = [`Gate ${run} opens`, run, 'The end.'];
  expect(isScanned(texts)).toBe(false);
  expect(readable(texts)('Gate')).toBe(lookOf('gate'));
  expect(readable(texts)(run).length).toBeGreaterThan(0);
  expect(listness(texts, texts, 0)).toBe(0);
  expect(EdgeModel.of(texts, texts).score(2, 1, 2, 1)).toBeGreaterThan(0);
});

import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../../language/tags.js';
import { plainSegment, type InlineCode } from '../../text/inline-codes.js';
import type { Unit } from '../unit.js';
import { Buckets } from './buckets.js';
import type { Conflict, Output } from './decide.js';
import { difference } from './loosened.js';
import { Merge, type MergeInput, type NearPair } from './merge.js';
import type { Fate, MergePlan } from './plan.js';

const inputOf = (units: readonly Unit[]): MergeInput => ({
  count: units.length,
  units: () => units,
  unit: (number) => units[number]!,
});

const PLAN: MergePlan = { by: ['en' as LanguageTag], ignore: [], regions: 'keep', keep: 'newest' };

function unit(texts: Readonly<Record<string, string>>, attributes?: Readonly<Record<string, string>>): Unit {
  const variants = Object.entries(texts).map(([language, text]) => ({
    language: language as LanguageTag,
    ...plainSegment(text),
  }));
  return { variants, ...(attributes && { attributes }) };
}

const dated = (texts: Readonly<Record<string, string>>, changedate: string): Unit => unit(texts, { changedate });

function merged(inputs: readonly (readonly Unit[])[], plan: Partial<MergePlan> = {}) {
  const outputs: Output[] = [];
  const conflicts: Conflict[] = [];
  const near: NearPair[] = [];
  const merge = new Merge(inputs.map(inputOf), { ...PLAN, ...plan });
  const tally = merge.run({
    output: (output) => outputs.push(output),
    conflict: (conflict) => conflicts.push(conflict),
    near: (pair) => near.push(pair),
  });
  const texts = outputs.map(({ unit: { variants } }) => variants.map(({ text }) => text).join(' = '));
  return { merge, outputs, units: outputs.map((output) => output.unit), texts, conflicts, near, tally };
}

describe('what stays', () => {
  const OLD = dated({ en: 'lock', de: 'Schloss' }, '20190101T000000Z');
  const NEW = dated({ en: 'lock', de: 'Schleuse' }, '20240301T000000Z');
  const NONE = unit({ en: 'lock', de: 'Kammer' });

  test('the newest, whatever the order; what has no date is older; equal dates decide nothing', () => {
    expect(merged([[OLD], [NEW]]).texts).toEqual(['lock = Schleuse']);
    expect(merged([[NEW, OLD], [NONE]])).toMatchObject({
      texts: ['lock = Schleuse'],
      tally: { written: 1, gaveWay: 2 },
    });
    const same = dated({ en: 'lock', de: 'Kammer' }, '20240301T000000Z');
    const { texts, conflicts, tally } = merged([[NEW, OLD], [same]]);
    expect(texts.sort()).toEqual(['lock = Kammer', 'lock = Schleuse']);
    expect(tally).toEqual({ written: 2, same: 0, gaveWay: 1, waiting: 0, left: 0 });
    expect(conflicts).toMatchObject([{ language: 'de', winner: null }]);
    expect(conflicts[0]!.candidates).toHaveLength(3);
    expect(merged([[NONE], [unit({ en: 'lock', de: 'Schleuse' })]]).tally).toMatchObject({ written: 2 });
  });

  test.each([
    ['rank', [OLD], [NEW], ['lock = Schloss']],
    ['rank', [OLD, NEW], [NONE], ['lock = Schleuse']],
    ['all', [OLD], [NEW], ['lock = Schleuse', 'lock = Schloss']],
    ['ask', [OLD], [NEW], []],
    [
      'used',
      [unit({ en: 'weir', de: 'Wehr' }, { usagecount: '7' })],
      [unit({ en: 'weir', de: 'Damm' })],
      ['weir = Wehr'],
    ],
  ] as const)('%s', (keep, a, b, wanted) => expect(merged([a, b], { keep }).texts.sort()).toEqual(wanted));

  test('a decision holds for its conflict, also when newer units come', () => {
    const { conflicts } = merged([[OLD], [NEW]], { keep: 'ask' });
    const decisions = { [conflicts[0]!.id]: { text: 'Schloss' } };
    const again = merged([[OLD], [NEW], [dated({ en: 'lock', de: 'Kammer' }, '20260101T000000Z')]], {
      keep: 'ask',
      decisions,
    });
    expect(again.texts).toEqual(['lock = Schloss']);
    expect(again.tally).toMatchObject({ written: 1, gaveWay: 2, waiting: 0 });
    expect(again.conflicts[0]!.decided).toBe(true);
  });
});

test('what wins keeps its attributes and takes over what it lacks', () => {
  const a: Unit = {
    ...unit({ en: 'sluice', de: 'Schütz' }, { creationdate: '20100101T000000Z', creationid: 'mara', usagecount: '2' }),
    props: [{ type: 'project', text: 'Harbour' }],
  };
  const b: Unit = {
    ...unit(
      { en: 'sluice', de: 'Schütz', fr: 'vanne' },
      { creationdate: '20150101T000000Z', changedate: '20200101T000000Z', changeid: 'jonas', usagecount: '3' },
    ),
    notes: [{ text: 'of the weir' }],
  };
  const { units, tally } = merged([[a], [b]]);
  expect(tally).toMatchObject({ written: 1, same: 1 });
  expect(units[0]).toMatchObject({
    attributes: {
      creationdate: '20100101T000000Z',
      creationid: 'mara',
      changedate: '20200101T000000Z',
      changeid: 'jonas',
      usagecount: '5',
    },
    props: [{ type: 'project', text: 'Harbour' }],
    notes: [{ text: 'of the weir' }],
  });
  expect(units[0]!.variants.map(({ language }) => language)).toEqual(['en', 'de', 'fr']);
});

test('several pairs become units of several languages where their texts meet, not where they have different ones', () => {
  const de = unit({ en: 'towpath', de: 'Treidelpfad' });
  const fr = unit({ en: 'towpath', fr: 'chemin de halage' });
  expect(merged([[de], [fr]]).texts).toEqual(['towpath = Treidelpfad = chemin de halage']);
  const other = unit({ en: 'towpath', de: 'Leinpfad' });
  expect(merged([[de], [fr], [other]], { keep: 'all' }).texts.sort()).toEqual([
    'towpath = Leinpfad',
    'towpath = Treidelpfad',
    'towpath = chemin de halage',
  ]);
});

describe('what is ignored', () => {
  const code: InlineCode = {
    kind: 'alone',
    pair: '',
    shown: 'b',
    format: 'tmx',
    name: 'ph',
    attributes: {},
    inner: '',
  };
  const A = plainSegment('Open the gate');
  test.each([
    ['spaces', plainSegment(' Open  the gate')],
    ['case', plainSegment('OPEN the gate')],
    ['punctuation', plainSegment('Open the gate.')],
    ['codes', { text: '\uE0C0Open the gate', codes: [code] }],
  ] as const)('%s', (kind, b) => {
    expect(difference(A, b)).toEqual([kind]);
    const units = [A, b].map((segment): Unit => ({
      variants: [{ language: 'en' as LanguageTag, ...segment }, ...unit({ de: 'Tor auf' }).variants],
    }));
    expect(merged([[units[0]!], [units[1]!]]).near).toMatchObject([{ differ: [kind] }]);
    expect(merged([[units[0]!], [units[1]!]]).tally.written).toBe(2);
    expect(merged([[units[0]!], [units[1]!]], { ignore: [kind] }).tally).toMatchObject({ written: 1, same: 1 });
  });

  test('digits, and several at once, as few as explain it', () => {
    expect(difference(plainSegment('Lock 1,250'), plainSegment('Lock 3'))).toEqual(['digits']);
    expect(difference(plainSegment('Lock 1.'), plainSegment('lock 3'))).toEqual(['case', 'punctuation', 'digits']);
    expect(difference(plainSegment('Lock'), plainSegment('Weir'))).toBeNull();
  });

  test('a text of which nothing would be left stays itself', () => {
    expect(
      merged([[unit({ en: '…', de: 'a' })], [unit({ en: '!', de: 'b' })]], { ignore: ['punctuation'] }).tally.written,
    ).toBe(2);
  });
});

test('regions are kept, or folded', () => {
  const a = [unit({ 'en-GB': 'harbour', de: 'Hafen' })];
  const b = [unit({ 'en-US': 'harbour', de: 'Hafen' })];
  expect(merged([a, b]).tally.written).toBe(2);
  expect(merged([a, b], { regions: 'fold' }).tally).toMatchObject({ written: 1, same: 1 });
});

test('what does not pass the filter is left out', () => {
  const a = { ...dated({ en: 'gate', de: 'Tor' }, '20200101T000000Z'), props: [{ type: 'client', text: 'Brennick' }] };
  const b = dated({ en: 'gate', de: 'Pforte' }, '20240101T000000Z');
  expect(merged([[a, b]], { filter: { to: '20211231' } })).toMatchObject({ texts: ['gate = Tor'], tally: { left: 1 } });
  expect(merged([[a, b]], { filter: { props: { client: ['Brennick'] } } }).texts).toEqual(['gate = Tor']);
  expect(merged([[a, b]], { filter: { from: '20230101' } }).texts).toEqual(['gate = Pforte']);
});

/** Numbers as good as random, the same in every run (Marsaglia, xorshift, 2003). */
function random(seed: number): (below: number) => number {
  let x = seed;
  return (below) => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) % below;
  };
}

const next = random(2026);
const some = (): Unit[] =>
  Array.from({ length: 3 + next(30) }, () => {
    const date = ['', '20200101T000000Z', '20210101T000000Z', '20220101T000000Z'][next(4)]!;
    return unit({ en: `text ${next(12)}`, de: `Text ${next(3)}` }, date ? { changedate: date } : undefined);
  });
const sorted = (texts: readonly string[]): string[] => [...texts].sort();

describe('laws', () => {
  test.each(Array.from({ length: 40 }, () => [some(), some(), some()] as const))('%#', (a, b, c) => {
    const all = merged([a, b, c]);
    // Nothing is lost without a line in the tally.
    const sum = Object.values(all.tally).reduce((x, y) => x + y, 0);
    expect(sum).toBe(a.length + b.length + c.length);
    const fates: Record<string, number> = {};
    for (const [rank, units] of [a, b, c].entries())
      for (const i of units.keys()) {
        const fate: Fate = all.merge.fateOf(rank, i);
        fates[fate] = (fates[fate] ?? 0) + 1;
      }
    expect({ ...{ written: 0, same: 0, gaveWay: 0, waiting: 0, left: 0 }, ...fates }).toEqual(all.tally);
    expect(all.units).toHaveLength(all.tally.written);
    // Merging a thing with itself changes nothing.
    const once = merged([a]);
    expect(merged([once.units, once.units]).units).toEqual(once.units);
    expect(merged([a, a]).texts).toEqual(once.texts);
    // The result depends neither on the order in which inputs come, nor on how they are bracketed.
    expect(sorted(merged([c, a, b]).texts)).toEqual(sorted(all.texts));
    expect(sorted(merged([merged([a, b]).units, c]).texts)).toEqual(sorted(all.texts));
    expect(sorted(merged([a, merged([b, c]).units]).texts)).toEqual(sorted(all.texts));
  });
});

test('buckets hold numbers by their keys in the order in which they came', () => {
  const buckets = new Buckets();
  const wanted = new Map<number, number[]>();
  for (let i = 0; i < 20_000; i++) {
    const key = next(9000) * 1_000_003_777;
    buckets.add(key);
    const there = wanted.get(key);
    if (there) there.push(i);
    else wanted.set(key, [i]);
  }
  expect(buckets.distinct).toBe(wanted.size);
  for (const [key, numbers] of wanted) {
    expect(buckets.of(key)).toEqual(numbers);
    expect(buckets.from(numbers[0]!)).toEqual(numbers);
    expect(buckets.sizeFrom(numbers[0]!)).toBe(numbers.length);
    for (const later of numbers.slice(1)) expect([buckets.from(later), buckets.sizeFrom(later)]).toEqual([[], 0]);
  }
});

test('very many that differ in a number take no longer than so many that do not', () => {
  const units = Array.from({ length: 20_000 }, (_, i) => unit({ en: `Lock ${i} is closed.`, de: `Schleuse ${i}` }));
  let [pairs, told] = [0, 0];
  new Merge([inputOf([...units, unit({ en: 'LOCK 1 IS CLOSED.', de: 'x' })])], PLAN).run({
    output: () => undefined,
    near: () => told++,
    nearInDigits: (count) => (pairs = count),
  });
  expect([told, pairs]).toEqual([1, 19_999]);
});

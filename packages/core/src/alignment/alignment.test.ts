import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { align, type AlignOptions } from './align.js';
import type { Alignment, Bead } from './bead.js';
import { lengthAlignment, logTail } from './gale-church.js';
import { knownWords } from './known-words.js';
import { fatesOf } from './revision.js';

function aligned(source: readonly string[], target: readonly string[], options: Partial<AlignOptions> = {}): Alignment {
  const work = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de', ...options });
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThan(0);
    expect(step.value).toBeLessThan(1);
  }
}

const short = ({ source, target }: Bead): string => `${source.from}-${source.to}|${target.from}-${target.to}`;

/** Every segment of both sides exactly once. */
function expectWhole({ beads, moved }: Alignment, n: number, m: number): void {
  const sources: number[] = [];
  const targets: number[] = [];
  for (const { source, target, sureness } of beads) {
    for (let i = source.from; i < source.to; i++) sources.push(i);
    for (let j = target.from; j < target.to; j++) targets.push(j);
    expect(sureness).toBeGreaterThanOrEqual(0);
    expect(sureness).toBeLessThanOrEqual(1);
  }
  const all = (count: number): number[] => Array.from({ length: count }, (_, k) => k);
  expect(sources.sort((a, b) => a - b)).toEqual(all(n));
  expect(targets.sort((a, b) => a - b)).toEqual(all(m));
  for (const k of moved) expect(beads[k]).toBeDefined();
}

const ENGLISH = [
  'Chapter 4: Mooring',
  'Boats moor on the left bank between posts 12 and 17.',
  'The lock keeper assigns the place.',
  'Mooring lines are made fast to the bollards only, never to the railing.',
  'Boats longer than 15 m report before arrival.',
  'Chapter 5: Water level',
  'The gauge stands at the upper gate and is read at 6 and 18 hours.',
  'If the level falls below 120 cm, navigation is closed.',
];
const GERMAN = [
  'Kapitel 4: Festmachen',
  'Boote machen am linken Ufer zwischen den Pfosten 12 und 17 fest.',
  'Der Schleusenwärter weist den Platz zu.',
  'Festmacherleinen werden nur an den Pollern belegt, niemals am Geländer.',
  'Boote über 15 m melden sich vor der Ankunft an.',
  'Kapitel 5: Wasserstand',
  'Der Pegel steht am Obertor und wird um 6 und 18 Uhr abgelesen.',
  'Sinkt der Stand unter 120 cm, ist die Schifffahrt gesperrt.',
];

describe('pairs of two texts', () => {
  test('segment by segment', () => {
    const alignment = aligned(ENGLISH, GERMAN);
    expect(alignment.beads.map(short)).toEqual(ENGLISH.map((_, k) => `${k}-${k + 1}|${k}-${k + 1}`));
    expectWhole(alignment, 8, 8);
  });

  test('a segment that is missing derails nothing', () => {
    const shorter = GERMAN.filter((_, k) => k !== 3);
    const { beads } = aligned(ENGLISH, shorter);
    expect(beads.map(short)).toContain('3-4|3-3');
    expect(beads.map(short)).toContain('7-8|6-7');
  });

  test('two sentences that were made one', () => {
    const joined = [...GERMAN.slice(0, 6), `${GERMAN[6]!} ${GERMAN[7]!}`];
    expect(aligned(ENGLISH, joined).beads.map(short)).toContain('6-8|6-7');
  });

  test('words that are known beforehand tell what is missing where the texts teach nothing', () => {
    const source = ['Bridges', 'Cranes', 'Gates', 'Railings', 'Ropes', 'Weirs'];
    const target = ['Brücken', 'Tore', 'Geländer', 'Seile', 'Wehre'];
    const words = knownWords(
      { source: ['bridges', 'gates', 'ropes'], target: ['Brücken', 'Tore', 'Seile'] },
      'en',
      'de',
    );
    const { beads } = aligned(source, target, { words });
    expect(beads.map(short)).toEqual(['0-1|0-1', '1-2|1-1', '2-3|1-2', '3-4|2-3', '4-5|3-4', '5-6|4-5']);
  });

  test('languages for private use are languages like others', () => {
    expectWhole(aligned(ENGLISH, GERMAN, { sourceLanguage: 'x-klient-1', targetLanguage: 'und' }), 8, 8);
  });

  test('nothing on one side or on both', () => {
    expect(aligned([], [])).toEqual({ beads: [], moved: [] });
    expectWhole(aligned(ENGLISH, []), 8, 0);
    expectWhole(aligned([], GERMAN), 0, 8);
    expectWhole(aligned(['', '  '], ['?']), 2, 1);
  });

  test('what a person has fixed stays, and the rest is paired between it', () => {
    const wrong = { source: { from: 2, to: 4 }, target: { from: 1, to: 2 } };
    const alignment = aligned(ENGLISH, GERMAN, { fixed: [wrong] });
    expect(alignment.beads.map(short)).toContain('2-4|1-2');
    expectWhole(alignment, 8, 8);
    expect(() => aligned(ENGLISH, GERMAN, { fixed: [wrong, { ...wrong, target: { from: 0, to: 1 } }] })).toThrow(
      /order/,
    );
  });

  test('what a person has left without counterpart is not paired with something elsewhere', () => {
    const lines = Array.from({ length: 40 }, (_, k) => `Post ${k * 37} carries lamp ${k * 91} of crew ${k * 13}.`);
    const after = [...lines.slice(0, 5), ...lines.slice(8, 30), ...lines.slice(5, 8), ...lines.slice(30)];
    expect(aligned(lines, after, { targetLanguage: 'en' }).moved).toHaveLength(3);
    const alone = { source: { from: 5, to: 8 }, target: { from: 5, to: 5 } };
    const { beads, moved } = aligned(lines, after, { targetLanguage: 'en', fixed: [alone] });
    expect(moved).toEqual([]);
    expect(beads.map(short)).toContain('5-8|5-5');
  });

  test('a bead of any size that a person made spoils nothing around it', () => {
    const many = Array.from({ length: 300 }, (_, k) => `Line ${k} of the list, with word${k} and thing${k % 50}.`);
    const large = { source: { from: 20, to: 280 }, target: { from: 20, to: 280 } };
    const alignment = aligned(many, many, { targetLanguage: 'en', fixed: [large] });
    expectWhole(alignment, 300, 300);
    expect(alignment.beads.filter(({ sureness }) => sureness > 0.9)).toHaveLength(41);
  });

  test('fixed beads are always honoured, every segment is in exactly one bead (random texts)', () => {
    const word = fc.constantFrom('lock', 'gate', 'Tor', 'Schleuse', '12', '.', '水門', 'قفل', 'x', '');
    const text = fc.array(
      fc.array(word, { maxLength: 6 }).map((words) => words.join(' ')),
      { maxLength: 25 },
    );
    fc.assert(
      fc.property(text, text, fc.infiniteStream(fc.nat(5)), (source, target, steps) => {
        const fixed: Bead[] = [];
        for (let i = 0, j = 0; ;) {
          const [skipI, skipJ, a, b] = [1, 2, 3, 4].map(() => steps.next().value!) as [number, number, number, number];
          i += skipI;
          j += skipJ;
          if (i + a > source.length || j + b > target.length || a + b === 0) break;
          fixed.push({ source: { from: i, to: i + a }, target: { from: j, to: j + b } });
          i += a;
          j += b;
        }
        const alignment = aligned(source, target, { fixed, sourceLanguage: 'de', targetLanguage: 'ja' });
        expectWhole(alignment, source.length, target.length);
        const found = new Set(alignment.beads.map(short));
        for (const bead of fixed) expect(found).toContain(short(bead));
      }),
    );
  });

  test('three hundred times the same line is paired in order', () => {
    const same = Array.from({ length: 300 }, () => 'Close the lower gate.');
    const alignment = aligned(
      same,
      Array.from({ length: 300 }, () => 'Das Untertor schließen.'),
    );
    expectWhole(alignment, 300, 300);
    expect(alignment.beads.filter(({ source, target }) => source.from === target.from).length).toBeGreaterThan(295);
  });

  test('a chapter that stands at the end of a short text', () => {
    const alignment = aligned(ENGLISH, [...GERMAN.slice(5), ...GERMAN.slice(0, 5)]);
    expectWhole(alignment, 8, 8);
    const found = alignment.beads.filter(({ source, target }) => source.to > source.from && target.to > target.from);
    for (const { source, target } of found) expect(target.from).toBe((source.from + 3) % 8);
    expect(found.length).toBeGreaterThanOrEqual(5);
  });

  test('the heading of a section that stands elsewhere goes with it', () => {
    // Headings of like length, of which the texts do not say which is which.
    const [tools, run, log] = [ENGLISH.slice(0, 3), ENGLISH.slice(3, 6), ENGLISH.slice(6)];
    const [werkzeug, lauf, buch] = [GERMAN.slice(0, 3), GERMAN.slice(3, 6), GERMAN.slice(6)];
    const source = ['Maintenance', ...log, 'Tools', ...tools, 'Test run', ...run];
    const target = ['Wartung', ...buch, 'Probelauf', ...lauf, 'Werkzeuge', ...werkzeug];
    for (const [s, t] of [
      [source, target],
      [target, source],
    ] as const) {
      const languages = s === source ? {} : { sourceLanguage: 'de', targetLanguage: 'en' };
      const alignment = aligned(s, t, languages);
      expectWhole(alignment, s.length, t.length);
      const pairs = alignment.beads.map(short);
      expect(pairs).toEqual(expect.arrayContaining(['3-4|7-8', '7-8|3-4']));
      expect(alignment.moved).toHaveLength(4);
    }
  });

  test('terms that are known help where the texts say nothing themselves', () => {
    const source = ['sluice', 'weir', 'culvert', 'bollard'];
    const target = ['Wehr', 'Durchlass', 'Poller'];
    const terms = [
      ['weir', 'Wehr'],
      ['culvert', 'Durchlass'],
      ['bollard', 'Poller'],
    ] as const;
    const sureness = ({ beads }: Alignment): number => beads.find((bead) => short(bead) === '3-4|2-3')?.sureness ?? 0;
    expect(sureness(aligned(source, target, { terms }))).toBeGreaterThan(sureness(aligned(source, target)) + 0.1);
  });
});

test('a short text, which is gone through again with what is usual, never says less than before', () => {
  const source = ['Close the gate.', 'Wait for the green light.', 'The lock holds 14 boats.'];
  const target = ['Schließen Sie das Tor.', 'Warten Sie auf grünes Licht.', 'Die Schleuse fasst 14 Boote.'];
  const shares = [...align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' })];
  expect(shares.length).toBeGreaterThan(4);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
});

test('a text that is weighed in pieces is paired as one, and says how far it is', () => {
  const source = Array.from({ length: 21_500 }, (_, i) => `Lock number ${i} holds ${(i * 7) % 90} boats and a barge.`);
  const isThere = (i: number): boolean => i % 700 !== 3;
  const target = source.flatMap((_, i) =>
    isThere(i) ? [`Die Schleuse Nummer ${i} fasst ${(i * 7) % 90} Boote und einen Lastkahn.`] : [],
  );
  const steps = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' });
  const shares: number[] = [];
  let step = steps.next();
  for (; !step.done; step = steps.next()) shares.push(step.value);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.at(-1)).toBeLessThan(1);
  let j = 0;
  const wanted = source.flatMap((_, i) => (isThere(i) ? [`${i}-${j++}`] : []));
  const found = step.value.beads.filter(
    (bead) => bead.source.to > bead.source.from && bead.target.to > bead.target.from,
  );
  expect(found.map((bead) => `${bead.source.from}-${bead.target.from}`)).toEqual(wanted);
  expect(Math.min(...found.map(({ sureness }) => sureness))).toBeGreaterThan(0.8);
});

describe('a text and its own revision', () => {
  test('says what became of each segment', () => {
    const long = Array.from(
      { length: 30 },
      (_, k) => `Post ${k} stands on the ${k % 2 ? 'left' : 'right'} bank, number ${k * 37} of the list.`,
    );
    const before = [...ENGLISH, ...long];
    const after = [
      ...ENGLISH.slice(0, 2),
      'The lock keeper on duty assigns the place.',
      ...ENGLISH.slice(4),
      'Crews keep the towpath free.',
      ...long.slice(0, 20),
      `${long[20]!} ${long[21]!}`,
      ...long.slice(22),
    ];
    const alignment = aligned(before, after, { targetLanguage: 'en' });
    const fates = fatesOf(before, after, alignment);
    expectWhole(alignment, before.length, after.length);
    const of = (i: number): string =>
      fates[alignment.beads.findIndex(({ source }) => source.from <= i && i < source.to)]!;
    expect([of(0), of(2), of(3), of(4), of(8 + 20), of(37)]).toEqual([
      'unchanged',
      'changed',
      'deleted',
      'unchanged',
      'merged',
      'unchanged',
    ]);
    expect(fates.filter((fate) => fate === 'added')).toHaveLength(1);
  });

  test('finds a passage that stands elsewhere', () => {
    const lines = Array.from(
      { length: 60 },
      (_, k) =>
        `Rule ${k}: ${['gate', 'weir', 'quay', 'lamp', 'rope'][k % 5]!} ${(k * 7919) % 997} is kept ${['clean', 'dry', 'shut'][k % 3]!} by crew ${(k * 31) % 89}.`,
    );
    const after = [...lines.slice(0, 10), ...lines.slice(14, 50), ...lines.slice(10, 14), ...lines.slice(50)];
    const alignment = aligned(lines, after, { targetLanguage: 'en' });
    expectWhole(alignment, 60, 60);
    expect(alignment.moved.map((k) => short(alignment.beads[k]!))).toEqual([
      '10-11|46-47',
      '11-12|47-48',
      '12-13|48-49',
      '13-14|49-50',
    ]);
    expect(new Set(fatesOf(lines, after, alignment))).toEqual(new Set(['unchanged', 'moved']));
  });
});

describe('the published length aligner', () => {
  test('tail of the normal distribution against published values', () => {
    // Abramowitz & Stegun 1964, table 26.1: Q(1) = 0.15866, Q(2) = 0.02275, Q(3) = 0.00135; 26.2: -log10 Q(10) = 23.11805.
    expect(Math.exp(logTail(1))).toBeCloseTo(0.158655, 5);
    expect(Math.exp(logTail(2))).toBeCloseTo(0.02275, 5);
    expect(Math.exp(logTail(3))).toBeCloseTo(0.00135, 5);
    expect(-logTail(10) / Math.LN10).toBeCloseTo(23.11805, 3);
  });

  test('pairs by length alone', () => {
    expect(lengthAlignment([20, 100, 30], [22, 95, 31]).map(short)).toEqual(['0-1|0-1', '1-2|1-2', '2-3|2-3']);
    expect(lengthAlignment([100, 60, 60, 100], [100, 120, 100]).map(short)).toEqual(['0-1|0-1', '1-3|1-2', '3-4|2-3']);
  });
});

test('rows of numbers that one side alone has are no pair of the other side’s', () => {
  const row = (k: number): string[] => [`${100 + k * 7}`, `${9000 - k * 11}`, `${17 * k + 3}`, `${20000 + 13 * k}`];
  const rows = (numbers: readonly number[]): string[] => numbers.flatMap(row);
  const common = Array.from({ length: 40 }, (_, k) => k);
  // The two rows after the twentieth are other ones on either side.
  const source = rows([...common.slice(0, 20), 50, 51, ...common.slice(20)]);
  const target = rows([...common.slice(0, 20), 61, 70, ...common.slice(20)]);
  const { beads } = aligned(source, target);
  const isPaired = (i: number): boolean => beads.some((b) => short(b) === `${i}-${i + 1}|${i}-${i + 1}`);
  for (const k of [79, 88]) expect(isPaired(k)).toBe(true);
  for (let k = 80; k < 88; k++) expect(isPaired(k)).toBe(false);
});

test('a row of a table whose name nobody knows is no sure pair of one with other numbers', () => {
  /** Invented, no two alike. */
  const name = (k: number, letters: string): string =>
    Array.from({ length: 5 + (k % 4) }, (_, at) => letters[(k * (at + 3) + at * at) % letters.length]).join('');
  const [source, target]: [string[], string[]] = [[], []];
  const others = new Set<number>();
  for (let k = 0; k < 40; k++) {
    const isOther = k === 11 || k === 27;
    if (isOther) for (let cell = 0; cell < 3; cell++) others.add(3 * k + cell);
    source.push(name(k, 'bdgklmnaeiou'), `${(k * 37) % 90}`, `${k * 13 + 120}`);
    target.push(
      name(k, 'cfhprstaeiou'),
      `${isOther ? k + 90 : (k * 37) % 90}`,
      `${isOther ? k * 17 + 3000 : k * 13 + 120}`,
    );
  }
  for (const { source: s, target: t, sureness } of aligned(source, target).beads) {
    if (s.from === s.to || t.from === t.to) continue;
    if (others.has(s.from) && /\d/.test(source[s.from]!)) expect(sureness).toBeLessThan(0.9);
    else if (!others.has(s.from)) expect(sureness).toBeGreaterThan(0.9);
  }
});

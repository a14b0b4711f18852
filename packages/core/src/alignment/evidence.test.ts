/** The parts from which the aligner takes its evidence, each by itself. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { anchorsOf, guideOf, pathThrough } from './anchors.js';
import { bandAround, fullBand } from './band.js';
import { LengthModel, PUBLISHED_VARIANCE } from './length-model.js';
import { learnedLexicon, lexiconOfPrior, type Lexicon } from './lexicon.js';
import { priorPairs } from './prior.js';
import { setAside } from './set-aside.js';
import { sideOf, wordsIn, type Side } from './sides.js';
import { ended } from './steps.js';
import { knowledgeOf, Room, WordEvidence } from './word-evidence.js';

const bead = (i: number, j: number, a = 1, b = 1) => ({
  source: { from: i, to: i + a },
  target: { from: j, to: j + b },
});
const sure = (i: number, j: number) => ({ ...bead(i, j), sureness: 1 });

/** Probability of a target word given a source word; 0 where the lexicon has none. */
function probability({ rows, targets, forward }: Lexicon, left: Side, right: Side, s: string, t: string): number {
  const [word, other] = [left.words.indexOf(s), right.words.indexOf(t)];
  for (let slot = rows[word]!; slot < rows[word + 1]!; slot++) if (targets[slot] === other) return forward[slot]!;
  return 0;
}

describe('words by which segments are compared', () => {
  test('folded, long ones by their beginning, numbers by their digits, signs alike in every script', () => {
    const english = wordsIn('en');
    expect(english('Écluses 12.5 (Schleusenkammer, übrigens so)')).toEqual([
      'ecluses',
      '125',
      '(',
      'schleus',
      ',',
      'ubrigen',
      'so',
      ')',
    ]);
    expect(wordsIn('fa')('۱٬۲۳۴٫۵')).toEqual(english('1,234.5'));
    expect(wordsIn('de')('1.234,5')).toEqual(english('1,234.5'));
    expect(wordsIn('ja')('水門（３）。').slice(-2)).not.toContain('（');
    expect(english('Open gate').at(-1)).toBe('\u0001open gate');
  });

  test('each word once in a segment; lengths in characters, not code units', () => {
    const side = sideOf(['gate gate gate', '𝒜b', '  '], 'en');
    expect([...side.lengths]).toEqual([14, 2, 1]);
    expect(side.counts[side.words.indexOf('gate')]).toBe(1);
    expect([...side.starts]).toEqual([0, side.starts[1], side.starts[2], side.starts[2]]);
  });
});

describe('the lexicon', () => {
  /** The corpus of the textbook: Koehn 2010, Statistical Machine Translation, 4.2 (figure 4.4), from memory. */
  const corpus = [
    ['das Haus', 'the house'],
    ['das Buch', 'the book'],
    ['ein Buch', 'a book'],
    ['ein Haus', 'a house'],
  ] as const;

  test('IBM Model 1 finds which word stands for which', () => {
    const left = sideOf(
      corpus.map(([text]) => text),
      'de',
    );
    const right = sideOf(
      corpus.map(([, text]) => text),
      'en',
    );
    const none = { source: new Int32Array(), target: new Int32Array(), weight: new Float32Array() };
    const beads = corpus.map((_, k) => ({ ...bead(k, k), weight: 1 }));
    const lexicon = ended(learnedLexicon(left, right, beads, none));
    for (const [s, t] of [
      ['das', 'the'],
      ['haus', 'house'],
      ['buch', 'book'],
      ['ein', 'a'],
    ] as const)
      for (const other of ['the', 'house', 'book', 'a'])
        if (other !== t)
          expect(probability(lexicon, left, right, s, t)).toBeGreaterThan(
            probability(lexicon, left, right, s, other) + 0.1,
          );
  });

  test('what is equal or begins alike is likely before anything is read', () => {
    const left = sideOf(['Valve 4711 closes', 'administration'], 'en');
    const right = sideOf(['Ventil 4711 schließt', 'administración'], 'es');
    const lexicon = lexiconOfPrior(left, right, priorPairs(left, right, [], new Map()));
    expect(probability(lexicon, left, right, '4711', '4711')).toBeGreaterThan(0.7);
    expect(probability(lexicon, left, right, 'adminis', 'adminis')).toBeGreaterThan(0.3);
    expect(probability(lexicon, left, right, 'valve', 'schließ')).toBe(0);
  });
});

describe('lengths', () => {
  const source = sideOf(['a'.repeat(60), 'b'.repeat(20), 'c'.repeat(40), 'd'.repeat(90)], 'en');
  const target = sideOf(['a'.repeat(62), 'b'.repeat(19), 'c'.repeat(20), 'd'.repeat(21)], 'de');
  const model = new LengthModel(source, target, 1, PUBLISHED_VARIANCE);

  test('passages that are as long as each other are likelier together', () => {
    expect(model.score(0, 1, 0, 1)).toBeGreaterThan(model.score(0, 1, 1, 1));
    expect(model.score(1, 1, 1, 1)).toBeGreaterThan(model.score(3, 1, 1, 1));
    expect(model.score(2, 1, 2, 2)).toBeGreaterThan(model.score(2, 1, 2, 1));
  });

  test('the ratio is learned from sure pairs', () => {
    const lengths = Array.from({ length: 40 }, (_, k) => 20 + ((k * 37) % 80));
    const left = sideOf(
      lengths.map((n) => 'x'.repeat(n)),
      'en',
    );
    const right = sideOf(
      lengths.map((n) => 'y'.repeat(Math.round(n * 1.4))),
      'de',
    );
    const beads = lengths.map((_, k) => sure(k, k));
    expect(LengthModel.estimated(left, right, beads)!.ratio).toBeCloseTo(1.4, 1);
    expect(LengthModel.estimated(left, right, beads.slice(0, 5))).toBeNull();
  });
});

test('evidence of words within a band is that of the whole rectangle', () => {
  const word = fc.constantFrom('gate', 'weir', '12', 'open', 'lock', 'quay');
  const texts = fc.array(
    fc.array(word, { minLength: 1, maxLength: 4 }).map((words) => words.join(' ')),
    {
      minLength: 5,
      maxLength: 9,
    },
  );
  fc.assert(
    fc.property(texts, texts, (a, b) => {
      const [left, right] = [sideOf(a, 'en'), sideOf(b, 'en')];
      const words = knowledgeOf(left, right, lexiconOfPrior(left, right, priorPairs(left, right, [], new Map())));
      const whole = fullBand({ from: 0, to: left.size }, { from: 0, to: right.size });
      const path = [
        [0, 0],
        [left.size, right.size],
      ] as const;
      const strip = bandAround(path, () => 3);
      const room = new Room(left, right);
      const all = new WordEvidence(room, words, whole, 0, left.size, 2, 2);
      const some = new WordEvidence(room, words, strip, 0, left.size, 2, 2);
      for (let i = 0; i < left.size; i++)
        for (let j = strip.lowest[i]!; j < Math.min(strip.highest[i]!, right.size); j++)
          expect(some.score(i, 1, j, 1)).toBeCloseTo(all.score(i, 1, j, 1), 4);
    }),
    { numRuns: 40 },
  );
});

describe('anchors of long texts', () => {
  const numbered = (language: string): Side =>
    sideOf(
      Array.from({ length: 200 }, (_, k) => `${['gate', 'Tor'][language === 'en' ? 0 : 1]} ${1000 + k * 7}`),
      language,
    );
  const [left, right] = [numbered('en'), numbered('de')];
  const lexicon = lexiconOfPrior(left, right, priorPairs(left, right, [], new Map()));

  test('rare words that translate each other mark the path', () => {
    const anchors = anchorsOf(left, right, lexicon);
    expect(anchors.length).toBeGreaterThan(150);
    for (const [i, j] of anchors) expect(i).toBe(j);
  });

  test('what the pass before was sure of guides, and never goes back', () => {
    const beads = Array.from({ length: 200 }, (_, k) => ({ ...sure(k, k), sureness: k % 50 < 30 ? 0.99 : 0.5 }));
    const guide = guideOf(beads, [
      [35, 35],
      [36, 20],
      [90, 90],
    ]);
    expect(guide.length).toBeGreaterThan(40);
    for (let k = 1; k < guide.length; k++) {
      expect(guide[k]![0]).toBeGreaterThan(guide[k - 1]![0]);
      expect(guide[k]![1]).toBeGreaterThan(guide[k - 1]![1]);
    }
    expect(guide).toContainEqual([35, 35]);
    expect(guideOf([], [[3, 4]])).toEqual([[3, 4]]);
    expect(pathThrough(guide, { from: 10, to: 20 }, { from: 12, to: 20 }).at(0)).toEqual([10, 12]);
  });
});

test('beads set across the order are put aside and back, whatever lies between', () => {
  const texts = (prefix: string): string[] => Array.from({ length: 8 }, (_, k) => `${prefix}${k}`);
  const crossing = [bead(1, 6, 2, 1)];
  const rest = setAside(texts('s'), texts('t'), crossing);
  expect(rest.source).toEqual(['s0', 's3', 's4', 's5', 's6', 's7']);
  expect(rest.target).toEqual(['t0', 't1', 't2', 't3', 't4', 't5', 't7']);
  expect(rest.kept.source).toEqual([0, 3, 4, 5, 6, 7]);
  expect(rest.inside(bead(3, 1))).toEqual(bead(1, 1));
  expect(rest.inside(bead(1, 0))).toBeNull();
  // A bead over the gap stays with its longer part, the rest is without counterpart.
  const back = rest.outside([bead(0, 0, 3, 1)]);
  expect(back[0]).toEqual(bead(3, 0, 2, 1));
  expect(back[1]!.source).toEqual({ from: 0, to: 1 });
  expect(back[1]!.target.from).toBe(back[1]!.target.to);
});

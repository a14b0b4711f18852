/** Evidence of words against its definition written out plainly, pair by pair. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fullBand } from './band.js';
import { learnedLexicon } from './lexicon.js';
import { priorPairs } from './prior.js';
import { sideOf, type Side } from './sides.js';
import { ended } from './steps.js';
import { knowledgeOf, Room, WordEvidence, type Knowledge } from './word-evidence.js';

const UNTRANSLATED = 0.3;
const EXPLAINS = 0.05;

interface Token {
  readonly word: number;
  readonly times: number;
  /** How often it stands in the segment before. */
  readonly before: number;
}

function tokensOf(side: Side, from: number, to: number): Token[] {
  const tokens: Token[] = [];
  for (let k = side.starts[from]!; k < side.starts[to]!; k++)
    tokens.push({ word: side.tokens[k]!, times: side.times[k]!, before: side.timesBefore[k]! });
  return tokens;
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** Log of how well passages translate each other: the mean of both directions. */
function plainly(left: Side, right: Side, { lexicon, alone }: Knowledge, i: number, a: number, j: number, b: number) {
  const probability = (s: number, t: number): readonly [number, number] => {
    for (let slot = lexicon.rows[s]!; slot < lexicon.rows[s + 1]!; slot++)
      if (lexicon.targets[slot] === t) return [lexicon.forward[slot]!, lexicon.backward[slot]!];
    return [0, 0];
  };
  const rare = (side: Side, word: number): number => side.tokens.length / side.counts[word]!;
  /** One word of a passage beside all of the other passage. */
  const word = (
    own: Token,
    isFirst: boolean,
    others: readonly Token[],
    p: (other: number) => number,
    base: number,
    rarity: number,
  ) => {
    const expected = sum(others.map((other) => p(other.word)));
    const explaining = sum(others.filter((other) => p(other.word) > EXPLAINS).map((other) => other.times));
    // The segment before, in the same passage, has used up what explains it.
    const isUsedUp = !isFirst && own.before > 0 && own.before >= explaining;
    const share = ((1 - UNTRANSLATED) * expected * rarity) / Math.max(1, others.length);
    return Math.log(base) + (isUsedUp ? 0 : Math.log(1 + share / base));
  };
  const sources = tokensOf(left, i, i + a);
  const targets = tokensOf(right, j, j + b);
  let total = 0;
  for (let k = 0; k < b; k++)
    for (const own of tokensOf(right, j + k, j + k + 1))
      total += word(
        own,
        k === 0,
        sources,
        (s) => probability(s, own.word)[0],
        alone.target.words[own.word]!,
        rare(right, own.word),
      );
  for (let k = 0; k < a; k++)
    for (const own of tokensOf(left, i + k, i + k + 1))
      total += word(
        own,
        k === 0,
        targets,
        (t) => probability(own.word, t)[1],
        alone.source.words[own.word]!,
        rare(left, own.word),
      );
  return total / 2;
}

const segment = (words: string) =>
  fc.array(fc.constantFrom(...words.split(' ')), { minLength: 1, maxLength: 5 }).map((some) => some.join(' '));
const ENGLISH = segment('gate lock weir open the 12 . quay');
const GERMAN = segment('Tor Schleuse Wehr öffnen das 12 . Kai');

describe('evidence of words', () => {
  test('is that of the definition, for passages of up to four segments', () => {
    const text = (of: fc.Arbitrary<string>) => fc.array(of, { minLength: 4, maxLength: 7 });
    fc.assert(
      fc.property(text(ENGLISH), text(GERMAN), (a, b) => {
        const [left, right] = [sideOf(a, 'en'), sideOf(b, 'de')];
        const beads = a.slice(0, b.length).map((_, k) => {
          const span = { from: k, to: k + 1 };
          return { source: span, target: span, weight: 1 };
        });
        const words = knowledgeOf(
          left,
          right,
          ended(learnedLexicon(left, right, beads, priorPairs(left, right, [], new Map()))),
        );
        const band = fullBand({ from: 0, to: left.size }, { from: 0, to: right.size });
        const evidence = new WordEvidence(new Room(left, right), words, band, 0, left.size, 4, 4);
        for (let i = 0; i < left.size; i++)
          for (let j = 0; j < right.size; j++)
            for (let m = 1; m <= 4 && i + m <= left.size; m++)
              for (let n = 1; n <= 4 && j + n <= right.size; n++)
                expect(evidence.score(i, m, j, n)).toBeCloseTo(plainly(left, right, words, i, m, j, n), 3);
      }),
      { numRuns: 60 },
    );
  });

  test('a heading that repeats a word of the text below it needs a word of its own on the other side', () => {
    const source = ['Contacts', 'Use contacts to store addresses.', 'Close the gate.', 'Open the weir.'];
    const target = ['Kontakte speichern Adressen.', 'Das Tor schließen.', 'Das Wehr öffnen.'];
    const [left, right] = [sideOf(source, 'en'), sideOf(target, 'de')];
    const prior = priorPairs(
      left,
      right,
      [
        [['contact'], ['kontakt']],
        [['contacts'], ['kontakte']],
      ],
      new Map(),
    );
    const pair = (i: number, j: number) => ({
      source: { from: i, to: i + 1 },
      target: { from: j, to: j + 1 },
      weight: 1,
    });
    const words = knowledgeOf(
      left,
      right,
      ended(learnedLexicon(left, right, [pair(1, 0), pair(2, 1), pair(3, 2)], prior)),
    );
    const band = fullBand({ from: 0, to: 4 }, { from: 0, to: 3 });
    const evidence = new WordEvidence(new Room(left, right), words, band, 0, 4, 2, 2);
    // Alone it goes with the text; together with what follows it adds nothing any more.
    expect(evidence.score(0, 1, 0, 1)).toBeGreaterThan(0);
    expect(evidence.score(0, 2, 0, 1)).toBeLessThan(evidence.score(1, 1, 0, 1));
  });

  test('how often a word stands in a segment and in the one before it', () => {
    const side = sideOf(['gate gate weir', 'gate', 'weir gate gate gate'], 'en');
    const at = (segment: number, word: string): readonly [number, number] => {
      for (let k = side.starts[segment]!; k < side.starts[segment + 1]!; k++)
        if (side.words[side.tokens[k]!] === word) return [side.times[k]!, side.timesBefore[k]!];
      return [0, 0];
    };
    expect([at(0, 'gate'), at(0, 'weir')]).toEqual([
      [2, 0],
      [1, 0],
    ]);
    expect(at(1, 'gate')).toEqual([1, 2]);
    expect([at(2, 'gate'), at(2, 'weir')]).toEqual([
      [3, 1],
      [1, 0],
    ]);
  });
});

import { describe, expect, test } from '@jest/globals';
import { align } from './align.js';
import type { WeighedBead } from './bead.js';
import { EdgeModel } from './edges.js';

const pairs = (count: number): WeighedBead[] =>
  Array.from({ length: count }, (_, k) => {
    const span = { from: k, to: k + 1 };
    return { source: span, target: span, sureness: 1 };
  });

describe('what ends and begins alike goes together', () => {
  const source = ['The gate is shut.', 'Is it open?', 'Opening hours', 'the keeper waits.', '“Go!”', '17 posts'];
  const target = ['Das Tor ist zu.', 'Ist es offen?', 'Öffnungszeiten', 'der Wärter wartet.', '„Los!“', '17 Pfosten'];
  const model = EdgeModel.of(source, target);
  const beside = (i: number, j: number): number => model.score(i, 1, j, 1);

  test('by the usual', () => {
    for (let i = 0; i < source.length; i++)
      for (let j = 0; j < target.length; j++) if (i !== j) expect(beside(i, i)).toBeGreaterThan(beside(i, j));
  });

  test('of passages the first beginning and the last end', () => {
    expect(model.score(3, 2, 3, 2)).toBeGreaterThan(model.score(3, 2, 3, 1));
    const bead = (k: number, j = k) => ({ source: { from: k, to: k + 1 }, target: { from: j, to: j + 1 } });
    expect(model.between(bead(0), bead(1))).toBeGreaterThan(model.between(bead(0), bead(1, 3)));
    expect(model.between(bead(0), bead(1))).toBeGreaterThan(model.between(bead(0, 1), bead(1)));
  });
});

test('texts that mark edges in another way say so themselves', () => {
  // As in Thai (common practice): no full stops, no capitals; headings and sentences end alike.
  const size = 40;
  const source = Array.from({ length: size }, (_, k) => (k % 2 ? `Sentence ${k}.` : `heading ${k}`));
  const target = Array.from({ length: size }, (_, k) => `ประโยค ${k}`);
  const before = EdgeModel.of(source, target);
  const after = before.learned(pairs(size));
  for (const model of [before, after])
    expect(Math.abs(model.score(0, 1, 0, 1) - model.score(1, 1, 1, 1))).toBeLessThan(0.3);
  // Where one text has colons for the other's full stops, they belong together after it was seen.
  const colons = target.map((_, k) => (k % 2 ? `คำ ${k}:` : `คำ ${k}`));
  const learned = EdgeModel.of(source, colons).learned(pairs(size));
  expect(learned.score(1, 1, 1, 1)).toBeGreaterThan(learned.score(1, 1, 0, 1) + 1);
});

test('sentences that only one text parts in their midst stay one passage with their neighbours', () => {
  const sentences = Array.from({ length: 60 }, (_, k) => [
    `Crew ${k * 37} has lamp ${k * 91} until the bell of tower ${k * 13} rings.`,
    `Mannschaft ${k * 37} hat Lampe ${k * 91}, bis die Glocke von Turm ${k * 13} läutet.`,
  ]);
  const source: string[] = [];
  const expected: string[] = [];
  sentences.forEach(([text], k) => {
    if (k % 6 === 1) {
      const words = text!.split(' ');
      source[source.length - 1] += ` ${words.slice(0, 3).join(' ')}`;
      source.push(words.slice(3).join(' '));
    } else if (k % 6 === 2) {
      source[source.length - 1] += ` ${text}`;
      expected.push(`${source.length - 2}-${source.length}|${k - 2}-${k + 1}`);
    } else source.push(text!);
  });
  const target = sentences.map(([, text]) => text!);
  const steps = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de' });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const found = step.value.beads.map((b) => `${b.source.from}-${b.source.to}|${b.target.from}-${b.target.to}`);
  expect(found.filter((bead) => expected.includes(bead)).length).toBeGreaterThanOrEqual(8);
});

test('what a passage looks like that is broken up teaches nothing about edges', () => {
  // Every fifth pair is followed by one that begins with a small letter on one side only, and is of two segments on the other.
  const source: string[] = [];
  const target: string[] = [];
  const beads: WeighedBead[] = [];
  const add = (left: readonly string[], right: readonly string[]): void => {
    const [s, t] = [source.length, target.length];
    beads.push({
      source: { from: s, to: s + left.length },
      target: { from: t, to: t + right.length },
      sureness: 1,
    });
    source.push(...left);
    target.push(...right);
  };
  for (let k = 0; k < 100; k++) {
    if (k % 5 === 4) add(['of the lock is shut.'], ['Die Schleuse', 'ist zu.']);
    else add([`Gate ${k}`], [`Tor ${k}`]);
  }
  const model = EdgeModel.of(source, target).learned(beads);
  // What lies between the fourth pair and the fifth: a small letter beside a capital, no likelier than what is usual.
  expect(model.between(beads[3]!, beads[4]!)).toBeLessThan(-1);
});

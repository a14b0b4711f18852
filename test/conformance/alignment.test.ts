/** Alignment against an independent implementation, and against texts whose pairs are known. */
import { expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { cutText } from '@fair-copy/core/alignment/layout.js';
import { align } from '@fair-copy/core/alignment/align.js';
import { isOnlyCutInDoubt, type Alignment, type Bead } from '@fair-copy/core/alignment/bead.js';
import { lengthAlignment } from '@fair-copy/core/alignment/gale-church.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { runningText } from '@fair-copy/files/running-text.js';
// @ts-expect-error plain JavaScript, shared with `npm run bench`
import { caseOf, pairsOf } from '../../bench/align/cases.mjs';

interface Case {
  readonly source: readonly string[];
  readonly target: readonly string[];
  readonly beads: readonly [number[], number[]][];
  readonly moved?: readonly number[];
}

const LENGTHS = fileURLToPath(new URL('../../bench/align/lengths.py', import.meta.url));

/** Links between single segments, in the order of NLTK. */
const links = (beads: readonly Bead[]): [number, number][] =>
  beads.flatMap(({ source, target }) => {
    const pairs: [number, number][] = [];
    for (let i = source.from; i < source.to; i++) for (let j = target.from; j < target.to; j++) pairs.push([i, j]);
    return pairs;
  });

test('pairs by length alone are those of NLTK’s gale_church (Debian python3-nltk)', () => {
  const cases = [1, 2, 3, 4, 5, 6].map((seed) => {
    let state = seed * 7919;
    const random = (below: number): number => (state = (state * 1103515245 + 12345) % 2147483648) % below;
    const source = Array.from({ length: 60 }, () => 5 + random(150));
    const target = source.flatMap((length) =>
      random(10) === 0 ? [] : random(8) === 0 ? [Math.ceil(length / 2), Math.ceil(length / 2)] : [length + random(9)],
    );
    return { source, target, ratio: 1 };
  });
  const { stdout, stderr, status } = spawnSync('/usr/bin/python3', [LENGTHS], {
    input: cases.map((one) => JSON.stringify(one) + '\n').join(''),
    encoding: 'utf8',
  });
  expect({ stderr, status }).toEqual({ stderr: '', status: 0 });
  const theirs = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as [number, number][]);
  const inOrder = (pairs: [number, number][]): string[] => pairs.map((pair) => pair.join()).sort();
  cases.forEach(({ source, target }, k) => {
    expect(inOrder(links(lengthAlignment(source, target)))).toEqual(inOrder(theirs[k]!));
  });
});

/**
 * The Debian Reference (GPL-2+, Debian's packages) as its web pages: translations of one source by message catalogues, so
 * that the pages have the same blocks in the same order. A pair is right if both sides lie in the same block.
 */
test.each([
  ['de', true],
  ['ja', true],
  ['de', false],
  ['ja', false],
])('web pages of the Debian Reference in English and %s, with their layout: %s', async (language, withLayout) => {
  const side = async (tag: string) => {
    const blocks = await runningText(`/usr/share/debian-reference/ch03.${tag}.html`, `ch03.${tag}.html`);
    const cut = segmenterFor(tag);
    const inBlock = blocks.flatMap(({ text }, k) => cut(text.normalize('NFC')).map(() => k));
    return { blocks, inBlock, ...cutText(blocks, cut) };
  };
  const [source, target] = [await side('en'), await side(language)];
  expect(source.blocks.map(({ kind }) => kind)).toEqual(target.blocks.map(({ kind }) => kind));
  const layout = { source: source.places, target: target.places };
  const options = { sourceLanguage: 'en', targetLanguage: language, ...(withLayout && { layout }) };
  const { beads } = ended(align(source.segments, target.segments, options));
  const pairs = beads.filter((bead) => bead.source.to > bead.source.from && bead.target.to > bead.target.from);
  const blocksOf = (inBlock: readonly number[], from: number, to: number): string =>
    [...new Set(inBlock.slice(from, to))].join();
  const right = pairs.filter(
    (bead) =>
      blocksOf(source.inBlock, bead.source.from, bead.source.to) ===
      blocksOf(target.inBlock, bead.target.from, bead.target.to),
  );
  expect(pairs.length).toBeGreaterThan(450);
  expect(right.length / pairs.length).toBeGreaterThan(withLayout ? 0.995 : 0.98);
});

/**
 * gnome-user-docs (CC-BY-SA 3.0, Debian's package): the same help pages in several languages, their blocks paired by the
 * structure of the pages, then changed in known ways. The floors lie under what was measured, and far over what lengths
 * alone reach.
 */
test.each([
  ['de', 'mixed', 0.96],
  ['ru', 'seg25', 0.97],
  ['ja', 'omit5', 0.96],
  ['zh_CN', 'block40', 0.98],
  ['ko', 'clean', 0.98],
])('%s, %s: at least %d of the known pairs', (language, kind, floor) => {
  const { source, target, beads } = (caseOf as (pairs: unknown, kind: string, language: string, seed: number) => Case)(
    (pairsOf as (language: string) => unknown[])(language).slice(0, 700),
    kind,
    language,
    11,
  );
  const options = { sourceLanguage: 'en', targetLanguage: language.replace('_', '-') };
  const found = ended(align(source, target, options)).beads;
  const key = (from: readonly number[], to: readonly number[]): string => `${from.join()}|${to.join()}`;
  const known = new Set(beads.filter(([a, b]) => a.length && b.length).map(([a, b]) => key(a, b)));
  const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, k) => from + k);
  const pairs = found.filter((bead) => bead.source.to > bead.source.from && bead.target.to > bead.target.from);
  const isRight = (bead: Bead): boolean =>
    known.has(key(range(bead.source.from, bead.source.to), range(bead.target.from, bead.target.to)));
  const right = pairs.filter(isRight).length;
  expect((2 * right) / (pairs.length + known.size)).toBeGreaterThan(floor);
  // What it says to be sure of is right.
  const sure = pairs.filter(({ sureness }) => sureness > 0.9);
  expect(sure.filter(isRight).length / sure.length).toBeGreaterThan(0.97);
  // Where it says that only the cut is in doubt, something of both does belong together.
  const linked = new Set(beads.flatMap(([a, b]) => a.flatMap((s) => b.map((t) => `${s}-${t}`))));
  const cuts = pairs.filter((bead) => isOnlyCutInDoubt(bead, 0.8));
  const near = cuts.filter((bead) => links([bead]).some(([s, t]) => linked.has(`${s}-${t}`)));
  if (kind === 'mixed') expect(cuts.length).toBeGreaterThan(0);
  expect(near.length).toBeGreaterThanOrEqual(0.97 * cuts.length);
});

test('where nothing is joined and a twentieth missing, a heading is not joined to the sentence behind it: 8 of those texts', () => {
  const joined = ['de', 'fi', 'ja', 'ko'].flatMap((language) =>
    [8, 9].flatMap((seed) => {
      const one = (caseOf as (pairs: unknown, kind: string, language: string, seed: number) => Case)(
        (pairsOf as (language: string) => unknown[])(language),
        'omit5',
        language,
        seed,
      );
      const found = ended(align(one.source, one.target, { sourceLanguage: 'en', targetLanguage: language })).beads;
      return found.filter(({ source, target }) => {
        const [a, b] = [source.to - source.from, target.to - target.from];
        return Math.min(a, b) > 0 && a + b > 2;
      });
    }),
  );
  // 10 before the marks where sentences meet counted in long texts.
  expect(joined.length).toBeLessThanOrEqual(3);
});

/**
 * Letters, labels, notices: 3 to 12 segments of those pages, of which one lacks its counterpart. F1 of pairs that are exactly
 * right, over 60 of them in each language; and never a text without any pair.
 */
test.each([
  ['de', 0.93],
  ['es', 0.93],
  ['fi', 0.86],
  ['fr', 0.93],
  ['ja', 0.88],
  ['pl', 0.9],
  ['ru', 0.9],
  ['zh_CN', 0.83],
])('very small texts in English and %s: at least %d', (language, least) => {
  const pairs = (pairsOf as (language: string) => [string, string][])(language);
  let state = 17;
  const random = (below: number): number => (state = (state * 48271) % 2147483647) % below;
  const scores = Array.from({ length: 60 }, () => {
    const size = 3 + random(10);
    const from = random(pairs.length - size);
    const [missing, side] = [random(size), random(2)];
    const [source, target]: string[][] = [[], []];
    const known = new Set<string>();
    for (const [k, pair] of pairs.slice(from, from + size).entries()) {
      if (k === missing) {
        (side === 0 ? source! : target!).push(pair[side]!.normalize('NFC'));
        continue;
      }
      known.add(`${source!.length}-${target!.length}`);
      source!.push(pair[0].normalize('NFC'));
      target!.push(pair[1].normalize('NFC'));
    }
    const options = { sourceLanguage: 'en', targetLanguage: language.replace('_', '-') };
    const found = ended(align(source!, target!, options)).beads.filter(
      (bead) => bead.source.to > bead.source.from && bead.target.to > bead.target.from,
    );
    expect(found.length).toBeGreaterThan(0);
    const right = found.filter(
      ({ source: s, target: t }) => s.to - s.from === 1 && t.to - t.from === 1 && known.has(`${s.from}-${t.from}`),
    ).length;
    return (2 * right) / (found.length + known.size);
  });
  const mean = scores.reduce((a, b) => a + b, 0) / scores.length;
  process.stdout.write(`very small texts, en-${language}: ${(100 * mean).toFixed(1)}\n`);
  expect(mean).toBeGreaterThanOrEqual(least);
});

function ended(work: Generator<number, Alignment>): Alignment {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

test('a paragraph of those pages is never cut inside a word or number, and loses nothing', () => {
  for (const language of ['de', 'fr', 'ru', 'ja', 'zh_CN', 'fi']) {
    const segment = segmenterFor(language.replace('_', '-'));
    for (const [, text] of (pairsOf as (language: string) => [string, string][])(language).slice(0, 400)) {
      const segments = segment(text);
      expect(segments.join('').replace(/\s+/g, '')).toBe(text.replace(/\s+/g, ''));
      if (!/^(ja|zh)/.test(language)) expect(segments.join(' ')).toBe(text.replace(/\s+/g, ' ').trim());
    }
  }
});

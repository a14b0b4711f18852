/** What a harvest reckons with, against NLTK (Debian's python3-nltk) on the Debian Reference (GPL-2+, Debian's package). */
import { expect, test } from '@jest/globals';
import { association } from '@fair-copy/core/harvest/association.js';
import { logLikelihood } from '@fair-copy/core/harvest/log-likelihood.js';
import { wordsInText } from '@fair-copy/core/harvest/phrases.js';
import { runningText } from '@fair-copy/files/running-text.js';
import { python } from './outside.js';

type Pair = readonly [
  first: string,
  second: string,
  both: number,
  ofFirst: number,
  ofSecond: number,
  all: number,
  ratio: number,
  bits: number,
];

test('how much each pair of words that occurs twice belongs together is what NLTK says', async () => {
  const blocks = await runningText('/usr/share/debian-reference/ch03.en.html', 'ch03.en.html');
  const words = blocks.flatMap(({ text }) => wordsInText(text, 'en').map(({ text: word }) => word.toLowerCase()));
  const pairs = python<readonly Pair[]>('collocations.py', words);
  expect(pairs.length).toBeGreaterThan(200);
  for (const [first, second, both, ofFirst, ofSecond, all, ratio, bits] of pairs) {
    const ours = logLikelihood(both, ofFirst - both, ofSecond - both, all - ofFirst - ofSecond + both);
    expect([first, second, ours.toFixed(3)]).toEqual([first, second, ratio.toFixed(3)]);
    // Bouma 2009: pointwise mutual information in proportion to what it can be at most.
    expect(association(both, [ofFirst, ofSecond], all)).toBeCloseTo(bits / -Math.log2(both / all), 9);
  }
});

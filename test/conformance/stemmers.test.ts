/** Every stemmer that is shipped, against Snowball's published vocabulary of its language (Debian's snowball-data). */
import { describe, expect, test } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { STEMMERS } from '@fair-copy/core/termbase/recognition/stemmers.js';

const read = (path: string): string =>
  existsSync(path) ? readFileSync(path, 'utf8') : gunzipSync(readFileSync(`${path}.gz`)).toString('utf8');

const byName = new Map(Object.values(STEMMERS).map(({ name, stem }) => [name, stem]));
/** Nine million words take long; every fiftieth is enough to see a difference. */
const STEP: Readonly<Record<string, number>> = { arabic: 50, tamil: 10 };

describe('Snowball’s own vocabularies', () => {
  test.each([...byName])('%s: every word', (name, stem) => {
    const words = read(`/usr/share/snowball/data/${name}/voc.txt`).split('\n');
    const stems = read(`/usr/share/snowball/data/${name}/output.txt`).split('\n');
    const wrong: string[] = [];
    for (let i = 0; i < words.length; i += STEP[name] ?? 1)
      if (words[i] && stem(words[i]!) !== stems[i]) wrong.push(`${words[i]}: ${stem(words[i]!)}, not ${stems[i]}`);
    expect(wrong).toEqual([]);
  });
});

import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { MONO, SANS, SERIF } from './typefaces.js';

test('behind every family stand all scripts that are shipped', () => {
  const folder = new URL('../fonts/', import.meta.url);
  const shipped = readdirSync(folder)
    .flatMap((name) => readFileSync(new URL(name, folder), 'utf8').match(/noto-sans-[a-z]+/g) ?? [])
    .map((name) => name.replace('noto-sans-', ''));
  expect(shipped.length).toBeGreaterThan(6);
  for (const family of [SERIF, SANS, MONO]) {
    const named = [...family.matchAll(/Noto Sans (\w+) Variable/g)].map(([, script]) => script!.toLowerCase());
    expect(named.sort()).toEqual(shipped.sort());
  }
});

/** Language tags against the IANA Language Subtag Registry (RFC 5646), as shipped by `language-subtag-registry`. */
import { expect, test } from '@jest/globals';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { json } from './outside.js';

interface Entry {
  readonly Type: string;
  readonly Subtag?: string;
  readonly Deprecated?: string;
  readonly 'Preferred-Value'?: string;
}

const registry = json<Entry[]>('language-subtag-registry/data/json/registry.json');
const twoLetter = registry.filter((entry) => entry.Type === 'language' && entry.Subtag?.length === 2);

/** CLDR, which decides in our tags, departs from the registry here: "no" is taken for Bokmål, "sh" and "tl" likewise. */
const CLDR_DEPARTS = new Map([
  ['no', 'nb'],
  ['sh', 'sr-Latn'],
  ['tl', 'fil'],
  ['mo', 'ro'],
  ['aa', 'aa'],
]);

test('every living two-letter language is its own canonical tag', () => {
  const living = twoLetter.filter((entry) => !entry.Deprecated && !CLDR_DEPARTS.has(entry.Subtag!));
  expect(living.length).toBeGreaterThan(170);
  const wrong = living
    .filter((entry) => canonicalTag(entry.Subtag!) !== entry.Subtag && canonicalTag(entry.Subtag!) !== null)
    .map((entry) => entry.Subtag);
  expect(wrong).toEqual([]);
  const unknown = living.filter((entry) => canonicalTag(entry.Subtag!) === null).map((entry) => entry.Subtag);
  // Languages of the registry for which CLDR has no English name: nobody can choose them by name.
  expect(unknown.length).toBeLessThan(12);
});

test('deprecated languages become what the registry prefers', () => {
  const replaced = twoLetter.filter((entry) => entry.Deprecated && entry['Preferred-Value']);
  expect(replaced.map((entry) => entry.Subtag)).toEqual(expect.arrayContaining(['iw', 'in', 'ji']));
  for (const entry of replaced)
    expect([entry.Subtag, canonicalTag(entry.Subtag!)]).toEqual([entry.Subtag, entry['Preferred-Value']]);
});

test('regions and scripts get the case that RFC 5646, section 2.1.1, asks for', () => {
  const regions = registry
    .filter((e) => e.Type === 'region' && e.Subtag?.length === 2 && !e.Deprecated && !e.Subtag.includes('..'))
    .map((e) => e.Subtag!);
  for (const region of regions) expect(canonicalTag(`en-${region.toLowerCase()}`)).toBe(`en-${region}`);
  expect(canonicalTag('sr-LATN-rs')).toBe('sr-Latn-RS');
});

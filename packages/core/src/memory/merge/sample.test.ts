import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '../../language/tags.js';
import type { Unit } from '../unit.js';
import { identity } from './member.js';
import { IGNORABLE, type MergePlan } from './plan.js';
import { sampleLevel, unitLevel } from './sample.js';

const LANGUAGES = ['en', 'en-GB', 'de', 'fr'] as LanguageTag[];
/** Texts that are often the same but for what can be ignored. */
const text = fc
  .tuple(fc.constantFrom('lock gate', 'Lock gate', 'weir', 'Straße', 'strasse'), fc.constantFrom('', '.', ' 3', '!  '))
  .map((parts) => parts.join(''));
const unit: fc.Arbitrary<Unit> = fc
  .array(fc.record({ language: fc.constantFrom(...LANGUAGES), text, codes: fc.constant([]) }), {
    minLength: 1,
    maxLength: 3,
  })
  .map((variants) => ({ variants }));
const plan: fc.Arbitrary<MergePlan> = fc.record({
  by: fc.oneof(fc.constant('all' as const), fc.subarray(LANGUAGES, { minLength: 1 })),
  ignore: fc.subarray([...IGNORABLE]),
  regions: fc.constantFrom('keep' as const, 'fold' as const),
  keep: fc.constant('newest' as const),
  decisions: fc.constant({}),
});

describe('sampling', () => {
  it('takes all of the units that are the same under a plan, or none', () => {
    fc.assert(
      fc.property(fc.array(unit, { minLength: 10, maxLength: 40 }), plan, (units, asked) => {
        const levels = new Map<string, number>();
        for (const each of units) {
          const said = identity(each, asked);
          const level = unitLevel(each, asked);
          expect(levels.get(said) ?? level).toBe(level);
          levels.set(said, level);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('notes the level of a unit with one of its texts', () => {
    fc.assert(
      fc.property(unit, plan, (each, asked) => {
        expect(each.variants.map(({ text: said }) => sampleLevel(said))).toContain(unitLevel(each, asked));
      }),
    );
  });

  it('tells numbers apart', () => {
    expect(sampleLevel('12.')).toBe(sampleLevel('12'));
    expect(new Set(['1', '2', '3', '4', '5', '6', '7', '8'].map(sampleLevel)).size).toBeGreaterThan(1);
  });

  it('takes half as many with each level', () => {
    const levels = Array.from({ length: 64_000 }, (_, i) => {
      const letters = [i % 26, Math.floor(i / 26) % 26, Math.floor(i / 676) % 26, Math.floor(i / 17576)];
      return sampleLevel(`gate ${letters.map((n) => String.fromCharCode(97 + n)).join('')}`);
    });
    for (const level of [1, 2, 4, 6]) {
      const expected = levels.length / 2 ** level;
      // Five standard deviations of a binomial distribution.
      expect(Math.abs(levels.filter((each) => each >= level).length - expected)).toBeLessThan(5 * Math.sqrt(expected));
    }
  });
});

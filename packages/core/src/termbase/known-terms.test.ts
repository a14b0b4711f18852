import { describe, expect, it } from '@jest/globals';
import { CODE } from '../text/inline-codes.js';
import type { ConceptBody } from './concept.js';
import { KnownTerms } from './known-terms.js';

const concept = (...terms: string[]): ConceptBody =>
  ({
    fields: {},
    languages: [{ language: 'en', fields: {}, terms: terms.map((text) => ({ text, fields: {} })) }],
  }) as unknown as ConceptBody;

describe('terms in a text with codes', () => {
  const known = new KnownTerms([concept('upper gate'), concept('gate'), concept('sluice')]);
  /** The places of what was found, with codes as bars. */
  const found = (text: string): string[] => {
    const coded = text.replaceAll('|', CODE);
    return known
      .find({ general: 'en', text: coded })
      .map(({ start, end }) => coded.slice(start, end).replaceAll(CODE, '|'));
  };

  it('are found where formatting begins or ends within them', () => {
    expect(found('Close the |upper| gate.')).toEqual(['upper| gate']);
    expect(found('Close the |upper gates|.')).toEqual(['upper gates']);
    expect(found('Raise the s|luice| now.')).toEqual(['s|luice']);
  });

  it('are found where a code stands between two words, as a line break does', () =>
    expect(found('Close the gate|Raise the sluice|now.')).toEqual(['gate', 'sluice']));

  it('cover a text whose codes stand around it', () => {
    expect(known.covers({ general: 'en', text: `${CODE}upper${CODE} gate` })).toBe(true);
    expect(known.covers({ general: 'en', text: `${CODE}upper${CODE} gates here` })).toBe(false);
  });
});

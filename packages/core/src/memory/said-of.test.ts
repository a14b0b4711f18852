import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import { isAmong } from './said-of.js';
import type { Unit } from './unit.js';

const unit: Unit = {
  attributes: { creationdate: '20240229T101500Z', changedate: '20250301T080000Z' },
  props: [
    { type: 'x-Client', text: ' Brennick Waterways ' },
    { type: 'subject', text: 'Locks' },
  ],
  variants: [
    { language: 'en' as LanguageTag, text: 'Close the gate.', codes: [] },
    { language: 'de' as LanguageTag, text: 'Tor schließen.', codes: [], props: [{ type: 'domain', text: 'Safety' }] },
  ],
};

test('nothing asked for is any unit', () => {
  expect(isAmong(unit, {})).toBe(true);
  expect(isAmong({ variants: [] }, {})).toBe(true);
});

test('client and subject by the names that programs give them, on the unit or a variant, whatever the capitals', () => {
  expect(isAmong(unit, { client: 'brennick waterways', subject: 'LOCKS' })).toBe(true);
  expect(isAmong(unit, { subject: 'safety' })).toBe(true);
  expect(isAmong(unit, { client: 'Brennick' })).toBe(false);
  expect(isAmong({ variants: [] }, { client: 'x' })).toBe(false);
});

test('the day of the last change counts, itself included; what has no date is not newer than anything', () => {
  expect(isAmong(unit, { since: '2025-03-01' })).toBe(true);
  expect(isAmong(unit, { since: '2025-03-02' })).toBe(false);
  expect(isAmong({ variants: [] }, { since: '1990-01-01' })).toBe(false);
});

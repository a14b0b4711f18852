import { expect, test } from '@jest/globals';
import { intakeTexts } from './messages.js';

test('sentences with numbers', () => {
  const { write } = intakeTexts;
  expect(write.button(1, '“Canal”')).toBe('Write 1 entry to “Canal”');
  expect(write.done(49, 2, 'Canal')).toBe('Written: 49 entries and 2 joined to “Canal”.');
  expect(write.done(49, 0, 'Canal')).toBe('Written: 49 entries to “Canal”.');
});

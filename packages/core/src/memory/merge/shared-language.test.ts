import { expect, test } from '@jest/globals';
import { sharedLanguage } from './shared-language.js';

test.each([
  [
    [
      [['de-DE', 'en-GB'], 'en-GB'],
      [['de', 'en'], 'de'],
    ],
    ['en'],
  ],
  [
    [
      [['de', 'en'], undefined],
      [['en-US', 'fr'], '*all*'],
    ],
    ['en'],
  ],
  [
    [
      [['de', 'pt'], 'DE'],
      [['pt-BR', 'fr'], 'fr'],
    ],
    ['pt'],
  ],
  [
    [
      [['de', 'en'], 'en'],
      [['fr', 'it'], 'fr'],
    ],
    'all',
  ],
  [[], 'all'],
] as const)('%j', (memories, wanted) =>
  expect(sharedLanguage(memories.map(([languages, source]) => ({ languages, source })))).toEqual(wanted),
);

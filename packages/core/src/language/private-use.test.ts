/** What takes the language of a text must take one for private use, of which `Intl` knows nothing (BCP 47, RFC 5646, 2.2.7). */
import { expect, test } from '@jest/globals';
import { align } from '../alignment/align.js';
import { wordCount } from '../counts/count.js';
import { wordsInText } from '../harvest/phrases.js';
import { cleanCell } from '../intake/cleaning/steps.js';
import { CLEANING_STEPS, type CleaningStepId } from '../intake/reading.js';
import type { ConceptBody } from '../termbase/concept.js';
import { KnownTerms } from '../termbase/known-terms.js';
import type { LanguageTag } from './tags.js';

const LANGUAGE = 'x-klient-1';

test('counting words', () => expect(wordCount('Das Tor, dann die Brücke', LANGUAGE)).toBe(5));

test('words for the harvest', () => expect(wordsInText('Das Tor öffnet', LANGUAGE)).toHaveLength(3));

test('pairing', () => {
  const steps = align(['Das Tor'], ['The gate'], { sourceLanguage: LANGUAGE, targetLanguage: 'x-klient-2' });
  let step = steps.next();
  while (!step.done) step = steps.next();
  expect(step.value.beads).toHaveLength(1);
});

test('finding terms, each language its own', () => {
  const term = (text: string) => ({ text, fields: [] });
  const section = (language: string, text: string) => ({ language, fields: [], terms: [term(text)] });
  const concept = { fields: [], languages: [section(LANGUAGE, 'Tor'), section('x-klient-2', 'gate')] };
  const terms = new KnownTerms([concept as unknown as ConceptBody]);
  expect(terms.find({ general: LANGUAGE, text: 'Das TOR, the gate' }).map(({ start }) => start)).toEqual([4]);
});

test('cleaning capitals', () => {
  const steps = Object.fromEntries(CLEANING_STEPS.map((id) => [id, id === 'capitals'])) as Record<
    CleaningStepId,
    boolean
  >;
  const { pieces } = cleanCell('SCHLEUSENTOR', steps, { separators: [], language: LANGUAGE as LanguageTag });
  expect(pieces.map(({ text }) => text)).toEqual(['schleusentor']);
});

/**
 * Terms in text, against two things outside the project: the Universal Declaration of Human Rights in eighteen
 * languages, and the paradigms of published grammars (named in the module of each language).
 */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { judged, LANGUAGES } from './recognition/declaration.mjs';

/** What is wanted of every language, in per cent. */
const [RECALL, PRECISION] = [97, 99];
/** Where the dictionary of the platform cuts the words otherwise: "各种|族", "和平|等". */
const ALLOWED: Readonly<Record<string, number>> = { zh: 2, el: 3 };

describe('the Universal Declaration of Human Rights', () => {
  test.each(LANGUAGES)('%s: every form is found, and nothing that looks like one', (language) => {
    const { places, found, missed, wrong } = judged(language, Recognizer, dictionaryFor(language));
    expect(places).toBeGreaterThan(200);
    expect({ missed, recall: (100 * found) / places >= RECALL }).toEqual({ missed, recall: true });
    const isPrecise = (100 * found) / (found + wrong.length) >= PRECISION || wrong.length <= (ALLOWED[language] ?? 0);
    expect({ wrong, isPrecise }).toEqual({ wrong, isPrecise: true });
  });
});

const paradigms = readFileSync(new URL('recognition/paradigms.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line && !line.startsWith('#'))
  .map((line) => line.split('|').map((part) => part.trim()));
const inList = (list: string | undefined): string[] => (list ? list.split(/,\s*/) : []);

describe('paradigms of grammars', () => {
  test.each([...new Set(paradigms.map(([language]) => language!))])('%s', (language) => {
    const wrong: string[] = [];
    for (const [, term, forms, lookalikes] of paradigms.filter((line) => line[0] === language)) {
      const recognizer = new Recognizer<number>(language, dictionaryFor(language));
      recognizer.add(term!, 1);
      const whole = (text: string): boolean =>
        recognizer
          .find(text)
          .some(
            ({ how, start, end, form }) =>
              how !== 'compound' &&
              start === 0 &&
              (end === text.length || form === 'separated' || form === 'shortened'),
          );
      for (const form of inList(forms)) if (!whole(form)) wrong.push(`${form} is ${term}`);
      for (const other of inList(lookalikes))
        if (recognizer.find(other).some(({ how }) => how !== 'compound')) wrong.push(`${other} is not ${term}`);
    }
    expect(wrong).toEqual([]);
  });
});

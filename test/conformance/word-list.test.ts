/** A real word list with its own marks (Debian's trans-de-en, 1.9): read, split and counted as Python reads it. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { languagesOf } from '@fair-copy/core/intake/reading.js';
import { inFolder, python } from './outside.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

const lines = readFileSync('/usr/share/trans/de-en', 'utf8')
  .split('\n')
  .slice(0, 30_000)
  .filter((_, i) => i < 5 || i % 10 === 0);

describe('3,000 lines of “Wort {f}; Wort {n} | … :: word; word | …”', () => {
  test('separator, languages and rows are found', () =>
    inFolder(async (folder) => {
      const path = join(folder, 'words.txt');
      writeFileSync(path, lines.join('\n') + '\n');
      const file = await openClientFile(path, 'words.txt');
      const reading = proposeReading(await file.survey());
      expect(reading.source).toMatchObject({
        kind: 'delimited',
        pattern: { value: { between: ' :: ', then: null, groups: ' | ' } },
      });
      expect(languagesOf(reading)).toEqual(['de', 'en']);

      const expected = python<{ rows: number; comments: number; pairs: number }>('word_list.py', lines);
      const evaluation = new Evaluation(reading);
      for await (const row of file.rows(reading.source)) evaluation.see(row);
      evaluation.end();
      const { rows, entries, joined, heldBack, notData } = evaluation.tally;
      expect(rows).toBe(expected.rows);
      expect(entries + joined).toBe(expected.pairs);
      expect(heldBack).toBe(0);
      // Besides comments only groups that have nothing opposite and no term of their own.
      expect(notData).toBe(expected.rows - expected.pairs);
      expect(notData - expected.comments).toBeLessThan(3);
      file.close();
    }));
});

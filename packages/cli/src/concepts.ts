import { basename } from 'node:path';
import { conceptOf, withDraft } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS } from '@fair-copy/core/intake/reading.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { evaluationOf, readingsOf } from './readings.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

/** Nothing is put right, and entries that say the same stay two. */
export const UNTOUCHED: Decisions['steps'] = Object.fromEntries(CLEANING_STEPS.map((id) => [id, false]));

/**
 * The concepts of a TBX, or of any glossary as Intake proposes to read it, with what later rows add to them; rows that lack
 * a language included.
 * @param whole every entry as it stands in the file, none left out or joined with another
 */
export async function conceptsIn(path: string, whole = false): Promise<ConceptBody[]> {
  const file = await openClientFile(path, basename(path));
  const all: ConceptBody[] = [];
  try {
    for (const found of await readingsOf(file, {}, whole ? { steps: UNTOUCHED } : {})) {
      const evaluation = evaluationOf(found, { keepIncomplete: true, takeAll: whole });
      const places = new Map<number, number>();
      for await (const { row, outcome } of Evaluation.ofAsync(evaluation, file.rows(found.reading.source)))
        if (outcome.kind === 'entry') places.set(row.number, all.push(conceptOf(outcome.draft)) - 1);
        else if (outcome.kind === 'joined' && outcome.how === 'adds') {
          const place = places.get(outcome.row)!;
          all[place] = withDraft(all[place]!, outcome.draft);
        }
    }
  } finally {
    file.close();
  }
  return all;
}

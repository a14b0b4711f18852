import { basename } from 'node:path';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { evaluationOf, readingsOf } from './readings.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

/** The concepts of a TBX, or of any glossary as Intake proposes to read it; rows that lack a language included. */
export async function* conceptsIn(path: string): AsyncGenerator<ConceptBody> {
  const file = await openClientFile(path, basename(path));
  try {
    for (const found of await readingsOf(file, {}, {})) {
      const evaluation = evaluationOf(found, { keepIncomplete: true });
      for await (const { outcome } of Evaluation.ofAsync(evaluation, file.rows(found.reading.source)))
        if (outcome.kind === 'entry') yield conceptOf(outcome.draft);
    }
  } finally {
    file.close();
  }
}

/** What a whole memory often says and no termbase of its client has, with what it says for it. */
import type { CandidatesFound } from '@fair-copy/api/candidates.js';
import { Counterparts } from '@fair-copy/core/harvest/counterparts.js';
import { Harvest } from '@fair-copy/core/harvest/harvest.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { KitTerms } from '@fair-copy/core/rehearsal/kit-terms.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptsOf } from '../store/concepts.js';
import { openForReading } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { termbaseIdsOf } from '../store/termbases.js';

export interface ToHarvest {
  readonly memoryId: number;
  readonly source: string;
  readonly target: string;
  /** What the client said is no term, in small letters. */
  readonly noTerms: readonly string[];
}

/** Candidates. */
const GIVEN = 100;

/** Twice over the units: for the words, then for what stands beside them. */
export function findCandidates({ memoryId, noTerms, ...pair }: ToHarvest, context: TaskContext): CandidatesFound {
  const [source, target] = [canonicalTag(pair.source), canonicalTag(pair.target)];
  if (!source || !target) throw new ApiError('language-unknown', { what: source ? pair.target : pair.source });
  const db = openForReading(pathsOf(context.dataDir).workspace);
  try {
    const { file: stored, client_id: clientId } = memoryById(db, memoryId);
    const concepts = termbaseIdsOf(db, clientId).flatMap((id) => [...conceptsOf(db, id)]);
    const [sourceOf, targetOf] = [servingFor(source), servingFor(target)];
    const terms = new KitTerms(concepts, source, target, dictionaryFor);
    const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(stored));
    file.db.exec('BEGIN');
    try {
      const pairs = function* (
        from: number,
      ): Generator<{ readonly id: number; readonly source: string; readonly target: string }> {
        for (const { id, variants } of file.units((share) => context.checkpoint(from + 0.5 * share))) {
          const [own] = sourceOf(variants).variants;
          if (own) yield { id, source: own.text, target: targetOf(variants).variants[0]?.text ?? '' };
        }
      };
      const harvest = new Harvest(source);
      const ids: number[] = [];
      for (const one of pairs(0)) {
        harvest.see(one.source);
        ids.push(one.id);
      }
      const refused = new Set(noTerms);
      const found = harvest.candidates(GIVEN, (text) => refused.has(text.toLowerCase()) || terms.covers(text));
      const texts = found.map(({ text }) => text);
      const counterparts = new Counterparts(texts, source, target);
      for (const one of pairs(0.5)) if (one.target !== '') counterparts.see(one.source, one.target);
      const textOf = (unit: number): string =>
        withoutCodes(sourceOf(file.unit(unit)?.variants ?? []).variants[0]?.text ?? '');
      return {
        source,
        target,
        candidates: found.map(({ text, times, examples }) => ({
          text,
          times,
          counterpart: counterparts.of(text),
          contexts: examples.map((i) => textOf(ids[i]!)),
        })),
      };
    } finally {
      file.db.exec('COMMIT');
      file.close();
    }
  } finally {
    db.close();
  }
}

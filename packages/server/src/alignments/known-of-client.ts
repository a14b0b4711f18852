/** What a client's termbases and memories know of two languages, for the aligner. */
import type { Phrases } from '@fair-copy/core/alignment/known-words.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { MOST_TAUGHT } from '@fair-copy/files/phrase-lists.js';
import { DamagedFileError, isDamage } from '../damage.js';
import { openForReading } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';

/** Pairs of terms of a concept. */
export function knownTerms(dataDir: string, clientId: number, source: string, target: string): [string, string][] {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    return db
      .prepare<{ client: number; source: string; target: string }, { source: string; target: string }>(
        `SELECT a.text AS source, b.text AS target
         FROM termbase JOIN term a ON a.termbase_id = termbase.id JOIN term b ON b.concept_id = a.concept_id
         WHERE termbase.client_id = $client
           AND (a.language = $source OR a.language LIKE $source || '-%')
           AND (b.language = $target OR b.language LIKE $target || '-%')
         LIMIT 100000`,
      )
      .all({ client: clientId, source: primaryLanguage(source), target: primaryLanguage(target) })
      .map((pair) => [pair.source, pair.target]);
  } finally {
    db.close();
  }
}

/** The last units of the memories, the last memories first: they teach words that a text is too short for. */
export function knownUnits(dataDir: string, clientId: number, source: string, target: string): Phrases {
  const workspace = openForReading(pathsOf(dataDir).workspace);
  const files = workspace
    .prepare<[number], string>('SELECT file FROM memory WHERE client_id = ? ORDER BY id DESC')
    .pluck()
    .all(clientId);
  workspace.close();
  const phrases = { source: [] as string[], target: [] as string[] };
  for (const file of files) {
    const left = MOST_TAUGHT - phrases.source.length;
    if (left <= 0) break;
    for (const [one, other] of lastPairs(pathsOf(dataDir).memory(file), source, target, left)) {
      phrases.source.push(withoutCodes(one));
      phrases.target.push(withoutCodes(other));
    }
  }
  return phrases;
}

/** None of a memory that is damaged: that is said where it is opened. */
function lastPairs(path: string, source: string, target: string, limit: number): [string, string][] {
  let memory: MemoryFile | null = null;
  try {
    memory = MemoryFile.openForReading(path);
    return pairsIn(memory, source, target, limit);
  } catch (error) {
    if (error instanceof DamagedFileError || isDamage(error)) return [];
    throw error;
  } finally {
    memory?.close();
  }
}

function pairsIn(memory: MemoryFile, source: string, target: string, limit: number): [string, string][] {
  const [ours, theirs] = [source, target].map((tag) => memory.languageIds(primaryLanguage(tag)).join());
  // In a memory of a million units without the pair nothing is gone through.
  if (!ours || !theirs) return [];
  return memory.db
    .prepare<[number], [string, string]>(
      `SELECT a.text, b.text FROM segment a JOIN segment b ON b.unit_id = a.unit_id
       WHERE a.language IN (${ours}) AND b.language IN (${theirs}) ORDER BY a.unit_id DESC LIMIT ?`,
    )
    .raw()
    .all(limit) as [string, string][];
}

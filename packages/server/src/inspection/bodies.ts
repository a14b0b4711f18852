/** Findings as the pages get them. */
import type { Db } from '../store/database.js';
import { readConcept } from '../store/concepts.js';
import { firstTerm } from '../termbases/write.js';
import type { FindingBody } from '../termbases/schemas.js';
import type { FindingRow } from './read.js';

export function findingBodies(db: Db, rows: readonly FindingRow[]): FindingBody[] {
  return rows.map((row) => ({
    id: row.id,
    check: row.check_id,
    concept: row.concept_id,
    language: row.language,
    term: row.term_id,
    severity: row.severity,
    text: row.text,
    message: row.message,
    related: (JSON.parse(row.related) as number[])
      .slice(0, 8)
      .map((concept) => ({ concept, text: labelOf(db, concept) })),
    correction: row.correction ? (JSON.parse(row.correction) as FindingBody['correction']) : null,
    isNew: row.is_new === 1,
  }));
}

function labelOf(db: Db, concept: number): string {
  const stored = readConcept(db, concept);
  if (!stored) return '';
  const [first, second] = stored.body.languages;
  return [firstTerm(stored.body), second && first ? second.terms[0]?.text : ''].filter(Boolean).join(' – ');
}

/** A concept as the pages get it. */
import type { KeptDone } from '@fair-copy/words/done.js';
import { toldDone } from '../said.js';
import type { ConceptBodyOf } from '@fair-copy/api/termbases.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { exactKey } from '@fair-copy/core/text/fold.js';
import { ApiError } from '../errors.js';
import { findingBodies, textsOfConcepts } from '../findings/bodies.js';
import { openFindingsOf } from '../findings/read.js';
import { TERMBASES } from '../findings/subjects.js';
import { readConcept } from '../store/concepts.js';
import { languageCounts } from '../store/language-counts.js';
import type { Db } from '../store/database.js';
import { pictureNamed } from '../store/pictures.js';
import { versionOf } from '../store/version.js';
import { existingIn } from './existing.js';

/** With its open findings, its pictures, what it refers to and what became of it. Throws `ApiError` ("not-found"). */
export function shownConcept(db: Db, id: number): ConceptBodyOf {
  const stored = readConcept(db, id);
  if (!stored) throw new ApiError('not-found', { what: 'concept' });
  const { termbaseId, body } = stored;
  return {
    id,
    termbaseId,
    version: versionOf(body),
    ...(body as unknown as Pick<ConceptBodyOf, 'fields' | 'languages' | 'origins'>),
    findings: findingBodies(openFindingsOf(db, TERMBASES, termbaseId, id), textsOfConcepts(db)),
    pictures: (body.fields.xGraphic ?? []).flatMap((name) => {
      const there = pictureNamed(db, termbaseId, name);
      return there ? [{ name, sha256: there.sha256 }] : [];
    }),
    references: referencesOf(db, termbaseId, id, body),
    history: historyOf(db, id),
  };
}

function historyOf(db: Db, id: number): ConceptBodyOf['history'] {
  return db
    .prepare<[number], { id: number; at: string; title: KeptDone; undone_at: string | null; earlier: number }>(
      `SELECT l.id, l.at, l.title, l.undone_at, c.before IS NOT NULL AS earlier FROM change c JOIN ledger l ON l.id = c.ledger_id
       WHERE c.entity = 'concept' AND c.entity_id = ? ORDER BY l.id DESC LIMIT 50`,
    )
    .all(id)
    .map((row) => ({
      ledgerId: row.id,
      at: row.at,
      ...toldDone(row.title),
      undone: row.undone_at !== null,
      earlier: row.earlier === 1,
    }));
}

/** References to entries of the same termbase, by the client's id or by a term. */
function referencesOf(
  db: Db,
  termbaseId: number,
  own: number,
  { fields, languages }: ConceptBody,
): ConceptBodyOf['references'] {
  const existing = existingIn(db, termbaseId);
  const all = [fields, ...languages.flatMap((s) => [s.fields, ...s.terms.map((term) => term.fields)])];
  const values = new Set(all.flatMap((f) => f.crossReference ?? []));
  return [...values].flatMap((value) => {
    const found =
      existing.withId(value)[0] ??
      languages.map((s) => existing.withTerm(`${s.language}\0${exactKey(value)}`)[0]).find((id) => id !== undefined) ??
      anyTerm(db, termbaseId, value);
    return found !== undefined && found !== own ? [{ value, concept: found }] : [];
  });
}

function anyTerm(db: Db, termbaseId: number, text: string): number | undefined {
  const languages = languageCounts(db, termbaseId);
  const existing = existingIn(db, termbaseId);
  for (const { language } of languages) {
    const found = existing.withTerm(`${language}\0${exactKey(text)}`)[0];
    if (found !== undefined) return found;
  }
  return undefined;
}

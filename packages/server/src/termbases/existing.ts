/** What a termbase holds already, for rows that say the same, add to it or contradict it. */
import type { Existing } from '@fair-copy/core/intake/join.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { exactKey, foldForSearch } from '@fair-copy/core/text/fold.js';
import { readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { languageCounts } from '../store/language-counts.js';

/**
 * By the clustered order of the term list; equal but for capitals or accents is not the same term.
 *
 * @param highest concepts with a higher id are none (they come from the same operation)
 */
export function existingIn(db: Db, termbaseId: number, highest = Number.MAX_SAFE_INTEGER): Existing {
  const byTerm = db.prepare<[number, string, string], { concept_id: number; text: string }>(
    'SELECT concept_id, text FROM term WHERE termbase_id = ? AND language = ? AND folded = ?',
  );
  const byId = db.prepare<[number, string], { id: number }>(
    `SELECT id FROM concept WHERE termbase_id = ? AND json_extract(body, '$.fields.identifier[0]') = ?`,
  );
  return {
    languages: languageCounts(db, termbaseId).map(({ language }) => language as LanguageTag),
    withTerm(key) {
      const cut = key.indexOf('\0');
      const text = key.slice(cut + 1);
      return byTerm
        .all(termbaseId, key.slice(0, cut), foldForSearch(text))
        .filter((row) => row.concept_id <= highest && exactKey(row.text) === text)
        .map((row) => row.concept_id);
    },
    withId: (id) =>
      byId
        .all(termbaseId, id)
        .map((row) => row.id)
        .filter((concept) => concept <= highest),
    body: (concept) => readConcept(db, concept)?.body ?? null,
  };
}

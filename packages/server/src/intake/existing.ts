/** Finds the concepts of a termbase that have a term, for rows that say what is there already. */
import type { Existing } from '@fair-copy/core/intake/evaluate.js';
import { exactKey, foldForSearch } from '@fair-copy/core/text/fold.js';
import type { Db } from '../store/database.js';

/** By the clustered order of the term list; equal but for capitals or accents is not the same term. */
export function existingIn(db: Db, termbaseId: number): Existing {
  const find = db.prepare<[number, string, string], { concept_id: number; text: string }>(
    'SELECT concept_id, text FROM term WHERE termbase_id = ? AND language = ? AND folded = ?',
  );
  return (key) => {
    const cut = key.indexOf('\0');
    const text = key.slice(cut + 1);
    return find
      .all(termbaseId, key.slice(0, cut), foldForSearch(text))
      .filter((row) => exactKey(row.text) === text)
      .map((row) => row.concept_id);
  };
}

/** The term list of a termbase: paged by key in the order of the folded text, looked up by beginning, part or word. */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import type { Db } from '../store/database.js';

export type LookUpMode = 'beginning' | 'part' | 'word';

export interface TermRow {
  readonly folded: string;
  readonly concept_id: number;
  readonly ordinal: number;
  readonly text: string;
}

/** Where a page begins: after this row. */
export interface Cursor {
  readonly folded: string;
  readonly concept: number;
  readonly ordinal: number;
}

export interface TermQuery {
  readonly termbaseId: number;
  readonly language: string;
  readonly text: string;
  readonly mode: LookUpMode;
}

const ORDER = 'folded, concept_id, ordinal';

export function termPage(db: Db, query: TermQuery, after: Cursor | null, limit: number): TermRow[] {
  const { sql, params } = condition(query);
  return db
    .prepare<[Record<string, unknown>], TermRow>(
      `SELECT folded, concept_id, ordinal, text FROM term
       WHERE ${sql} ${after ? 'AND (folded, concept_id, ordinal) > (@folded, @concept, @ordinal)' : ''} ORDER BY ${ORDER} LIMIT @limit`,
    )
    .all({ ...params, ...after, limit });
}

/** How many there are, and the row before each page of `size`: with these, any page is reached by its key. */
export function termAnchors(
  db: Db,
  query: TermQuery,
  size: number,
): { readonly count: number; readonly anchors: Cursor[] } {
  const { sql, params } = condition(query);
  const rows = db
    .prepare<[Record<string, unknown>], { n: number; folded: string; concept: number; ordinal: number }>(
      `SELECT n, folded, concept_id AS concept, ordinal FROM (
         SELECT folded, concept_id, ordinal, row_number() OVER (ORDER BY ${ORDER}) AS n FROM term WHERE ${sql})
       WHERE n % @size = 0`,
    )
    .all({ ...params, size });
  const { count } = db
    .prepare<[Record<string, unknown>], { count: number }>(`SELECT count(*) AS count FROM term WHERE ${sql}`)
    .get(params)!;
  return { count, anchors: rows.map(({ folded, concept, ordinal }) => ({ folded, concept, ordinal })) };
}

/** The place (from 0) of a concept's first term in the list; null if it is not in it. */
export function termPosition(db: Db, query: TermQuery, conceptId: number): number | null {
  const { sql, params } = condition(query);
  const first = db
    .prepare<[Record<string, unknown>], Cursor>(
      `SELECT folded, concept_id AS concept, ordinal FROM term WHERE ${sql} AND concept_id = @concept ORDER BY ${ORDER} LIMIT 1`,
    )
    .get({ ...params, concept: conceptId });
  if (!first) return null;
  return db
    .prepare<[Record<string, unknown>], { n: number }>(
      `SELECT count(*) AS n FROM term WHERE ${sql} AND (folded, concept_id, ordinal) < (@folded, @concept, @ordinal)`,
    )
    .get({ ...params, ...first })!.n;
}

function condition({ termbaseId, language, text, mode }: TermQuery): {
  readonly sql: string;
  readonly params: Record<string, unknown>;
} {
  const q = foldForSearch(text).trim();
  const params = { termbaseId, language };
  const base = 'termbase_id = @termbaseId AND language = @language';
  if (q === '') return { sql: base, params };
  switch (mode) {
    case 'beginning':
      return { sql: `${base} AND folded >= @q AND folded < @end`, params: { ...params, q, end: q + '\u{10FFFF}' } };
    case 'part':
      return { sql: `${base} AND instr(folded, @q) > 0`, params: { ...params, q } };
    case 'word':
      return { sql: `${base} AND instr(folded, @q) > 0 AND is_word(folded, @q)`, params: { ...params, q } };
  }
}

/** `is_word(text, q)`: q stands in the text with no letter or digit before and after it. */
export function addWordFunction(db: Db): void {
  db.function('is_word', { deterministic: true }, (text, q) => (standsAsWord(String(text), String(q)) ? 1 : 0));
}

export function standsAsWord(text: string, q: string): boolean {
  for (let at = text.indexOf(q); at >= 0; at = text.indexOf(q, at + 1)) {
    if (!isWordCharacter(text[at - 1]) && !isWordCharacter(text[at + q.length])) return true;
  }
  return false;
}

function isWordCharacter(char: string | undefined): boolean {
  return char !== undefined && /[\p{L}\p{N}\p{M}]/u.test(char);
}

/**
 * The term list of a termbase: paged by key, looked up by beginning, part or word, narrowed by filters, in the order
 * of the folded text, of the last change or of the entries.
 */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { itemsWithFindingsQuery } from '../findings/read.js';
import { TERMBASES } from '../findings/subjects.js';
import type { Db } from '../store/database.js';

export type LookUpMode = 'beginning' | 'part' | 'word';
export type ListOrder = 'term' | 'changed' | 'entry';

export interface TermRow {
  /** What the order goes by. */
  readonly key: string;
  readonly concept_id: number;
  readonly ordinal: number;
  readonly text: string;
}

/** Where a page begins: after this row. */
export interface Cursor {
  readonly key: string;
  readonly concept: number;
  readonly ordinal: number;
}

/** Which concepts are wanted; all conditions together. */
export interface ListFilter {
  readonly has?: string;
  readonly lacks?: string;
  /** Values of filterable fields. */
  readonly values?: readonly { readonly field: string; readonly value: string }[];
  /** ISO date or time. */
  readonly since?: string;
  readonly findings?: boolean;
  /** The ledger entry of an intake. */
  readonly intake?: number;
}

export interface TermQuery {
  readonly termbaseId: number;
  readonly language: string;
  readonly text: string;
  readonly mode: LookUpMode;
  readonly order?: ListOrder;
  readonly filter?: ListFilter;
}

interface Order {
  /** The sort key of a row. */
  readonly key: string;
  readonly by: string;
  /** Rows behind and before @key, @concept, @ordinal. */
  readonly after: string;
  readonly before: string;
}

const ORDERS: Readonly<Record<ListOrder, Order>> = {
  term: {
    key: 't.folded',
    by: 't.folded, t.concept_id, t.ordinal',
    after: '(t.folded, t.concept_id, t.ordinal) > (@key, @concept, @ordinal)',
    before: '(t.folded, t.concept_id, t.ordinal) < (@key, @concept, @ordinal)',
  },
  changed: {
    key: 'c.changed_at',
    by: 'c.changed_at DESC, c.id, t.ordinal',
    after: '(c.changed_at < @key OR (c.changed_at = @key AND (t.concept_id, t.ordinal) > (@concept, @ordinal)))',
    before: '(c.changed_at > @key OR (c.changed_at = @key AND (t.concept_id, t.ordinal) < (@concept, @ordinal)))',
  },
  entry: {
    key: "''",
    by: 't.concept_id, t.ordinal',
    after: '(t.concept_id, t.ordinal) > (@concept, @ordinal)',
    before: '(t.concept_id, t.ordinal) < (@concept, @ordinal)',
  },
};

export function termPage(db: Db, query: TermQuery, after: Cursor | null, limit: number): TermRow[] {
  const { from, sql, params } = condition(query, 'page');
  const order = ORDERS[query.order ?? 'term'];
  return db
    .prepare<[Record<string, unknown>], TermRow>(
      `SELECT ${order.key} AS key, t.concept_id, t.ordinal, t.text FROM ${from}
       WHERE ${sql} ${after ? `AND ${order.after}` : ''} ORDER BY ${order.by} LIMIT @limit`,
    )
    .all({ ...params, ...after, limit });
}

/** A row's concept and place in one number: ordinals of terms stay far below this (2 ** 53 / 2 ** 20: 8 thousand million concepts). */
const ORDINALS = 2 ** 20;

/**
 * How many there are, and the row before each page of `size`: with these, any page is reached by its key.
 * In one pass that brings one number of each row; keys are looked up for the rows between pages only.
 */
export function termAnchors(
  db: Db,
  query: TermQuery,
  size: number,
): { readonly count: number; readonly anchors: Cursor[] } {
  const { from, sql, params } = condition(query, 'whole');
  const order = ORDERS[query.order ?? 'term'];
  const rows = db
    .prepare<[Record<string, unknown>], number>(
      `SELECT t.concept_id * ${ORDINALS} + t.ordinal FROM ${from} WHERE ${sql} ORDER BY ${order.by}`,
    )
    .pluck()
    .all(params);
  const keyOf = db
    .prepare<[Record<string, unknown>], string>(
      `SELECT ${order.key} FROM term t JOIN concept c ON c.id = t.concept_id
       WHERE t.concept_id = @concept AND t.ordinal = @ordinal AND t.termbase_id = @termbaseId AND t.language = @language`,
    )
    .pluck();
  const { termbaseId, language } = query;
  const anchors: Cursor[] = [];
  for (let i = size - 1; i < rows.length; i += size) {
    const row = rows[i]!;
    const [concept, ordinal] = [Math.floor(row / ORDINALS), row % ORDINALS];
    anchors.push({ key: keyOf.get({ concept, ordinal, termbaseId, language })!, concept, ordinal });
  }
  return { count: rows.length, anchors };
}

/** The place (from 0) of a concept's first term in the list; null if it is not in it. */
export function termPosition(db: Db, query: TermQuery, conceptId: number): number | null {
  const { from, sql, params } = condition(query, 'whole');
  const order = ORDERS[query.order ?? 'term'];
  const first = db
    .prepare<[Record<string, unknown>], Cursor>(
      `SELECT ${order.key} AS key, t.concept_id AS concept, t.ordinal AS ordinal FROM ${from}
       WHERE ${sql} AND t.concept_id = @concept ORDER BY ${order.by} LIMIT 1`,
    )
    .get({ ...params, concept: conceptId });
  if (!first) return null;
  return db
    .prepare<[Record<string, unknown>], { n: number }>(
      `SELECT count(*) AS n FROM ${from} WHERE ${sql} AND ${order.before}`,
    )
    .get({ ...params, ...first })!.n;
}

/** The concepts of a list, each once. */
export function conceptsInList(db: Db, query: TermQuery): number[] {
  const { from, sql, params } = condition(query, 'whole');
  return db
    .prepare<[Record<string, unknown>], { id: number }>(
      `SELECT DISTINCT t.concept_id AS id FROM ${from} WHERE ${sql} ORDER BY id`,
    )
    .all(params)
    .map((row) => row.id);
}

/** @param reach `page`: rows are looked at until there are enough; `whole`: all are, so that sets are made first */
function condition(
  { termbaseId, language, text, mode, order, filter = {} }: TermQuery,
  reach: 'page' | 'whole',
): {
  readonly from: string;
  readonly sql: string;
  readonly params: Record<string, unknown>;
} {
  const q = foldForSearch(text).trim();
  const params: Record<string, unknown> = { termbaseId, language };
  const parts = ['t.termbase_id = @termbaseId AND t.language = @language'];
  if (q !== '') {
    params.q = q;
    if (mode === 'beginning') {
      parts.push('t.folded >= @q AND t.folded < @end');
      params.end = q + '\u{10FFFF}';
    } else parts.push(`instr(t.folded, @q) > 0${mode === 'word' ? ' AND is_word(t.folded, @q)' : ''}`);
  }
  const other = (tag: string, negated = ''): string =>
    reach === 'page'
      ? `${negated} EXISTS (SELECT 1 FROM term o WHERE o.concept_id = t.concept_id AND o.language = @${tag})`
      : `t.concept_id ${negated} IN (SELECT concept_id FROM term WHERE termbase_id = @termbaseId AND language = @${tag})`;
  if (filter.has) {
    parts.push(other('has'));
    params.has = filter.has;
  }
  if (filter.lacks) {
    parts.push(other('lacks', 'NOT'));
    params.lacks = filter.lacks;
  }
  filter.values?.forEach(({ field, value }, i) => {
    parts.push(
      `t.concept_id IN (SELECT concept_id FROM facet WHERE termbase_id = @termbaseId AND field = @field${i} AND value = @value${i})`,
    );
    params[`field${i}`] = field;
    params[`value${i}`] = value;
  });
  if (filter.since) {
    parts.push('c.changed_at >= @since');
    params.since = filter.since;
  }
  if (filter.findings) parts.push(`t.concept_id IN (${itemsWithFindingsQuery(TERMBASES, '@termbaseId')})`);
  if (filter.intake !== undefined) {
    parts.push("t.concept_id IN (SELECT entity_id FROM change WHERE ledger_id = @intake AND entity = 'concept')");
    params.intake = filter.intake;
  }
  const joined = filter.since !== undefined || order === 'changed';
  return {
    from: !joined
      ? 'term t'
      : order === 'changed'
        ? // In the order of the index, so that a page needs no more than its rows.
          'concept c CROSS JOIN term t ON t.concept_id = c.id AND c.termbase_id = @termbaseId'
        : 'term t JOIN concept c ON c.id = t.concept_id',
    sql: parts.join(' AND '),
    params,
  };
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

/** Concepts in the workspace: the document, and its terms for finding. */
import { isFilterable } from '@fair-copy/core/termbase/categories.js';
import type { Concept, ConceptBody, ConceptId, Fields } from '@fair-copy/core/termbase/concept.js';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import type { Db } from './database.js';

export interface StoredConcept {
  readonly termbaseId: number;
  readonly body: ConceptBody;
}

/** Prepared once for many concepts. Terms are kept in step with the document. */
export class ConceptWriter {
  private readonly insert;
  private readonly update;
  private readonly remove;
  private readonly removeTerms;
  private readonly insertTerm;
  private readonly removeFacets;
  private readonly insertFacet;

  /** @param gathered terms and facets wait in tables of their own until `settle`, which puts them in sorted: for large writes */
  constructor(
    private readonly db: Db,
    private readonly now: string,
    private readonly gathered = false,
  ) {
    if (gathered)
      db.exec(`CREATE TEMP TABLE IF NOT EXISTS term_next (termbase_id INTEGER, language TEXT, folded TEXT, concept_id INTEGER, ordinal INTEGER, text TEXT);
        CREATE TEMP TABLE IF NOT EXISTS facet_next (termbase_id INTEGER, field TEXT, value TEXT, concept_id INTEGER);
        DELETE FROM term_next;
        DELETE FROM facet_next;`);
    const next = gathered ? '_next' : '';
    this.insert = db.prepare('INSERT INTO concept (id, termbase_id, body, changed_at) VALUES (?, ?, ?, ?)');
    this.update = db.prepare('UPDATE concept SET termbase_id = ?, body = ?, changed_at = ? WHERE id = ?');
    this.remove = db.prepare('DELETE FROM concept WHERE id = ?');
    this.removeTerms = db.prepare('DELETE FROM term WHERE concept_id = ?');
    this.insertTerm = db.prepare(
      `INSERT INTO term${next} (termbase_id, language, folded, concept_id, ordinal, text) VALUES (?, ?, ?, ?, ?, ?)`,
    );
    this.removeFacets = db.prepare('DELETE FROM facet WHERE concept_id = ?');
    this.insertFacet = db.prepare(
      `INSERT OR IGNORE INTO facet${next} (termbase_id, field, value, concept_id) VALUES (?, ?, ?, ?)`,
    );
  }

  /** @param id null: the next free one */
  create(termbaseId: number, body: ConceptBody, id: number | null = null): number {
    const made = Number(this.insert.run(id, termbaseId, JSON.stringify(body), this.now).lastInsertRowid);
    this.writeTerms(made, termbaseId, body);
    return made;
  }

  /** Puts gathered terms in their places, in the order of the list: several times quicker than one by one. */
  settle(): void {
    if (!this.gathered) return;
    this.db.exec(`INSERT INTO term (termbase_id, language, folded, concept_id, ordinal, text)
        SELECT termbase_id, language, folded, concept_id, ordinal, text FROM term_next
        ORDER BY termbase_id, language, folded, concept_id, ordinal;
      DELETE FROM term_next;
      INSERT OR IGNORE INTO facet (termbase_id, field, value, concept_id)
        SELECT termbase_id, field, value, concept_id FROM facet_next ORDER BY termbase_id, field, value, concept_id;
      DELETE FROM facet_next;`);
  }

  replace(id: number, { termbaseId, body }: StoredConcept): void {
    this.update.run(termbaseId, JSON.stringify(body), this.now, id);
    this.removeTerms.run(id);
    this.removeFacets.run(id);
    this.writeTerms(id, termbaseId, body);
  }

  /** Only the origins changed: the terms need not be written again. */
  replaceBodyOnly(id: number, { termbaseId, body }: StoredConcept): void {
    this.update.run(termbaseId, JSON.stringify(body), this.now, id);
  }

  delete(id: number): void {
    this.removeTerms.run(id);
    this.removeFacets.run(id);
    this.remove.run(id);
  }

  private writeTerms(id: number, termbaseId: number, body: ConceptBody): void {
    let ordinal = 0;
    for (const { language, terms } of body.languages)
      for (const { text } of terms) this.insertTerm.run(termbaseId, language, foldForSearch(text), id, ordinal++, text);
    this.writeFacets(id, termbaseId, body.fields);
    for (const { fields, terms } of body.languages) {
      this.writeFacets(id, termbaseId, fields);
      for (const term of terms) this.writeFacets(id, termbaseId, term.fields);
    }
  }

  private writeFacets(id: number, termbaseId: number, fields: Fields): void {
    for (const field in fields)
      if (isFilterable(field)) for (const value of fields[field]!) this.insertFacet.run(termbaseId, field, value, id);
  }
}

export function readConcept(db: Db, id: number): StoredConcept | null {
  const row = db
    .prepare<[number], { termbase_id: number; body: string }>('SELECT termbase_id, body FROM concept WHERE id = ?')
    .get(id);
  return row ? { termbaseId: row.termbase_id, body: JSON.parse(row.body) as ConceptBody } : null;
}

export function conceptById(db: Db, id: ConceptId): Concept | undefined {
  const stored = readConcept(db, id);
  return stored ? { id, ...stored.body } : undefined;
}

/** All concepts of a termbase in the order they came; one at a time in memory. */
export function* conceptsOf(db: Db, termbaseId: number): Generator<Concept> {
  const rows = db
    .prepare<[number], { id: number; body: string }>('SELECT id, body FROM concept WHERE termbase_id = ? ORDER BY id')
    .iterate(termbaseId);
  for (const row of rows) yield { id: row.id as ConceptId, ...(JSON.parse(row.body) as ConceptBody) };
}

export interface LanguageCount {
  readonly language: string;
  readonly terms: number;
  readonly concepts: number;
}

export function languageCounts(db: Db, termbaseId: number): LanguageCount[] {
  return db
    .prepare<[number], LanguageCount>(
      `SELECT language, count(*) AS terms, count(DISTINCT concept_id) AS concepts
       FROM term WHERE termbase_id = ? GROUP BY language ORDER BY concepts DESC, min(ordinal), language`,
    )
    .all(termbaseId);
}

/** Concepts in the workspace: the document, and its terms for finding. */
import { isFilterable } from '@fair-copy/core/termbase/categories.js';
import type { Concept, ConceptBody, ConceptId, Fields } from '@fair-copy/core/termbase/concept.js';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import type { Db } from './database.js';
import { LanguageCounting } from './language-counts.js';
import type { Noting } from './noting.js';

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
  private readonly counting;

  /** @param gathered terms and facets wait in tables of their own until `flush`, which puts them in sorted: for large writes */
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
    this.counting = new LanguageCounting(db);
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
  flush(): void {
    if (!this.gathered) return;
    this.db.exec(`INSERT INTO term (termbase_id, language, folded, concept_id, ordinal, text)
        SELECT termbase_id, language, folded, concept_id, ordinal, text FROM term_next
        ORDER BY termbase_id, language, folded, concept_id, ordinal;
      DELETE FROM term_next;
      INSERT OR IGNORE INTO facet (termbase_id, field, value, concept_id)
        SELECT termbase_id, field, value, concept_id FROM facet_next ORDER BY termbase_id, field, value, concept_id;
      DELETE FROM facet_next;`);
    this.counting.write();
  }

  replace(id: number, { termbaseId, body }: StoredConcept): void {
    this.update.run(termbaseId, JSON.stringify(body), this.now, id);
    this.removeFindable(id);
    this.writeTerms(id, termbaseId, body);
  }

  /** Only the origins changed: the terms need not be written again. */
  replaceBodyOnly(id: number, { termbaseId, body }: StoredConcept): void {
    this.update.run(termbaseId, JSON.stringify(body), this.now, id);
  }

  delete(id: number): void {
    this.removeFindable(id);
    this.remove.run(id);
    if (!this.gathered) this.counting.write();
  }

  /** Rows of a concept that is there without them. */
  addTerms(termbaseId: number, terms: readonly TermRow[], facets: readonly FacetRow[]): void {
    for (const [id, ordinal, language, folded, text] of terms)
      this.insertTerm.run(termbaseId, language, folded, id, ordinal, text);
    for (const [id, field, value] of facets) this.insertFacet.run(termbaseId, field, value, id);
    this.counting.added(termbaseId, terms);
    if (!this.gathered) this.counting.write();
  }

  private removeFindable(id: number): void {
    this.counting.removing(id);
    this.removeTerms.run(id);
    this.removeFacets.run(id);
  }

  private writeTerms(id: number, termbaseId: number, body: ConceptBody): void {
    this.addTerms(termbaseId, termsToFind(id, body), facetsOf(id, body));
  }
}

export type TermRow = readonly [concept: number, ordinal: number, language: string, folded: string, text: string];
export type FacetRow = readonly [concept: number, field: string, value: string];

/** By what a concept is found. */
export function termsToFind(id: number, { languages }: ConceptBody): TermRow[] {
  const rows: TermRow[] = [];
  for (const { language, terms } of languages)
    for (const { text } of terms) rows.push([id, rows.length, language, foldForSearch(text), text]);
  return rows;
}

/** By what a concept is filtered. */
export function facetsOf(id: number, { fields, languages }: ConceptBody): FacetRow[] {
  const rows: FacetRow[] = [];
  const see = (said: Fields): void => {
    for (const field in said) if (isFilterable(field)) for (const value of said[field]!) rows.push([id, field, value]);
  };
  see(fields);
  for (const section of languages) {
    see(section.fields);
    for (const term of section.terms) see(term.fields);
  }
  return rows;
}

/** The next concept gets this id: no concept ever had it. */
export function firstFreeConcept(db: Db): number {
  return (db.prepare<[], number>("SELECT seq FROM sqlite_sequence WHERE name = 'concept'").pluck().get() ?? 0) + 1;
}

/** Makes the concepts of a staging copyable; before a transaction begins. Gives back what ends that. */
export function attachStaging(db: Db, path: string): () => void {
  db.prepare('ATTACH ? AS staged').run(path);
  return () => db.exec('DETACH staged');
}

/**
 * Entries of the attached staging become concepts, without leaving SQLite; their terms are added by themselves.
 * @param entries the id of the first entry of all, and the ranks of those that are copied now
 */
export function copyConcepts(
  { db, entry, now }: Noting,
  termbaseId: number,
  entries: { readonly first: number; readonly from: number; readonly to: number },
): void {
  db.prepare(
    `INSERT INTO concept (id, termbase_id, body, changed_at)
     SELECT $first + rank - 1, $termbase, content, $now FROM staged.outcome
     WHERE kind = 'entry' AND rank BETWEEN $from AND $to ORDER BY rank`,
  ).run({ ...entries, termbase: termbaseId, now });
  entry.createdAll('concept', entries.first + entries.from - 1, entries.first + entries.to - 1);
}

/** Null as well where its termbase was deleted: then it only waits for that to be undone. */
export function readConcept(db: Db, id: number): StoredConcept | null {
  const row = db
    .prepare<[number], { termbase_id: number; body: string }>(
      'SELECT termbase_id, body FROM concept WHERE id = ? AND termbase_id IN (SELECT id FROM termbase)',
    )
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

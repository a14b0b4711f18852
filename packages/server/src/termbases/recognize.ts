/** Which terms of a termbase occur in a text. */
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { Recognizer, type Hit } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { wordsOf } from '@fair-copy/core/termbase/recognition/words.js';
import type { ConceptBody, Term } from '@fair-copy/core/termbase/concept.js';
import { ALSO_FOUND_AS, NOT_FOUND_AS, saidForms } from '@fair-copy/core/termbase/forms.js';
import { markedText, STEM } from '@fair-copy/core/termbase/stem.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import type { TaskContext } from '../jobs/task.js';
import { readConcept } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import type { RecognizedBody } from '@fair-copy/api/termbases.js';

export interface TextToTry {
  readonly termbaseId: number;
  readonly language: string;
  readonly text: string;
}

/** Whose terms are meant: those of one termbase, or of all that a client has. */
export interface TermsOf {
  readonly kind: 'termbase' | 'client';
  readonly id: number;
}

/** The recognizers that were built last, each for a state of the workspace. */
export class Recognizers {
  private readonly built = new Map<string, Recognizer<number>>();

  /** @param most how many are kept in memory */
  constructor(private readonly most: number) {}

  get(dataDir: string, db: Db, of: TermsOf, language: string): Recognizer<number> {
    const key = `${dataDir} ${of.kind} ${of.id} ${primaryLanguage(language)} ${stateOf(db)}`;
    const recognizer = this.built.get(key) ?? build(db, of, language);
    this.built.delete(key);
    this.built.set(key, recognizer);
    if (this.built.size > this.most) this.built.delete(this.built.keys().next().value!);
    return recognizer;
  }
}

const recognizers = new Recognizers(1);

export function recognizeText({ termbaseId, language, text }: TextToTry, { dataDir }: TaskContext): RecognizedBody {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    const recognizer = recognizers.get(dataDir, db, { kind: 'termbase', id: termbaseId }, language);
    const found = recognizer.find(text);
    const other = counterparts(db, found, language);
    const hits = found.map((hit) => ({
      term: hit.term,
      concept: hit.concept,
      start: hit.start,
      end: hit.end,
      how: hit.how,
      ...(hit.form && { form: hit.form }),
      ...(other.get(hit.concept) && { other: other.get(hit.concept)! }),
    }));
    return { hits, words: wordsOf(text).length, terms: recognizer.terms, method: recognizer.method };
  } finally {
    db.close();
  }
}

/** Of concepts that share a term with another: a term in another language, by which a person tells them apart. */
function counterparts(db: Db, hits: readonly Hit<number>[], language: string): ReadonlyMap<number, string> {
  const sharing = new Map<string, Set<number>>();
  for (const { term, concept } of hits) sharing.set(term, (sharing.get(term) ?? new Set()).add(concept));
  const found = new Map<number, string>();
  for (const concepts of sharing.values())
    for (const id of concepts.size > 1 ? concepts : []) {
      const others = readConcept(db, id)?.body.languages.filter(
        (section) => primaryLanguage(section.language) !== primaryLanguage(language),
      );
      const text = others?.[0]?.terms[0]?.text;
      if (text) found.set(id, text);
    }
  return found;
}

/** Changes with every operation and every undo. */
function stateOf(db: Db): string {
  const row = db
    .prepare<[], { n: number; undone: string | null }>('SELECT max(id) AS n, max(undone_at) AS undone FROM ledger')
    .get()!;
  const { open } = db
    .prepare<[], { open: number }>('SELECT count(*) AS open FROM ledger WHERE undone_at IS NOT NULL')
    .get()!;
  return `${row.n} ${row.undone ?? ''} ${open}`;
}

/** A regional tag fits its general one, both ways: the terms of all forms of the language. */
function build(db: Db, { kind, id }: TermsOf, language: string): Recognizer<number> {
  const primary = primaryLanguage(language);
  const recognizer = new Recognizer<number>(language, dictionaryFor(language));
  const rows = db
    .prepare<{ kind: string; id: number; primary: string }, { text: string; concept_id: number }>(
      `SELECT term.text, term.concept_id FROM termbase JOIN term ON term.termbase_id = termbase.id
       WHERE CASE $kind WHEN 'client' THEN termbase.client_id = $id ELSE termbase.id = $id END
         AND (term.language = $primary OR term.language LIKE $primary || '-%')`,
    )
    .iterate({ kind, id, primary });
  const special = saidOfTerms(db, { kind, id }, primary);
  for (const { text, concept_id } of rows) {
    const said = special.get(`${concept_id}\0${text}`);
    if (said) recognizer.add(markedText(said), concept_id, saidForms(said));
    else recognizer.add(text, concept_id);
  }
  return recognizer;
}

/** Concept and text → the term with its stem marks and what was said of its forms, for the few that have some. */
function saidOfTerms(db: Db, { kind, id }: TermsOf, primary: string): ReadonlyMap<string, Term> {
  const rows = db
    .prepare<{ kind: string; id: number; stem: string; also: string; never: string }, { id: number; body: string }>(
      `SELECT concept.id, concept.body FROM termbase JOIN concept ON concept.termbase_id = termbase.id
       WHERE CASE $kind WHEN 'client' THEN termbase.client_id = $id ELSE termbase.id = $id END
         AND (concept.body LIKE $stem OR concept.body LIKE $also OR concept.body LIKE $never)`,
    )
    .all({ kind, id, stem: `%"${STEM}"%`, also: `%"${ALSO_FOUND_AS}"%`, never: `%"${NOT_FOUND_AS}"%` });
  const said = new Map<string, Term>();
  for (const row of rows)
    for (const { language, terms } of (JSON.parse(row.body) as ConceptBody).languages)
      if (primaryLanguage(language) === primary)
        for (const term of terms)
          if (term.fields[STEM] || term.fields[ALSO_FOUND_AS] || term.fields[NOT_FOUND_AS])
            said.set(`${row.id}\0${term.text}`, term);
  return said;
}

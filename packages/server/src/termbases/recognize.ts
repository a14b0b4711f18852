/** Which terms of a termbase occur in a text. */
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { wordsOf } from '@fair-copy/core/termbase/recognition/words.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import type { RecognizedBody } from './schemas.js';

export interface TextToTry {
  readonly termbaseId: number;
  readonly language: string;
  readonly text: string;
}

/** The recognizer that was built last, with the state of the workspace that it knows. */
let built: { readonly key: string; readonly recognizer: Recognizer<number> } | null = null;

export function recognizeText({ termbaseId, language, text }: TextToTry, { dataDir }: TaskContext): RecognizedBody {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    const key = `${dataDir} ${termbaseId} ${primaryLanguage(language)} ${stateOf(db)}`;
    if (built?.key !== key) built = { key, recognizer: build(db, termbaseId, language) };
    const { recognizer } = built;
    const hits = recognizer
      .find(text)
      .map(({ term, concept, start, end, how }) => ({ term, concept, start, end, how }));
    return { hits, words: wordsOf(text).length, terms: recognizer.terms, stemmed: recognizer.stemmed };
  } finally {
    db.close();
  }
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
function build(db: Db, termbaseId: number, language: string): Recognizer<number> {
  const primary = primaryLanguage(language);
  const recognizer = new Recognizer<number>(language);
  const rows = db
    .prepare<[number, string, string], { text: string; concept_id: number }>(
      "SELECT text, concept_id FROM term WHERE termbase_id = ? AND (language = ? OR language LIKE ? || '-%')",
    )
    .iterate(termbaseId, primary, primary);
  for (const { text, concept_id } of rows) recognizer.add(text, concept_id);
  return recognizer;
}

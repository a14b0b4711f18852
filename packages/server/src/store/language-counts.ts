/** How many terms and concepts a termbase has in each language: kept with every change of its terms. */
import type { Db } from './database.js';

export interface LanguageCount {
  readonly language: string;
  readonly terms: number;
  readonly concepts: number;
}

/** The language with most concepts first; at the same number as the first concept has them. Costs the same at any size. */
export function languageCounts(db: Db, termbaseId: number): LanguageCount[] {
  const counts = db
    .prepare<[number], LanguageCount>(
      'SELECT language, terms, concepts FROM language_count WHERE termbase_id = ? ORDER BY concepts DESC, language',
    )
    .all(termbaseId);
  const first = db
    .prepare<[number], string>(
      `SELECT language FROM term WHERE concept_id = (SELECT min(id) FROM concept WHERE termbase_id = ?)
       GROUP BY language ORDER BY min(ordinal)`,
    )
    .pluck()
    .all(termbaseId);
  const place = new Map(first.map((language, i) => [language, i]));
  const placeOf = ({ language }: LanguageCount): number => place.get(language) ?? first.length;
  return counts.sort((a, b) => b.concepts - a.concepts || placeOf(a) - placeOf(b));
}

/** Gathers what comes and goes, and writes the difference. */
export class LanguageCounting {
  private readonly gathered = new Map<number, Map<string, { terms: number; concepts: number }>>();
  private readonly termsOf;
  private readonly change;
  private readonly forget;

  constructor(db: Db) {
    this.termsOf = db.prepare<[number], { termbase: number; language: string; terms: number }>(
      'SELECT termbase_id AS termbase, language, count(*) AS terms FROM term WHERE concept_id = ? GROUP BY 1, 2',
    );
    this.change = db.prepare(
      `INSERT INTO language_count (termbase_id, language, terms, concepts) VALUES (?, ?, ?, ?)
       ON CONFLICT DO UPDATE SET terms = terms + excluded.terms, concepts = concepts + excluded.concepts`,
    );
    this.forget = db.prepare('DELETE FROM language_count WHERE termbase_id = ? AND language = ? AND terms = 0');
  }

  /** @param terms rows of which those of one concept stand together */
  added(
    termbaseId: number,
    terms: Iterable<readonly [concept: number, ordinal: number, language: string, ...unknown[]]>,
  ): void {
    let concept = NaN;
    const seen = new Set<string>();
    for (const [id, , language] of terms) {
      if (id !== concept) seen.clear();
      concept = id;
      this.gather(termbaseId, language, 1, seen.has(language) ? 0 : 1);
      seen.add(language);
    }
  }

  /** Before the terms of a concept are taken away. */
  removing(concept: number): void {
    for (const { termbase, language, terms } of this.termsOf.all(concept)) this.gather(termbase, language, -terms, -1);
  }

  write(): void {
    for (const [termbase, languages] of this.gathered)
      for (const [language, { terms, concepts }] of languages) {
        if (terms === 0 && concepts === 0) continue;
        this.change.run(termbase, language, terms, concepts);
        if (terms < 0) this.forget.run(termbase, language);
      }
    this.gathered.clear();
  }

  private gather(termbaseId: number, language: string, terms: number, concepts: number): void {
    let languages = this.gathered.get(termbaseId);
    if (!languages) this.gathered.set(termbaseId, (languages = new Map()));
    const count = languages.get(language);
    if (!count) languages.set(language, { terms, concepts });
    else {
      count.terms += terms;
      count.concepts += concepts;
    }
  }
}

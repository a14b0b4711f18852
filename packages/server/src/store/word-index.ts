/**
 * The inverted index of a memory: folded word → units, per language, as lists of differences in variable-length bytes
 * (after Zobel & Moffat 2006). Written in runs, so that a million units need no more memory than a run; what is found is
 * verified against the text, so a unit that lost a word may stay listed.
 */
import type { Db } from './database.js';
import type { UnitSet } from './unit-set.js';
import type { WordSearch } from './word-search.js';
import { WordRuns, type WordRun } from './word-runs.js';

/** The language of what is said about units: no language has this id. */
export const FACTS = 0;

export class WordIndex {
  private runs: WordRuns | null = null;
  private run = 0;

  /** @param searchOf all words of a language */
  constructor(
    private readonly db: Db,
    private readonly searchOf: (language: number) => WordSearch,
  ) {}

  /** Notes what is said about a unit, to be found like a word of the language `FACTS`. */
  addFact(unit: number, fact: string): void {
    this.runs ??= this.begin();
    this.runs.addWord(FACTS, unit, fact);
  }

  /** Notes the words of a text; they are found after `flush`. */
  add(language: number, unit: number, text: string): void {
    this.runs ??= this.begin();
    this.runs.add(language, unit, text);
    if (this.runs.isFull) this.insert(this.runs.take());
  }

  flush(): void {
    if (this.runs && !this.runs.isEmpty) this.insert(this.runs.take());
    this.runs = null;
  }

  private begin(): WordRuns {
    const last = this.db.prepare<[], { id: number | null }>('SELECT max(id) AS id FROM word').get()!.id;
    this.run = (this.db.prepare<[], { run: number | null }>('SELECT max(run) AS run FROM posting').get()!.run ?? 0) + 1;
    const find = this.db.prepare<[number, string], { id: number }>(
      'SELECT id FROM word WHERE language = ? AND text = ?',
    );
    return new WordRuns((last ?? 0) + 1, last === null ? null : (language, text) => find.get(language, text)?.id);
  }

  private insert({ fresh, words, counts, ends, bytes }: WordRun): void {
    const insertWord = this.db.prepare('INSERT INTO word (id, language, text, count) VALUES (?, ?, ?, 0)');
    for (const { id, language, text } of fresh) insertWord.run(id, language, text);
    const insert = this.db.prepare('INSERT INTO posting (word_id, run, ids) VALUES (?, ?, ?)');
    const count = this.db.prepare('UPDATE word SET count = count + ? WHERE id = ?');
    let from = 0;
    for (let i = 0; i < words.length; i++) {
      const to = ends[i]!;
      insert.run(words[i], this.run, bytes.subarray(from, to));
      count.run(counts[i], words[i]);
      from = to;
    }
    this.run++;
  }

  /**
   * Units that have one of the words that match, all of a language. Units that lost the word since are among them.
   * @param into a set of the memory's size
   */
  unitsWith(language: number, match: WordMatch, into: UnitSet): UnitSet {
    return this.unitsOf(this.wordIds(language, match), into);
  }

  /** How many words match, counted up to a limit. */
  matching(language: number, match: WordMatch, limit: number): number {
    let count = 0;
    for (const _ of this.wordIds(language, match)) if (++count >= limit) break;
    return count;
  }

  private wordIds(language: number, { kind, text }: WordMatch): Iterable<number> {
    switch (kind) {
      case 'equal':
        return this.db
          .prepare<[number, string], number>('SELECT id FROM word WHERE language = ? AND text = ?')
          .pluck()
          .all(language, text);
      case 'begins':
        return this.beginning(language, text).map(({ id }) => id);
      case 'ends':
        return this.searchOf(language).holding(text, 'end');
      case 'holds':
        return this.searchOf(language).holding(text);
    }
  }

  /** Words of a language that begin with some letters, in their order. */
  beginning(language: number, letters: string): { readonly id: number; readonly text: string }[] {
    return this.db
      .prepare<[number, string, string], { id: number; text: string }>(
        'SELECT id, text FROM word WHERE language = ? AND text >= ? AND text < ? ORDER BY text',
      )
      .all(language, letters, letters + '\u{10FFFF}');
  }

  /** Units that have one of the words. */
  unitsOf(wordIds: Iterable<number>, into: UnitSet): UnitSet {
    const read = this.db.prepare<[number], { ids: Buffer }>('SELECT ids FROM posting WHERE word_id = ? ORDER BY run');
    for (const id of wordIds) for (const { ids } of read.iterate(id)) unpack(ids, into);
    return into;
  }

  countOf(language: number, word: string): number {
    return (
      this.db
        .prepare<[number, string], { count: number }>('SELECT count FROM word WHERE language = ? AND text = ?')
        .get(language, word)?.count ?? 0
    );
  }
}

export interface WordMatch {
  readonly kind: 'equal' | 'begins' | 'ends' | 'holds';
  readonly text: string;
}

function unpack(bytes: Buffer, into: UnitSet): void {
  let last = 0;
  let value = 0;
  let shift = 0;
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!;
    value |= (byte & 127) << shift;
    if (byte & 128) {
      last += value >>> 0;
      into.add(last);
      value = 0;
      shift = 0;
    } else shift += 7;
  }
}

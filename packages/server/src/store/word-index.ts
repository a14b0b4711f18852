/**
 * The inverted index of a memory: folded word → units, per language, as lists of differences in variable-length bytes
 * (after Zobel & Moffat 2006). Written in runs, so that a million units need no more memory than a run; what is found is
 * verified against the text, so a unit that lost a word may stay listed.
 */
import type { Db } from './database.js';
import { isAscending, WordRuns, type WordRun } from './word-runs.js';

export class WordIndex {
  private runs: WordRuns | null = null;
  private run = 0;

  constructor(private readonly db: Db) {}

  /** Notes the words of a text; they are found after `settle`. */
  add(language: number, unit: number, text: string): void {
    this.runs ??= this.begin();
    this.runs.add(language, unit, text);
    if (this.runs.isFull) this.insert(this.runs.take());
  }

  settle(): void {
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

  /** Words of a language that pass, with how many units have them. */
  matching(language: number, where: WordMatch): { readonly id: number; readonly count: number }[] {
    const { db } = this;
    switch (where.kind) {
      case 'equal':
        return db
          .prepare<[number, string], { id: number; count: number }>(
            'SELECT id, count FROM word WHERE language = ? AND text = ?',
          )
          .all(language, where.text);
      case 'begins':
        return db
          .prepare<[number, string, string], { id: number; count: number }>(
            'SELECT id, count FROM word WHERE language = ? AND text >= ? AND text < ?',
          )
          .all(language, where.text, where.text + '\u{10FFFF}');
      case 'ends':
        return db
          .prepare<[number, string, string], { id: number; count: number }>(
            'SELECT id, count FROM word WHERE language = ? AND substr(text, -length(?)) = ?',
          )
          .all(language, where.text, where.text);
      case 'holds':
        return db
          .prepare<[number, string], { id: number; count: number }>(
            'SELECT id, count FROM word WHERE language = ? AND instr(text, ?) > 0',
          )
          .all(language, where.text);
    }
  }

  /** Ascending, each once. */
  unitsOf(wordIds: readonly number[]): Uint32Array {
    const read = this.db.prepare<[number], { ids: Buffer }>('SELECT ids FROM posting WHERE word_id = ? ORDER BY run');
    const lists: Uint32Array[] = [];
    for (const id of wordIds) for (const { ids } of read.iterate(id)) lists.push(unpacked(ids));
    return union(lists);
  }

  countOf(language: number, word: string): number {
    return (
      this.db
        .prepare<[number, string], { count: number }>('SELECT count FROM word WHERE language = ? AND text = ?')
        .get(language, word)?.count ?? 0
    );
  }
}

export type WordMatch = { readonly kind: 'equal' | 'begins' | 'ends' | 'holds'; readonly text: string };

function unpacked(bytes: Buffer): Uint32Array {
  const ids = new Uint32Array(bytes.length);
  let count = 0;
  let last = 0;
  let value = 0;
  let shift = 0;
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!;
    value |= (byte & 127) << shift;
    if (byte & 128) {
      last += value >>> 0;
      ids[count++] = last;
      value = 0;
      shift = 0;
    } else shift += 7;
  }
  return ids.subarray(0, count);
}

function union(lists: readonly Uint32Array[]): Uint32Array {
  if (lists.length === 0) return new Uint32Array(0);
  if (lists.length === 1) return lists[0]!;
  const all = new Uint32Array(lists.reduce((sum, list) => sum + list.length, 0));
  let at = 0;
  for (const list of lists) {
    all.set(list, at);
    at += list.length;
  }
  if (!isAscending(all)) all.sort();
  let count = 0;
  for (let i = 0; i < all.length; i++) if (i === 0 || all[i] !== all[i - 1]) all[count++] = all[i]!;
  return all.subarray(0, count);
}

/** What stands in both; both ascending. */
export function intersection(a: Uint32Array, b: Uint32Array): Uint32Array {
  const both = new Uint32Array(Math.min(a.length, b.length));
  let count = 0;
  let i = 0;
  let j = 0;
  while (i < a.length && j < b.length) {
    const x = a[i]!;
    const y = b[j]!;
    if (x === y) {
      both[count++] = x;
      i++;
      j++;
    } else if (x < y) i++;
    else j++;
  }
  return both.subarray(0, count);
}

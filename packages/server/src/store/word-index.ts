/**
 * The inverted index of a memory: folded word → units, per language, as lists of differences in variable-length bytes
 * (after Zobel & Moffat 2006). Written in runs, so that a million units need no more memory than a run; what is found is
 * verified against the text, so a unit that lost a word may stay listed.
 */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import type { Db } from './database.js';

/** Pairs of word and unit that are kept in memory before they are written: 8 bytes each, twice while sorting. */
const RUN = 3_000_000;

export class WordIndex {
  /** Language → word → id. */
  private readonly wordIds = new Map<number, Map<string, number>>();
  private fresh: { id: number; language: number; text: string }[] = [];
  private nextWord = 0;
  private run = 0;
  private words = new Uint32Array(4096);
  private units = new Uint32Array(4096);
  private pairs = 0;
  private known: boolean | null = null;

  constructor(private readonly db: Db) {}

  /** Notes the words of a text; nothing is written before `settle`. */
  add(language: number, unit: number, text: string): void {
    this.begin();
    let known = this.wordIds.get(language);
    if (!known) this.wordIds.set(language, (known = new Map()));
    for (const word of wordsOf(text)) {
      if (this.pairs === this.words.length) this.grow();
      this.words[this.pairs] = this.wordId(known, language, word);
      this.units[this.pairs++] = unit;
    }
    if (this.pairs >= RUN) this.flush();
  }

  settle(): void {
    if (this.pairs) this.flush();
    this.wordIds.clear();
    this.known = null;
  }

  private begin(): void {
    if (this.known !== null) return;
    const last = this.db.prepare<[], { id: number | null }>('SELECT max(id) AS id FROM word').get()!.id;
    this.nextWord = (last ?? 0) + 1;
    this.run = (this.db.prepare<[], { run: number | null }>('SELECT max(run) AS run FROM posting').get()!.run ?? 0) + 1;
    this.known = last !== null;
  }

  private wordId(words: Map<string, number>, language: number, text: string): number {
    let id = words.get(text);
    if (id !== undefined) return id;
    if (this.known)
      id = this.db
        .prepare<[number, string], { id: number }>('SELECT id FROM word WHERE language = ? AND text = ?')
        .get(language, text)?.id;
    if (id === undefined) {
      id = this.nextWord++;
      this.fresh.push({ id, language, text });
    }
    words.set(text, id);
    return id;
  }

  private grow(): void {
    const size = Math.min(this.words.length * 2, RUN + 8192);
    const words = new Uint32Array(Math.max(size, this.pairs + 8192));
    words.set(this.words);
    const units = new Uint32Array(words.length);
    units.set(this.units);
    this.words = words;
    this.units = units;
  }

  /** Sorted by counting, then one row for each word. */
  private flush(): void {
    const insertWord = this.db.prepare('INSERT INTO word (id, language, text, count) VALUES (?, ?, ?, 0)');
    for (const { id, language, text } of this.fresh) insertWord.run(id, language, text);
    this.fresh = [];
    const starts = new Uint32Array(this.nextWord + 1);
    for (let i = 0; i < this.pairs; i++) starts[this.words[i]! + 1]!++;
    for (let i = 1; i < starts.length; i++) starts[i]! += starts[i - 1]!;
    const sorted = new Uint32Array(this.pairs);
    const at = starts.slice();
    for (let i = 0; i < this.pairs; i++) sorted[at[this.words[i]!]!++] = this.units[i]!;
    const insert = this.db.prepare('INSERT INTO posting (word_id, run, ids) VALUES (?, ?, ?)');
    const count = this.db.prepare('UPDATE word SET count = count + ? WHERE id = ?');
    for (let word = 0; word < this.nextWord; word++) {
      const from = starts[word]!;
      const to = starts[word + 1]!;
      if (from === to) continue;
      const ids = sorted.subarray(from, to);
      // Units come in ascending order in an import; after edits they may not.
      if (!isAscending(ids)) ids.sort();
      insert.run(word, this.run, packed(ids));
      count.run(to - from, word);
    }
    this.run++;
    this.pairs = 0;
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

const WORDS = /[\p{L}\p{M}\p{N}]+/gu;
const SPACELESS = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]/u;
const PIECES =
  /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]\p{M}*|(?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}\p{N}])+/gu;

/** The folded words and numbers of a text, each once; characters where the script has no spaces. */
export function wordsOf(text: string): Set<string> {
  const folded = foldForSearch(text);
  return new Set(folded.match(SPACELESS.test(folded) ? PIECES : WORDS));
}

function isAscending(ids: Uint32Array): boolean {
  for (let i = 1; i < ids.length; i++) if (ids[i]! < ids[i - 1]!) return false;
  return true;
}

let room = Buffer.alloc(1 << 16);

/** Differences in groups of seven bits, the last group of each marked. */
function packed(ids: Uint32Array): Buffer {
  if (room.length < ids.length * 5) room = Buffer.alloc(ids.length * 5);
  let at = 0;
  let last = 0;
  for (let i = 0; i < ids.length; i++) {
    let value = ids[i]! - last;
    last = ids[i]!;
    while (value >= 128) {
      room[at++] = value & 127;
      value >>>= 7;
    }
    room[at++] = value | 128;
  }
  return room.subarray(0, at);
}

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

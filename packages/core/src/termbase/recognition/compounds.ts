/** Terms as parts of compounds, in languages that write these together: the end of a word, which may be inflected, or its beginning. */
import type { Hit } from './hits.js';
import { LONGEST_WORD, type Entry, type TermTree, type TermWord } from './term-tree.js';
import type { Word } from './words.js';

/** A term inside a word. */
interface Part<C> {
  readonly entry: Entry<C>;
  readonly from: number;
  readonly to: number;
}

/** Words whose parts are kept. */
const REMEMBERED = 200_000;
/** A letter count under which a part of a compound is none. */
const LEAST_PART = 4;
const LEAST_COMPOUND = 8;
/** Letters by which parts are looked for. */
const BEGINNING = 3;

export class Compounds<C> {
  /** How the parts can begin: most places of a word need no further look. */
  private readonly beginnings = new Set<string>();
  private readonly byBase = new Map<string, Entry<C>[]>();
  private readonly seen = new Map<string, Part<C>[] | null>();

  constructor(
    private readonly tree: TermTree<C>,
    private readonly links: readonly string[],
  ) {}

  add(word: TermWord, entry: Entry<C>): void {
    if (word.text.length < LEAST_PART) return;
    const base = this.tree.fold(word.text);
    const there = this.byBase.get(base);
    if (there) there.push(entry);
    else this.byBase.set(base, [entry]);
    this.beginnings.add(beginningOf(base));
    this.seen.clear();
  }

  /** Parts of a word in which nothing was found. */
  find(word: Word, found: Hit<C>[]): void {
    if (word.text.length < LEAST_COMPOUND || word.text.length > LONGEST_WORD) return;
    let parts = this.seen.get(word.text);
    if (parts === undefined) {
      parts = this.endOf(word.text) ?? this.beginningOfWord(word.text);
      if (this.seen.size >= REMEMBERED) this.seen.clear();
      this.seen.set(word.text, parts);
    }
    for (const { entry, from, to } of parts ?? [])
      if (!entry.never?.has(this.tree.fold(word.text)))
        found.push({
          term: entry.term,
          concept: entry.concept,
          start: word.start + from,
          end: word.start + to,
          how: 'compound',
        });
  }

  private endOf(word: string): Part<C>[] | null {
    for (let cut = LEAST_PART - 1; cut <= word.length - LEAST_PART; cut++) {
      if (!this.beginnings.has(beginningOf(word.slice(cut, cut + BEGINNING)))) continue;
      const tail = word.slice(cut);
      // Inside a word, a noun has no capital.
      const capital = tail[0]!.toUpperCase() + tail.slice(1);
      const entries = this.tree
        .reach(this.tree.root, this.tree.inflection?.capitals ? capital : tail)
        .flatMap(({ node }) => node.entries ?? [])
        .filter(
          (entry) =>
            entry.words.length === 1 &&
            entry.words[0]!.text.length >= LEAST_PART &&
            (this.tree.inflection !== null || this.tree.matcher.fits(entry.words[0]!.text, tail)),
        );
      if (entries.length) return entries.map((entry) => ({ entry, from: cut, to: word.length }));
    }
    return null;
  }

  private beginningOfWord(word: string): Part<C>[] | null {
    const folded = this.tree.fold(word);
    if (!this.beginnings.has(beginningOf(folded))) return null;
    for (let cut = folded.length - LEAST_PART; cut >= LEAST_PART; cut--) {
      const head = folded.slice(0, cut);
      for (const link of this.links) {
        if (!head.endsWith(link) || head.length - link.length < LEAST_PART) continue;
        const bare = head.slice(0, head.length - link.length);
        const entries = this.byBase.get(bare);
        if (entries) return entries.map((entry) => ({ entry, from: 0, to: bare.length }));
      }
    }
    return null;
  }
}

/** The first letters without marks: "Häuser" begins like "Haus". */
function beginningOf(text: string): string {
  const start = text.slice(0, BEGINNING).toLowerCase();
  return /^[a-z]*$/.test(start) ? start : start.normalize('NFD').replace(/\p{M}/gu, '').slice(0, BEGINNING);
}

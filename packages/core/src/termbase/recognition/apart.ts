/**
 * What a language writes apart: a separable verb ("er sperrt die Schleuse ab" is "absperren"), and a compound that
 * shares a part with its neighbour ("Ein- und Ausgang" is "Eingang" too).
 */
import type { Hit } from './hits.js';
import { separablePrefix } from './languages/german.js';
import { dutchSeparable } from './languages/dutch.js';
import { LONGEST_WORD, TermTree, type Entry, type TermWord } from './term-tree.js';
import type { Word } from './words.js';

/** Languages that shorten compounds by a hyphen. */
const SHORTENING = new Set(['de', 'nl', 'sv', 'da', 'nb', 'nn', 'no', 'fi']);
const PREFIX_OF: Readonly<Record<string, (word: string) => string | null>> = {
  de: separablePrefix,
  nl: dutchSeparable,
};
/** Words of a clause within which a verb looks for its prefix. */
const CLAUSE = 25;
const LEAST_TAIL = 3;
/** Letters of a shortened word: "e-" and "n-" are no words. */
const LEAST_SHORT = 2;

export class Apart<C> {
  /** The verbs without their prefixes, in a tree of their own. */
  private verbs: TermTree<{ readonly prefix: string; readonly entry: Entry<C> }> | null = null;
  private readonly shortens: boolean;

  constructor(private readonly tree: TermTree<C>) {
    this.shortens = SHORTENING.has(tree.primary);
  }

  add(word: TermWord, entry: Entry<C>): void {
    if (word.text !== word.text.toLowerCase()) return;
    const prefix = PREFIX_OF[this.tree.primary]?.(word.text);
    if (!prefix) return;
    this.verbs ??= new TermTree(this.tree.primary, null);
    const verb = { text: word.text.slice(prefix.length), stem: null, caseCounts: false };
    for (const at of this.verbs.file([verb]))
      (at.entries ??= []).push({ term: entry.term, concept: { prefix, entry }, words: [verb], never: null });
  }

  find(text: string, words: readonly Word[], found: Hit<C>[]): void {
    if (this.verbs) this.separated(text, words, found);
    if (this.shortens && /\p{L}[-‐‑](?:\s|,)|\s[-‐‑]\p{L}/u.test(text)) this.shortened(text, words, found);
  }

  private separated(text: string, words: readonly Word[], found: Hit<C>[]): void {
    words.forEach((word, i) => {
      for (const { node } of this.verbs!.reach(this.verbs!.root, word.text))
        for (const { concept } of node.entries ?? []) {
          // "sperrt", not "gesperrt" or "sperren wird": an infinitive or participle keeps its prefix.
          if (concept.entry.never?.has(this.tree.fold(word.text))) continue;
          if (this.withTo(words, i, concept.prefix)) {
            found.push(hitOf(concept.entry, words[i - 2]!.start, word.end, 'separated'));
            continue;
          }
          const last = this.clauseEnd(text, words, i);
          if (last > i && words[last]!.text === concept.prefix)
            found.push(hitOf(concept.entry, word.start, word.end, 'separated'));
        }
    });
  }

  /** Dutch: "af te sluiten". */
  private withTo(words: readonly Word[], i: number, prefix: string): boolean {
    return i > 1 && words[i - 1]!.text === 'te' && words[i - 2]!.text === prefix;
  }

  /** The last word of the clause in which a word stands. */
  private clauseEnd(text: string, words: readonly Word[], from: number): number {
    let at = from;
    while (at + 1 < words.length && at - from < CLAUSE) {
      if (/[.,;:!?()–—\n]/u.test(text.slice(words[at]!.end, words[at + 1]!.start))) break;
      if (at > from && /^(?:und|oder|en|of)$/u.test(words[at + 1]!.text) && PREFIXED.test(words[at]!.text)) break;
      at++;
    }
    return at;
  }

  private shortened(text: string, words: readonly Word[], found: Hit<C>[]): void {
    words.forEach((word, i) => {
      if (word.text.length < LEAST_SHORT) return;
      if (/^[-‐‑](?:\s|,)/u.test(text.slice(word.end, word.end + 2)))
        for (const other of words.slice(i + 1, i + 5))
          if (this.completed(word, (cut) => word.text + other.text.slice(cut), other.text.length, found)) return;
      if (i > 0 && /(?:^|\s)[-‐‑]$/u.test(text.slice(0, word.start)))
        for (const other of words.slice(Math.max(0, i - 4), i).reverse())
          if (this.completed(word, (cut) => other.text.slice(0, cut) + word.text, other.text.length, found)) return;
    });
  }

  private completed(word: Word, whole: (cut: number) => string, length: number, found: Hit<C>[]): boolean {
    for (let cut = 1; cut <= Math.min(length, LONGEST_WORD) - LEAST_TAIL + 2; cut++) {
      const candidate = whole(cut);
      const entries = this.tree
        .reach(this.tree.root, candidate)
        .flatMap(({ node }) => node.entries ?? [])
        .filter(
          ({ words, never }) =>
            words.length === 1 && words[0]!.text.length > word.text.length && !never?.has(this.tree.fold(word.text)),
        );
      if (entries.length === 0) continue;
      for (const entry of entries) found.push(hitOf(entry, word.start, word.end, 'shortened'));
      return true;
    }
    return false;
  }
}

const PREFIXED = /^[a-zäöü]{2,8}$/u;

function hitOf<C>(entry: Entry<C>, start: number, end: number, form: 'separated' | 'shortened'): Hit<C> {
  return { term: entry.term, concept: entry.concept, start, end, how: 'inflected', form };
}

/**
 * The words of many texts on their way into the index: pairs of word and unit are gathered, sorted by counting, and given
 * out as runs. Knows no database, so that it can work in a thread of its own.
 */
import { foldForSearch } from '@fair-copy/core/text/fold.js';

/** Pairs of word and unit that are kept before they are given out: 8 bytes each, twice while sorting. */
const RUN = 3_000_000;

export interface FreshWord {
  readonly id: number;
  readonly language: number;
  readonly text: string;
}

/** Words that are new, and for each word of the run its units: `bytes` from the end before to its own end. */
export interface WordRun {
  readonly fresh: readonly FreshWord[];
  readonly words: Uint32Array;
  readonly counts: Uint32Array;
  readonly ends: Uint32Array;
  readonly bytes: Uint8Array;
}

export class WordRuns {
  /** Language → word → id. */
  private readonly ids = new Map<number, Map<string, number>>();
  private fresh: FreshWord[] = [];
  private words = new Uint32Array(4096);
  private units = new Uint32Array(4096);
  private pairs = 0;

  /** @param known the id of a word that is there already; null where there is none at all */
  constructor(
    private next: number,
    private readonly known: ((language: number, text: string) => number | undefined) | null = null,
  ) {}

  get isFull(): boolean {
    return this.pairs >= RUN;
  }

  get isEmpty(): boolean {
    return this.pairs === 0;
  }

  add(language: number, unit: number, text: string): void {
    let ids = this.ids.get(language);
    if (!ids) this.ids.set(language, (ids = new Map()));
    for (const word of wordsOf(text)) {
      if (this.pairs === this.words.length) this.grow();
      this.words[this.pairs] = ids.get(word) ?? this.idOf(ids, language, word);
      this.units[this.pairs++] = unit;
    }
  }

  private idOf(ids: Map<string, number>, language: number, text: string): number {
    let id = this.known?.(language, text);
    if (id === undefined) {
      id = this.next++;
      this.fresh.push({ id, language, text });
    }
    ids.set(text, id);
    return id;
  }

  private grow(): void {
    const size = Math.max(Math.min(this.words.length * 2, RUN + 8192), this.pairs + 8192);
    const words = new Uint32Array(size);
    words.set(this.words);
    const units = new Uint32Array(size);
    units.set(this.units);
    this.words = words;
    this.units = units;
  }

  /** What was gathered, sorted; begins anew. */
  take(): WordRun {
    const starts = new Uint32Array(this.next + 1);
    for (let i = 0; i < this.pairs; i++) starts[this.words[i]! + 1]!++;
    for (let i = 1; i < starts.length; i++) starts[i]! += starts[i - 1]!;
    const sorted = new Uint32Array(this.pairs);
    const at = starts.slice();
    for (let i = 0; i < this.pairs; i++) sorted[at[this.words[i]!]!++] = this.units[i]!;
    const words: number[] = [];
    const counts: number[] = [];
    const ends: number[] = [];
    let bytes = new Uint8Array(this.pairs * 2 + 1024);
    let end = 0;
    for (let word = 0; word < this.next; word++) {
      const from = starts[word]!;
      const to = starts[word + 1]!;
      if (from === to) continue;
      const units = sorted.subarray(from, to);
      // Units come in ascending order in an import; after edits they may not.
      if (!isAscending(units)) units.sort();
      if (bytes.length < end + units.length * 5) {
        const larger = new Uint8Array((end + units.length * 5) * 2);
        larger.set(bytes);
        bytes = larger;
      }
      end = pack(units, bytes, end);
      words.push(word);
      counts.push(units.length);
      ends.push(end);
    }
    const run = {
      fresh: this.fresh,
      words: Uint32Array.from(words),
      counts: Uint32Array.from(counts),
      ends: Uint32Array.from(ends),
      bytes: bytes.slice(0, end),
    };
    this.fresh = [];
    this.pairs = 0;
    return run;
  }
}

const WORDS = /[\p{L}\p{M}\p{N}]+/gu;
const SPACELESS = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]/u;
const PIECES =
  /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]\p{M}*|(?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}\p{N}])+/gu;

/** The folded words and numbers of a text, each once; characters where the script has no spaces. */
export function wordsOf(text: string): Set<string> {
  const folded = foldForSearch(text);
  return new Set(folded.match(SPACELESS.test(folded) ? PIECES : WORDS));
}

export function isAscending(ids: Uint32Array): boolean {
  for (let i = 1; i < ids.length; i++) if (ids[i]! < ids[i - 1]!) return false;
  return true;
}

/** Differences in groups of seven bits, the last group of each marked; gives back where they end. */
function pack(ids: Uint32Array, bytes: Uint8Array, from: number): number {
  let at = from;
  let last = 0;
  for (let i = 0; i < ids.length; i++) {
    let value = ids[i]! - last;
    last = ids[i]!;
    while (value >= 128) {
      bytes[at++] = value & 127;
      value >>>= 7;
    }
    bytes[at++] = value | 128;
  }
  return at;
}

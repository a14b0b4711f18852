/**
 * The words of many texts on their way into the index: pairs of word and unit are gathered, sorted by counting, and given
 * out as runs. Knows no database, so that it can work in a thread of its own.
 */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { ownCopy } from '@fair-copy/core/text/own-copy.js';
import { hashed, KnownWords } from './known-words.js';
import { WordIds } from './word-ids.js';

/** Pairs of word and unit that are kept before they are given out: 8 bytes each, twice while sorting. */
const RUN = 1_000_000;

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

/** Forms of words as they stand in texts, whose ids are kept. */
const FORMS_KEPT = 400_000;

export class WordRuns {
  private readonly ids = new WordIds();
  private readonly forms = new KnownWords(FORMS_KEPT);
  /** Word → the unit that had it last: it counts once. */
  private lastUnits = new Uint32Array(4096);
  private fresh: FreshWord[] = [];
  private words = new Uint32Array(4096);
  private units = new Uint32Array(4096);
  private pairs = 0;
  /** The words of the text that is being read. */
  private readonly found: number[] = [];

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

  /** Units come in any order, but all texts of one unit after each other. */
  add(language: number, unit: number, text: string): void {
    if (!this.addAsItStands(language, unit, text))
      for (const word of indexedWords(text)) this.note(this.idOf(language, word), unit);
  }

  /**
   * Nearly all words come again and again: they are folded once.
   * @returns false where the words of the text may be others than those of the folded text
   */
  private addAsItStands(language: number, unit: number, text: string): boolean {
    let found = 0;
    let from = -1;
    let hash = 0;
    for (let i = 0; i <= text.length; i++) {
      const code = i < text.length ? text.charCodeAt(i) : SPACE;
      const kind = CLASSES[code] || classOf(code);
      if (kind === LETTER) {
        if (from < 0) {
          from = i;
          hash = 0;
        }
        hash = hashed(hash, code);
      } else if (kind === SPECIAL) {
        return false;
      } else if (from >= 0) {
        let word = this.forms.find(hash, language, text, from, i);
        if (word < 0) {
          if (hasSpecial(text, i)) return false;
          const form = ownCopy(text.slice(from, i));
          this.forms.add(hash, language, form, (word = this.idOfForm(language, form)));
        }
        this.found[found++] = word;
        from = -1;
      }
    }
    for (let i = 0; i < found; i++) this.note(this.found[i]!, unit);
    return true;
  }

  /** A word as it is, without folding. */
  addWord(language: number, unit: number, word: string): void {
    this.note(this.idOf(language, word), unit);
  }

  private note(word: number, unit: number): void {
    if (word >= this.lastUnits.length) {
      const larger = new Uint32Array(Math.max(word + 1, this.lastUnits.length * 2));
      larger.set(this.lastUnits);
      this.lastUnits = larger;
    }
    if (word === NO_WORD || this.lastUnits[word] === unit) return;
    this.lastUnits[word] = unit;
    if (this.pairs === this.words.length) this.grow();
    this.words[this.pairs] = word;
    this.units[this.pairs++] = unit;
  }

  private idOfForm(language: number, form: string): number {
    const word = foldForSearch(form);
    return word === '' ? NO_WORD : this.idOf(language, word);
  }

  private idOf(language: number, text: string): number {
    let id = this.ids.get(language, text);
    if (id !== undefined) return id;
    id = this.known?.(language, text);
    if (id === undefined) {
      id = this.next++;
      this.fresh.push({ id, language, text });
    }
    this.ids.add(language, text, id);
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

/** A word that folding leaves nothing of. */
const NO_WORD = 0;

const SPACE = 32;
const SEPARATOR = 1;
const LETTER = 2;
const SPECIAL = 3;
/** By UTF-16 unit, as far as it was asked for. */
const CLASSES = new Uint8Array(0x10000);

function classOf(code: number): number {
  return CLASSES[code] || (CLASSES[code] = classified(code));
}

/** Letters and separators that folding leaves what they are, wherever they stand; everything else is special. */
function classified(code: number): number {
  const char = String.fromCharCode(code);
  if (/[\p{Cs}\p{Cf}]/u.test(char) || SPACELESS.test(char)) return SPECIAL;
  const folded = foldForSearch(char);
  if (/[\p{L}\p{M}\p{N}]/u.test(char)) return /^[\p{L}\p{M}\p{N}]*$/u.test(folded) ? LETTER : SPECIAL;
  if (/[\p{L}\p{M}\p{N}]/u.test(folded)) return SPECIAL;
  return folded === '' && !/\s/.test(char) ? SPECIAL : SEPARATOR;
}

function hasSpecial(text: string, from: number): boolean {
  for (let i = from; i < text.length; i++) if (classOf(text.charCodeAt(i)) === SPECIAL) return true;
  return false;
}

const WORDS = /[\p{L}\p{M}\p{N}]+/gu;
const SPACELESS = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]/u;
const PIECES =
  /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]\p{M}*|(?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}\p{N}])+/gu;

/** Whether a text has characters of a script without spaces between words. */
export function isSpaceless(text: string): boolean {
  return SPACELESS.test(text);
}

/** The folded words and numbers of a text, each once; characters where the script has no spaces. */
export function indexedWords(text: string): Set<string> {
  const folded = foldForSearch(text);
  return new Set(folded.match(SPACELESS.test(folded) ? PIECES : WORDS));
}

function isAscending(ids: Uint32Array): boolean {
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

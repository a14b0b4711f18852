/**
 * Folded words with their ids, each language apart: a hash table with open addressing (Knuth, The Art of Computer
 * Programming, 6.4) over the bytes of the words, one after the other. A million words take some 25 bytes each; in a `Map` of
 * texts they took 80, which was a sixth of the server's memory while five memories were merged.
 */
import { hashed } from './known-words.js';

const FIRST = 1 << 12;

export class WordIds {
  private slots = new Int32Array(FIRST * 2);
  private hashes = new Int32Array(FIRST);
  private ids = new Int32Array(FIRST);
  /** Where each word ends in `bytes`; it begins with its language. */
  private ends = new Int32Array(FIRST);
  private bytes: Buffer = Buffer.allocUnsafe(FIRST * 12);
  private count = 0;
  /** A word as it is looked for: its language and its UTF-8. */
  private sought: Buffer = Buffer.allocUnsafe(256);

  /** The id of a word of a language, or undefined. O(length). */
  get(language: number, word: string): number | undefined {
    const at = this.slotOf(language, word, this.seek(language, word));
    const index = this.slots[at]! - 1;
    return index < 0 ? undefined : this.ids[index];
  }

  /** Keeps a word that is not there yet. */
  add(language: number, word: string, id: number): void {
    if (this.count >= this.ids.length) this.grow();
    const length = this.seek(language, word);
    const index = this.count++;
    const from = this.endOf(index - 1);
    if (from + length > this.bytes.length) this.bytes = larger(this.bytes, from + length);
    this.sought.copy(this.bytes, from, 0, length);
    this.ends[index] = from + length;
    this.ids[index] = id;
    this.hashes[index] = hashOf(language, word);
    this.place(index);
  }

  /** Where the word stands in `slots`, or the free place where it would. */
  private slotOf(language: number, word: string, length: number): number {
    const hash = hashOf(language, word);
    const mask = this.slots.length - 1;
    for (let at = spread(hash) & mask; ; at = (at + 1) & mask) {
      const index = this.slots[at]! - 1;
      if (index < 0 || (this.hashes[index] === hash && this.isSought(index, length))) return at;
    }
  }

  private isSought(index: number, length: number): boolean {
    const from = this.endOf(index - 1);
    const to = this.ends[index]!;
    return to - from === length && this.bytes.compare(this.sought, 0, length, from, to) === 0;
  }

  private endOf(index: number): number {
    return index < 0 ? 0 : this.ends[index]!;
  }

  /** @returns how many bytes it has */
  private seek(language: number, word: string): number {
    const most = 4 + word.length * 3;
    if (this.sought.length < most) this.sought = Buffer.allocUnsafe(most);
    this.sought.writeInt32LE(language, 0);
    return 4 + this.sought.write(word, 4);
  }

  private place(index: number): void {
    const mask = this.slots.length - 1;
    let at = spread(this.hashes[index]!) & mask;
    while (this.slots[at] !== 0) at = (at + 1) & mask;
    this.slots[at] = index + 1;
  }

  private grow(): void {
    const size = this.ids.length * 2;
    this.hashes = longer(this.hashes, size);
    this.ids = longer(this.ids, size);
    this.ends = longer(this.ends, size);
    this.slots = new Int32Array(size * 2);
    for (let i = 0; i < this.count; i++) this.place(i);
  }
}

function hashOf(language: number, word: string): number {
  let hash = hashed(0, language);
  for (let i = 0; i < word.length; i++) hash = hashed(hash, word.charCodeAt(i));
  return hash | 0;
}

/** The low bits of a product hang on the low bits of what came in; those above are mixed in. */
function spread(hash: number): number {
  return hash ^ (hash >>> 15);
}

function larger(bytes: Buffer, needed: number): Buffer {
  const copy = Buffer.allocUnsafe(Math.max(needed, Math.floor(bytes.length * 1.5)));
  bytes.copy(copy);
  return copy;
}

function longer(numbers: Int32Array<ArrayBuffer>, size: number): Int32Array<ArrayBuffer> {
  const copy = new Int32Array(size);
  copy.set(numbers);
  return copy;
}

/**
 * Words as they stand in texts, with the numbers of their folded forms: a hash table with open addressing (Knuth, The Art
 * of Computer Programming, 6.4) that is asked with a place in a text, so that nothing is made for a word that is known.
 * Half the time of cutting words out and asking a `Map`.
 */
export class KnownWords {
  private slots = new Int32Array(1 << 12);
  private hashes = new Int32Array(1 << 11);
  private languages = new Int32Array(1 << 11);
  private words = new Int32Array(1 << 11);
  private readonly texts: string[] = [];

  /** @param limit at so many forms all are forgotten: memory stays flat */
  constructor(private readonly limit: number) {}

  /** The number kept for the form from one place in a text to another, or -1. @param hash of its characters (`hashed`) */
  find(hash: number, language: number, text: string, from: number, to: number): number {
    const mask = this.slots.length - 1;
    for (let at = (hash ^ language) & mask; ; at = (at + 1) & mask) {
      const form = this.slots[at]! - 1;
      if (form < 0) return -1;
      if (this.hashes[form] === hash && this.languages[form] === language && isAt(text, from, to, this.texts[form]!))
        return this.words[form]!;
    }
  }

  add(hash: number, language: number, form: string, word: number): void {
    if (this.texts.length >= this.limit) this.clear();
    if (this.texts.length >= this.hashes.length) this.grow();
    const index = this.texts.length;
    this.texts.push(form);
    this.hashes[index] = hash;
    this.languages[index] = language;
    this.words[index] = word;
    this.place(index);
  }

  private place(index: number): void {
    const mask = this.slots.length - 1;
    let at = (this.hashes[index]! ^ this.languages[index]!) & mask;
    while (this.slots[at] !== 0) at = (at + 1) & mask;
    this.slots[at] = index + 1;
  }

  private grow(): void {
    this.hashes = larger(this.hashes);
    this.languages = larger(this.languages);
    this.words = larger(this.words);
    this.slots = new Int32Array(this.slots.length * 2);
    for (let i = 0; i < this.texts.length; i++) this.place(i);
  }

  private clear(): void {
    this.texts.length = 0;
    this.slots.fill(0);
  }
}

/** The hash of a form from that of its beginning and its next UTF-16 unit (FNV-1a; Fowler, Noll & Vo); begins with 0. */
export function hashed(hash: number, unit: number): number {
  return Math.imul(hash ^ unit, 0x01000193);
}

function isAt(text: string, from: number, to: number, form: string): boolean {
  if (form.length !== to - from) return false;
  for (let i = 0; i < form.length; i++) if (form.charCodeAt(i) !== text.charCodeAt(from + i)) return false;
  return true;
}

function larger(numbers: Int32Array<ArrayBuffer>): Int32Array<ArrayBuffer> {
  const copy = new Int32Array(numbers.length * 2);
  copy.set(numbers);
  return copy;
}

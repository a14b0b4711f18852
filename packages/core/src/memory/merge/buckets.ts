/** Numbers that share a key, in the order in which they came: some 30 bytes for each, whatever the keys stand for. */
export class Buckets {
  /** By slot: the key, and the last number of its bucket plus one; 0: empty. */
  private keys = new Float64Array(1 << 12);
  private lasts = new Int32Array(1 << 12);
  private used = 0;
  /** By number: the next of its bucket; the last leads back to the first. */
  private next = new Int32Array(1 << 12);
  /** By number: 1 for the first of its bucket. */
  private first = new Uint8Array(1 << 12);
  private count = 0;

  /** @param key of the next number: they are given out from 0 */
  add(key: number): void {
    const number = this.count++;
    if (number >= this.next.length) {
      const [next, first] = [this.next, this.first];
      this.next = new Int32Array(next.length * 2);
      this.next.set(next);
      this.first = new Uint8Array(this.next.length);
      this.first.set(first);
    }
    if (this.used * 2 >= this.keys.length) this.rehash();
    const slot = this.slotOf(key);
    const last = this.lasts[slot]! - 1;
    if (last < 0) {
      this.keys[slot] = key;
      this.used++;
      this.first[number] = 1;
      this.next[number] = number;
    } else {
      this.next[number] = this.next[last]!;
      this.next[last] = number;
    }
    this.lasts[slot] = number + 1;
  }

  /** How many keys there are. */
  get distinct(): number {
    return this.used;
  }

  /** Whether nobody shares its key. */
  isAlone(number: number): boolean {
    return this.next[number] === number;
  }

  /** Whether it is the first of those that share its key, and how many they are; otherwise 0. */
  sizeFrom(number: number): number {
    if (this.first[number] !== 1) return 0;
    let size = 1;
    for (let at = this.next[number]!; at !== number; at = this.next[at]!) size++;
    return size;
  }

  /** All that share its key, where it is the first of them; otherwise none. Takes time with their number. */
  from(number: number): number[] {
    if (this.first[number] !== 1) return [];
    const all = [number];
    for (let at = this.next[number]!; at !== number; at = this.next[at]!) all.push(at);
    return all;
  }

  /** Numbers with this key. */
  of(key: number): number[] {
    const last = this.lasts[this.slotOf(key)]! - 1;
    return last < 0 ? [] : this.from(this.next[last]!);
  }

  private slotOf(key: number): number {
    const mask = this.keys.length - 1;
    let slot = (Math.imul((key / 0x200000) ^ key, 0x9e3779b1) >>> 7) & mask;
    while (this.lasts[slot] !== 0 && this.keys[slot] !== key) slot = (slot + 1) & mask;
    return slot;
  }

  private rehash(): void {
    const { keys, lasts } = this;
    this.keys = new Float64Array(keys.length * 2);
    this.lasts = new Int32Array(lasts.length * 2);
    for (let i = 0; i < keys.length; i++) {
      if (lasts[i] === 0) continue;
      const slot = this.slotOf(keys[i]!);
      this.keys[slot] = keys[i]!;
      this.lasts[slot] = lasts[i]!;
    }
  }
}

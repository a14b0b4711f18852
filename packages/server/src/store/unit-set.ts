/** A set of units of one memory by their ids, one bit for each id up to the highest: a million take 125 kB. */
export class UnitSet {
  private readonly bits: Uint32Array;

  /** Empty. @param highest no unit has a higher id */
  constructor(readonly highest: number) {
    this.bits = new Uint32Array((highest >>> 5) + 1);
  }

  static all(highest: number): UnitSet {
    const set = new UnitSet(highest);
    set.bits.fill(0xffffffff);
    set.bits[0]! &= ~1;
    const over = 31 - (highest & 31);
    set.bits[set.bits.length - 1]! &= 0xffffffff >>> over;
    return set;
  }

  static of(ids: Iterable<number>, highest: number): UnitSet {
    const set = new UnitSet(highest);
    for (const id of ids) set.add(id);
    return set;
  }

  /** Ids over the highest are not kept: they are of units that came since. */
  add(id: number): void {
    if (id <= this.highest) this.bits[id >>> 5]! |= 1 << (id & 31);
  }

  has(id: number): boolean {
    return id <= this.highest && (this.bits[id >>> 5]! & (1 << (id & 31))) !== 0;
  }

  get count(): number {
    let count = 0;
    for (let word of this.bits) {
      // Bits of a word in parallel (Warren, Hacker's Delight, 5–1).
      word -= (word >>> 1) & 0x55555555;
      word = (word & 0x33333333) + ((word >>> 2) & 0x33333333);
      count += Math.imul((word + (word >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
    }
    return count;
  }

  get isEmpty(): boolean {
    return this.bits.every((word) => word === 0);
  }

  copy(): UnitSet {
    const set = new UnitSet(this.highest);
    set.bits.set(this.bits);
    return set;
  }

  /** Keeps what is in the other as well. */
  and(other: UnitSet): this {
    for (let i = 0; i < this.bits.length; i++) this.bits[i]! &= other.bits[i] ?? 0;
    return this;
  }

  or(other: UnitSet): this {
    const end = Math.min(this.bits.length, other.bits.length);
    for (let i = 0; i < end; i++) this.bits[i]! |= other.bits[i]!;
    return this;
  }

  /** Takes away what is in the other. */
  without(other: UnitSet): this {
    for (let i = 0; i < this.bits.length; i++) this.bits[i]! &= ~(other.bits[i] ?? 0);
    return this;
  }

  /** Ids behind a place, ascending. */
  *after(id: number): Generator<number> {
    for (let i = (id + 1) >>> 5; i < this.bits.length; i++) {
      let word = this.bits[i]!;
      if (i === (id + 1) >>> 5) word &= 0xffffffff << ((id + 1) & 31);
      while (word !== 0) {
        const bit = 31 - Math.clz32(word & -word);
        yield (i << 5) + bit;
        word &= word - 1;
      }
    }
  }
}

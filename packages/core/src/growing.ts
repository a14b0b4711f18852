/** A typed array to which numbers are added; a list of as many would take more room than they do, most of all while it grows. */
export class Growing<T extends Int32Array | Float64Array | Uint8Array> {
  size = 0;
  numbers: T;
  constructor(private readonly kind: new (size: number) => T) {
    this.numbers = new kind(1 << 10);
  }
  push(number: number): void {
    if (this.size === this.numbers.length) {
      const more = new this.kind(this.size * 2);
      more.set(this.numbers);
      this.numbers = more;
    }
    this.numbers[this.size++] = number;
  }
  at(index: number): number {
    return this.numbers[index]!;
  }
  /** Whether a number was pushed, from a place on. */
  has(number: number, from: number): boolean {
    return this.numbers.subarray(from, this.size).includes(number);
  }
  /** What was pushed, in the room that it was pushed into. */
  all(): T {
    return this.numbers.subarray(0, this.size) as T;
  }
  /** A copy that takes no more room than it needs. */
  trimmed(): T {
    return this.numbers.slice(0, this.size) as T;
  }
}

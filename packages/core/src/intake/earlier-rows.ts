/** Which rows brought which terms: by them later rows find the entry that says the same. */

export class EarlierRows {
  private readonly seen = new Map<string, number | number[]>();

  /** The first row that has all the terms. @param keys of the terms, each with its language */
  withAll(keys: readonly string[]): number | undefined {
    return common(keys.map((key) => asList(this.seen.get(key))));
  }

  add(keys: readonly string[], row: number): void {
    for (const key of keys) {
      const there = this.seen.get(key);
      // One number instead of a list for the many terms that occur once: a third of the memory.
      if (there === undefined) this.seen.set(key, row);
      else if (typeof there === 'number') this.seen.set(key, [there, row]);
      else there.push(row);
    }
  }
}

function asList(value: number | readonly number[] | undefined): readonly number[] {
  return value === undefined ? [] : typeof value === 'number' ? [value] : value;
}

/** The first number that stands in all lists, which are ascending. */
function common(lists: readonly (readonly number[])[]): number | undefined {
  const [shortest, ...others] = [...lists].sort((a, b) => a.length - b.length);
  return shortest?.find((value) => others.every((list) => isIn(list, value)));
}

/** By halving: a frequent word stands in thousands of rows. */
function isIn(list: readonly number[], value: number): boolean {
  let low = 0;
  let high = list.length - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const found = list[middle]!;
    if (found === value) return true;
    if (found < value) low = middle + 1;
    else high = middle - 1;
  }
  return false;
}

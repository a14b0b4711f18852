import { ownCopy } from '../../text/own-copy.js';

/** Words that are remembered at a time. */
const REMEMBERED = 200_000;

/** Words repeat: what was worked out for one is kept. */
export function remembering<T>(work: (word: string) => T): (word: string) => T {
  const known = new Map<string, T>();
  return (word) => {
    let value = known.get(word);
    if (value === undefined) {
      if (known.size >= REMEMBERED) known.clear();
      const own = ownCopy(word);
      known.set(own, (value = work(own)));
    }
    return value;
  };
}

/** Units that say the very same in the languages that are looked at. */
import { exactKey } from '../../text/fold.js';
import { TextHash } from '../../text/hash.js';
import type { Finding } from '../check.js';
import { onTarget, overPairs, type Pair, Candidates } from './pair.js';

const about = { id: 'duplicate', severity: 'info' } as const;

function keyOf({ source, target }: Pair): number {
  const hash = new TextHash();
  for (const { language, text } of [source, target]) {
    hash.add(language);
    hash.add(text);
  }
  return hash.value;
}

/** So many others are named. */
const RELATED = 20;

export const duplicateCheck = overPairs(about, (facts) => {
  const all = new Candidates(facts);
  return {
    see(pair) {
      all.add(pair, keyOf(pair));
    },
    *end() {
      for (const group of all.withEqualNotes()) {
        // What only has the same hash is not the same.
        const bySaying = new Map<string, Pair[]>();
        for (const number of group) {
          const pair = all.pair(number);
          if (!pair) continue;
          const there = bySaying.get(said(pair));
          if (there) there.push(pair);
          else bySaying.set(said(pair), [pair]);
        }
        for (const same of bySaying.values()) if (same.length > 1) yield* findings(same);
      }
    },
  };
});

function* findings(same: readonly Pair[]): Generator<Finding> {
  // Of very many that are the same, only the first are looked at.
  const first = same.slice(0, RELATED + 1).map(({ item }) => item);
  for (const pair of same) {
    const related = first.filter((item) => item !== pair.item).slice(0, RELATED);
    yield { ...onTarget(about, pair, { code: 'said-twice', values: { units: same.length } }), related };
  }
}

const said = ({ source, target }: Pair): string =>
  `${source.language}\0${exactKey(source.text)}\0${target.language}\0${exactKey(target.text)}`;

/** Units that say the very same in the languages that are looked at. */
import { exactKey } from '../../text/fold.js';
import { TextHash } from '../../text/hash.js';
import { Buckets } from '../../memory/merge/buckets.js';
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
  const buckets = new Buckets();
  const all = new Candidates(facts);
  return {
    see(pair) {
      buckets.add(keyOf(pair));
      all.add(pair, all.size);
    },
    *end() {
      const alike = (): Iterable<readonly [Pair, number]> => all.pairs((number) => !buckets.isAlone(number));
      const items = new Map<string, number[]>();
      for (const [pair] of alike()) {
        const there = items.get(said(pair));
        if (there) there.push(pair.item);
        else items.set(said(pair), [pair.item]);
      }
      for (const [pair] of alike()) {
        const same = items.get(said(pair))!;
        if (same.length < 2) continue;
        // Of very many that are the same, only the first are looked at.
        const others = same.slice(0, RELATED + 1).filter((item) => item !== pair.item);
        const finding = onTarget(about, pair, { code: 'said-twice', values: { units: same.length } });
        yield { ...finding, related: others.slice(0, RELATED) };
      }
    },
  };
});

const said = ({ source, target }: Pair): string =>
  `${source.language}\0${exactKey(source.text)}\0${target.language}\0${exactKey(target.text)}`;

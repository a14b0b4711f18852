/** A text that ends otherwise than its source, against the habit of this memory between the two languages. */
import { finalMark, ENDINGS, WITHOUT_STOP, writtenMark, type Ending } from './marks.js';
import { Candidates, onTarget, overPairs, type Pair } from './pair.js';

const about = { id: 'final-punctuation', severity: 'warning' } as const;

/** So many pairs with a mark show a habit. */
const ENOUGH = 30;
/** A way of ending that has this share of them is a habit, and no mistake. */
const HABIT = 0.25;

const KINDS = ENDINGS.length;
const numberOf = (from: Ending, to: Ending): number => ENDINGS.indexOf(from) * KINDS + ENDINGS.indexOf(to);

/** Marks that say the same, each in its language, are the same: "?" and "؟", ":" and " :", "..." and "…". */
export const finalMarkCheck = overPairs(about, (facts) => {
  const habits = new Map<string, Uint32Array>();
  const candidates = new Candidates(facts);
  const habitOf = ({ source, target }: Pair): Uint32Array => {
    const key = `${source.general} ${target.general}`;
    let counts = habits.get(key);
    if (!counts) habits.set(key, (counts = new Uint32Array(KINDS * KINDS)));
    return counts;
  };
  return {
    see(pair) {
      const { source, target } = pair;
      if (target.text === '' || source.text === '') return;
      const from = finalMark(source.text, source.general).ending;
      const to = finalMark(target.text, target.general).ending;
      const number = numberOf(from, to);
      habitOf(pair)[number]!++;
      if (from !== to) candidates.add(pair, number);
    },
    *end() {
      for (const [pair] of candidates.pairs()) {
        const { source, target } = pair;
        const [asked, there] = [finalMark(source.text, source.general), finalMark(target.text, target.general)];
        if (isHabit(habitOf(pair), asked.ending, there.ending, target.general)) continue;
        const text =
          target.text.slice(0, there.from).trimEnd() +
          writtenMark(asked.ending, target.general) +
          target.text.slice(there.to);
        yield onTarget(
          about,
          pair,
          { code: 'ends-otherwise', values: { source: asked.mark, target: there.mark } },
          {
            marks: [
              { place: source.place, from: asked.from, to: asked.to },
              { place: target.place, from: there.from, to: there.to },
            ],
            correction: { kind: 'text', text, safe: there.ending === 'none' },
          },
        );
      }
    },
  };
});

function isHabit(counts: Uint32Array, from: Ending, to: Ending, language: string): boolean {
  let all = 0;
  for (const ending of ENDINGS) all += counts[numberOf(from, ending)]!;
  if (all >= ENOUGH && counts[numberOf(from, to)]! >= all * HABIT) return true;
  return from === '.' && to === 'none' && WITHOUT_STOP.has(language);
}

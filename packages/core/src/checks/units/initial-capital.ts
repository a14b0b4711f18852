/** The first letter is large or small against the source and the habit of the memory; a text is all in capitals. */
import { CODE } from '../../text/inline-codes.js';
import type { Finding } from '../check.js';
import { finalMark } from './marks.js';
import { Candidates, onTarget, overPairs, type Pair } from './pair.js';
import { intlLocale } from '../../language/tags.js';

const about = { id: 'capitals', severity: 'warning' } as const;

/** So many pairs of which the source begins so show a habit. */
const ENOUGH = 20;
const HABIT = 0.8;
/** A habit that only few break. */
const CLEAR = 0.96;

/** The first word, where it begins with a letter of two cases and nothing says that it is a name, a command or a place to fill. */
const FIRST = new RegExp(`^[\\s${CODE}"'“„«‹(\\[¿¡*•–—-]*(?:[_&](?=\\p{L}))?(\\p{L}[\\p{L}\\p{M}'’_&-]*)(.?)`, 'u');

type Case = 'upper' | 'lower' | 'none';

interface First {
  readonly word: string;
  readonly is: Case;
  readonly at: number;
}

function firstOf(text: string): First {
  const match = FIRST.exec(text);
  if (!match || /[\d.:/\\=@(]/.test(match[2] ?? '')) return { word: '', is: 'none', at: 0 };
  const word = match[1]!;
  const letter = word[0]!;
  const isUpper = letter !== letter.toLowerCase();
  const isLower = letter !== letter.toUpperCase();
  const at = match[0].length - word.length - match[2]!.length;
  // "iPod", "eBay", "ext3", "x-axis"; a letter alone.
  if (word.length < 2 || word.slice(1) !== word.slice(1).toLowerCase() || /[_-]/.test(word))
    return { word, is: 'none', at };
  return { word, is: isUpper ? 'upper' : isLower ? 'lower' : 'none', at };
}

/** Letters that have two cases. */
const lettersOf = (text: string): string => text.replace(/%[-\w$.*]+|\$\{?\w+\}?|<[^<>]*>|[^\p{Lu}\p{Ll}]+/gu, '');

/** Words of letters with two cases, all large; short ones are abbreviations. */
function isShouted(text: string): boolean {
  const letters = lettersOf(text);
  return letters.length >= 6 && letters === letters.toUpperCase() && !/\p{Lo}/u.test(text);
}

export const unitCapitalsCheck = overPairs(about, (facts) => {
  const habits = new Map<string, Record<'same' | 'other', number>>();
  const candidates = new Candidates(facts);
  // Labels and sentences have habits of their own.
  const keyOf = ({ source, target }: Pair, is: Case): string =>
    `${source.general} ${target.general} ${is} ${finalMark(source.text, source.general).ending === 'none'}`;
  return {
    *see(pair): Iterable<Finding> {
      const { source, target } = pair;
      if (
        isShouted(target.text) &&
        !isShouted(source.text) &&
        lettersOf(source.text).length >= 6 &&
        /\p{Ll}/u.test(source.text)
      ) {
        yield onTarget(
          about,
          pair,
          { code: 'all-capitals', values: {} },
          { marks: [{ place: target.place, from: 0, to: target.text.length }] },
        );
        return;
      }
      const [from, to] = [firstOf(source.text), firstOf(target.text)];
      if (from.is === 'none' || to.is === 'none') return;
      const key = keyOf(pair, from.is);
      let habit = habits.get(key);
      if (!habit) habits.set(key, (habit = { same: 0, other: 0 }));
      habit[from.is === to.is ? 'same' : 'other']++;
      // The same word on both sides is a name or a command.
      if (from.is !== to.is && !source.text.toLowerCase().includes(to.word.toLowerCase())) candidates.add(pair);
    },
    *end() {
      for (const [pair] of candidates.pairs()) {
        const [from, to] = [firstOf(pair.source.text), firstOf(pair.target.text)];
        const { same, other } = habits.get(keyOf(pair, from.is))!;
        if (same + other < ENOUGH || same < HABIT * (same + other)) continue;
        // A small beginning that became large may be a name or a German noun: said only of sentences that are continued.
        if (from.is === 'lower' && (pair.target.general === 'de' || pair.target.text.split(/\s+/).length < 3)) continue;
        const { text } = pair.target;
        const letter = text[to.at]!;
        const other2 =
          from.is === 'upper'
            ? letter.toLocaleUpperCase(intlLocale(pair.target.general))
            : letter.toLocaleLowerCase(intlLocale(pair.target.general));
        yield onTarget(
          about,
          pair,
          { code: from.is === 'upper' ? 'begins-small' : 'begins-large', values: { word: to.word } },
          {
            marks: [{ place: pair.target.place, from: to.at, to: to.at + to.word.length }],
            ...(same < CLEAR * (same + other) && { severity: 'info' as const }),
            correction: {
              kind: 'text',
              text: text.slice(0, to.at) + other2 + text.slice(to.at + 1),
              safe: from.is === 'upper',
            },
          },
        );
      }
    },
  };
});

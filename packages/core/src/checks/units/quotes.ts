/** Quotation marks and brackets that are opened and not closed, where the source has them whole. */
import { unbalancedBrackets, unbalancedQuotes } from '../brackets.js';
import type { Finding } from '../check.js';
import { marksOf, onSide, perPair, type Pair, type Side } from './pair.js';

const quotes = { id: 'quotes', severity: 'warning' } as const;
const brackets = { id: 'brackets', severity: 'error' } as const;

type Problem = NonNullable<ReturnType<typeof unbalancedBrackets>>;

/** What both have is meant so: a part of a sentence, a face, the item of a list. */
function* unpaired(
  about: typeof quotes | typeof brackets,
  pair: Pair,
  problemOf: (side: Side) => Problem | null,
  any: RegExp,
): Generator<Finding> {
  const isPlain = [pair.source, pair.target].every(({ text }) => text.search(any) < 0);
  if (isPlain) return;
  const [inSource, inTarget] = [problemOf(pair.source), problemOf(pair.target)];
  if (!inSource === !inTarget) return;
  const side = inTarget ? pair.target : pair.source;
  const own = inTarget ? undefined : ('info' as const);
  yield onSide(about, pair, side, (inTarget ?? inSource)!, {
    marks: marksOf(side, any),
    ...(own && { severity: own }),
  });
}

/** Faces, arrows and escapes are no brackets. */
const bare = (text: string): string => {
  // The pattern looks back at every place: hardly a text has to be looked at so closely.
  if (!/[:;][()-]|[()][:;-]|\\|->|=>|<-/.test(text)) return text;
  return text.replace(/(?<![\p{L}\p{N}])[:;]-?[()]|(?<=^|\s)[()]-?[:;](?=\s|$)|\\[([{)\]}]|->|=>|<-/gu, (all) =>
    ' '.repeat(all.length),
  );
};

export const unitBracketsCheck = perPair(brackets, (pair) =>
  unpaired(brackets, pair, ({ text }) => unbalancedBrackets(bare(text)), /[()[\]{}（）「」『』【】]/g),
);

/** Broken letters look like quotation marks: that is another check. */
export const quotesCheck = perPair(quotes, (pair) =>
  unpaired(
    quotes,
    pair,
    ({ text, general }) => (text.includes('â€') ? null : unbalancedQuotes(text, general)),
    /["“”„«»‹›]/g,
  ),
);

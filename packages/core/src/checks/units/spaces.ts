/** Spaces at the ends, several in a row, and characters that cannot be seen, where the source has no such thing. */
import { CODE } from '../../text/inline-codes.js';
import type { Finding } from '../check.js';
import { marksOf, onSide, perPair, type Pair, type Side } from './pair.js';

const spaces = { id: 'spaces', severity: 'warning' } as const;
const invisible = { id: 'invisible', severity: 'warning' } as const;

const BEGINS = /^[^\S\n]+/gu;
const ENDS = /[^\S\n]+$/gu;
const SEVERAL = /(?<=\S)[^\S\n\u3000]{2,}(?=\S)/gu;

type Problem = 'begins' | 'ends' | 'several';
const PROBLEMS: readonly (readonly [Problem, RegExp])[] = [
  ['begins', BEGINS],
  ['ends', ENDS],
  ['several', SEVERAL],
];

/** Nearly all texts have none of it. */
const ANY = /^\s|\s$|\s\s/u;

export const unitSpacesCheck = perPair(spaces, function* (pair): Generator<Finding> {
  if (!ANY.test(pair.source.text) && !ANY.test(pair.target.text)) return;
  for (const [side, other] of [
    [pair.target, pair.source],
    [pair.source, pair.target],
  ] as const) {
    const found = PROBLEMS.flatMap(([problem, pattern]) => {
      const marks = marksOf(side, pattern);
      return marks.length > marksOf(other, pattern).length ? [{ problem, marks }] : [];
    });
    if (found.length === 0) continue;
    const problems = found.map(({ problem }) => problem);
    let { text } = side;
    if (problems.includes('begins')) text = text.replace(BEGINS, '');
    if (problems.includes('ends')) text = text.replace(ENDS, '');
    if (problems.includes('several')) text = text.replace(SEVERAL, ' ');
    yield onSide(
      spaces,
      pair,
      side,
      { code: 'spaces', values: { problems, invisible: null } },
      { marks: found.flatMap(({ marks }) => marks), ...(text && { correction: { kind: 'text', text, safe: true } }) },
    );
  }
});

/** Default-ignorable code points and controls (Unicode, DerivedCoreProperties and UTR #36); what a script needs is left alone. */
const UNSEEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180e\u200b-\u200f\u202a-\u202e\u2060-\u206f\u3164\ufeff\uffa0\ufff9-\ufffb]/gu;
const RIGHT_TO_LEFT = new Set(['ar', 'he', 'fa', 'ur', 'yi', 'ps', 'ckb', 'ug']);
const WITH_JOINERS = new Set([
  'fa',
  'ur',
  'ar',
  'ckb',
  'ps',
  'hi',
  'mr',
  'bn',
  'ml',
  'kn',
  'ta',
  'te',
  'si',
  'ne',
  'gu',
  'pa',
  'km',
]);
const WITH_BREAKS = new Set(['th', 'km', 'lo', 'my', 'ja']);

function isNeeded(char: string, { general }: Side): boolean {
  const code = char.codePointAt(0)!;
  if (
    (code >= 0x200e && code <= 0x200f) ||
    (code >= 0x202a && code <= 0x202e) ||
    (code >= 0x2066 && code <= 0x2069) ||
    code === 0x61c
  )
    return RIGHT_TO_LEFT.has(general);
  if (code === 0x200c || code === 0x200d) return WITH_JOINERS.has(general);
  return code === 0x200b && WITH_BREAKS.has(general);
}

export const invisibleCheck = perPair(invisible, function* (pair: Pair): Generator<Finding> {
  for (const side of [pair.target, pair.source]) {
    if (!UNSEEN.test(side.text)) continue;
    UNSEEN.lastIndex = 0;
    const marks = marksOf(side, UNSEEN).filter(
      ({ from, to }) => !isNeeded(side.text.slice(from, to), side) && !isInEmoji(side.text, from),
    );
    if (marks.length === 0) continue;
    const text = side.text.replace(UNSEEN, (one, at: number) => (marks.some(({ from }) => from === at) ? '' : one));
    const code = side.text.codePointAt(marks[0]!.from)!;
    yield onSide(
      invisible,
      pair,
      side,
      { code: 'spaces', values: { problems: [], invisible: code } },
      { marks, ...(text.replaceAll(CODE, '') && { correction: { kind: 'text', text, safe: true } }) },
    );
  }
});

/** Joiners hold emoji together. */
const isInEmoji = (text: string, at: number): boolean => /\p{Extended_Pictographic}\ufe0f?$/u.test(text.slice(0, at));

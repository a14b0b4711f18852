/**
 * What stands where two segments were made one. Whoever joins two sentences, or cuts one, leaves a mark at the place: a full
 * stop, a comma, a colon, a dash (common practice). A segment that has no more marks within than the two opposite it have is
 * likely the translation of one of them, and the other has none. And what ends without a mark in a text of sentences is a
 * heading or a label rather than a part of what follows it, whether the script has capitals to tell by or not.
 */
import { lengthOf, type WeighedBead } from './bead.js';
import { withShares, type Steps } from './steps.js';

/** Logs of how much likelier they go together than not: with a mark for each junction, and without. */
const [MARKED, BARE] = [0.5, -2];
/** The same for each of several that has no mark at its end, in a text whose sentences all have one. */
const UNFINISHED = -1.5;
/** Marks before a space, dashes between spaces, and those of scripts without spaces. */
const INNER = /[,;:.!?…)](?=\s)|\s[–—-]\s|[。、，；：！？]/gu;
const LAST_MARKS = /[\s\p{P}]+$/u;
const MARK = /\p{P}/u;
/** The end of a text, as far as it is looked at for marks; UTF-16 code units. */
const TAIL = 12;
/** Segments that are read in a step. */
const STEP = 10_000;
/** Share of beads of several segments from which on a text is cut at any place. */
const CUT_ANYWHERE = 0.1;
/** Pairs that were seen beforehand, one of them joined, as it were: a few are no proof. */
const USUAL = 20;

interface Marks {
  /** By segment: marks within. */
  readonly inner: Uint8Array;
  /** By segment: 1 without a mark at the end. */
  readonly unfinished: Uint8Array;
  /** Share of the longer half of the segments, sentences where there are any, that end with a mark. */
  readonly usual: number;
}

export class Junctions {
  private constructor(
    private readonly source: Marks,
    private readonly target: Marks,
    private readonly weight: number,
  ) {}

  /**
   * @param weight how much they say, 0 to 1; see `weightOf`
   * Yields the share that is read. O(characters)
   */
  static *of(source: readonly string[], target: readonly string[], weight: number): Steps<Junctions> {
    const left = yield* withShares(marksOf(source), (share) => share / 2);
    const right = yield* withShares(marksOf(target), (share) => 0.5 + share / 2);
    return new Junctions(left, right, weight);
  }

  weighed(weight: number): Junctions {
    return new Junctions(this.source, this.target, weight);
  }

  /** How much they say in texts of which this is an alignment: nothing where sentences are cut and joined throughout. */
  static weightOf(beads: readonly WeighedBead[]): number {
    let [joined, all] = [1, USUAL];
    for (const { source, target, sureness } of beads) {
      const [a, b] = [lengthOf(source), lengthOf(target)];
      if (a === 0 || b === 0) continue;
      all += sureness;
      if (a + b > 2) joined += sureness;
    }
    return Math.max(0, 1 - joined / all / CUT_ANYWHERE);
  }

  /** Of passages of which one side is one segment and the other several; 0: of all others. Constant cost. */
  score(i: number, a: number, j: number, b: number): number {
    if (this.weight === 0 || a === b || Math.min(a, b) !== 1) return 0;
    return (
      this.weight *
      (a === 1
        ? opposite(this.source.inner[i]!, this.target, j, b)
        : opposite(this.target.inner[j]!, this.source, i, a))
    );
  }
}

/** @param one marks within the one segment @param several the side of the others, `size` of them from `from` on */
function opposite(one: number, several: Marks, from: number, size: number): number {
  let marks = several.inner[from + size - 1]!;
  let unfinished = 0;
  for (let at = from; at < from + size - 1; at++) {
    marks += several.inner[at]!;
    unfinished += several.unfinished[at]!;
  }
  return (one - marks >= size - 1 ? MARKED : BARE) + UNFINISHED * several.usual * unfinished;
}

function* marksOf(texts: readonly string[]): Steps<Marks> {
  const inner = new Uint8Array(texts.length);
  const unfinished = new Uint8Array(texts.length);
  const middle = Uint32Array.from(texts, ({ length }) => length).sort()[texts.length >> 1] ?? 0;
  let [long, without] = [1, 1];
  for (const [at, text] of texts.entries()) {
    const last = LAST_MARKS.exec(text.slice(-TAIL))?.[0] ?? '';
    inner[at] = marksBefore(text, text.length - last.length);
    unfinished[at] = Number(!MARK.test(last));
    if (text.length >= middle) {
      long++;
      without += unfinished[at]!;
    }
    if (at % STEP === STEP - 1) yield at / texts.length;
  }
  return { inner, unfinished, usual: 1 - without / long };
}

function marksBefore(text: string, end: number): number {
  let marks = 0;
  INNER.lastIndex = 0;
  for (let mark = INNER.exec(text); mark && mark.index < end; mark = INNER.exec(text)) marks++;
  return Math.min(255, marks);
}

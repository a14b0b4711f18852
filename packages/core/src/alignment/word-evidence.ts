/**
 * How well the words of passages translate each other, for all cells of a band: log of how much likelier the words of
 * the one side are beside those of the other than by themselves (IBM Model 1 against the frequency of each word, as in
 * Moore 2002), from left to right and from right to left.
 *
 * A word that nothing opposite speaks for has the same score everywhere, so only words that translate each other are
 * gone through, from the places where they stand.
 */
import type { Band } from './band.js';
import type { Lexicon } from './lexicon.js';
import type { Side } from './sides.js';

/**
 * Share of the words whose translations are known that have none of them opposite. Of a word of which nothing is known
 * less is expected.
 */
export const UNTRANSLATED = 0.3;
/** Numbers are nearly always carried over, and need no dictionary: so much more is expected of one than of a word. */
const NUMBER_LEFT_OUT = 0.005;
const NUMBER_EXPECTED = 2;
/**
 * How much of that holds for a word of which nothing is known, as its translation would be unknown as well, or not: a
 * word that stands but once in its text, and any other.
 */
export interface Expected {
  readonly once: number;
  readonly more: number;
}
export const EXPECTED: Expected = { once: 0.5, more: 0.5 };

/** A word explains another if it stands for it with more than this probability. */
const EXPLAINS = 0.05;

/** What a word and a segment score with nothing opposite that speaks for them: probability; sum of its logs. */
interface Alone {
  readonly words: Float32Array;
  readonly segments: Float32Array;
}

/** A lexicon and what follows from it for each word. */
export interface Knowledge {
  readonly lexicon: Lexicon;
  readonly alone: { readonly source: Alone; readonly target: Alone };
}

export function knowledgeOf(source: Side, target: Side, lexicon: Lexicon, expected = EXPECTED): Knowledge {
  const ofSource = new Float32Array(source.words.length);
  const ofTarget = new Float32Array(target.words.length);
  for (let word = 0; word < source.words.length; word++)
    for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
      ofSource[word]! += lexicon.forward[slot]!;
      ofTarget[lexicon.targets[slot]!]! += lexicon.backward[slot]!;
    }
  return {
    lexicon,
    alone: { source: aloneIn(source, ofSource, expected), target: aloneIn(target, ofTarget, expected) },
  };
}

/** @param known for each word the probability of all its translations together */
function aloneIn(side: Side, known: Float32Array, { once, more }: Expected): Alone {
  const words = known.map((share, word) => {
    if (/^\p{N}/u.test(side.words[word]!))
      return 1 - (1 - NUMBER_LEFT_OUT) * Math.min(1, Math.max(share, NUMBER_EXPECTED * more));
    const expected = side.counts[word] === 1 ? once : more;
    return 1 - (1 - UNTRANSLATED) * (expected + (1 - expected) * Math.min(1, share));
  });
  const logs = words.map(Math.log);
  const segments = new Float32Array(side.size);
  for (let i = 0; i < side.size; i++) {
    let sum = 0;
    for (let k = side.starts[i]!; k < side.starts[i + 1]!; k++) sum += logs[side.tokens[k]!]!;
    segments[i] = sum;
  }
  return { words, segments };
}

/** Scores of the rows `from` up to `to` (source segments) of a band. */
export class WordEvidence {
  private readonly lexicon: Lexicon;
  private readonly alone: Knowledge['alone'];
  private readonly first: Int32Array;
  private readonly offsets: Float64Array;
  /** By number of source segments taken together: score of each target segment beside them. */
  private readonly forward: Float32Array[];
  /** By number of target segments taken together: score of each source segment beside them. */
  private readonly backward: Float32Array[];
  /** What of that is lost where the segment before belongs to the same passage, as both need the same words opposite. */
  private readonly forwardAgain: Float32Array[];
  private readonly backwardAgain: Float32Array[];

  /** @param sources @param targets how many segments are taken together at most */
  constructor(
    private readonly room: Room,
    { lexicon, alone }: Knowledge,
    { from: bandFrom, lowest, highest }: Band,
    private readonly from: number,
    to: number,
    private readonly sources: number,
    private readonly targets: number,
  ) {
    this.lexicon = lexicon;
    this.alone = alone;
    const rows = to - from;
    this.first = new Int32Array(rows);
    this.offsets = new Float64Array(rows + 1);
    for (let row = 0; row < rows; row++) {
      const at = from + row - bandFrom;
      const first = lowest[Math.max(0, at - sources + 1)]!;
      const last = highest[Math.min(highest.length - 1, at + sources)]!;
      this.first[row] = first;
      this.offsets[row + 1] = this.offsets[row]! + Math.max(0, last - first);
    }
    const cells = this.offsets[rows]!;
    this.forward = Array.from({ length: sources }, () => new Float32Array(cells));
    this.backward = Array.from({ length: targets }, () => new Float32Array(cells));
    this.forwardAgain = Array.from({ length: sources }, () => new Float32Array(cells));
    this.backwardAgain = Array.from({ length: targets }, () => new Float32Array(cells));
    room.fromTheTop();
    for (let row = 0; row < rows; row++) {
      this.fillForward(row);
      this.fillBackward(row);
    }
  }

  /** Of source segments i to i + a and target segments j to j + b, whose rows and cells must be in the band. */
  score(i: number, a: number, j: number, b: number): number {
    let sum = 0;
    const ahead = this.forward[a - 1]!;
    const row = i - this.from;
    const at = this.offsets[row]! + j - this.first[row]!;
    sum += ahead[at]!;
    if (b > 1) {
      const again = this.forwardAgain[a - 1]!;
      for (let k = 1; k < b; k++) sum += ahead[at + k]! - again[at + k]!;
    }
    const back = this.backward[b - 1]!;
    sum += back[at]!;
    if (a > 1) {
      const again = this.backwardAgain[b - 1]!;
      for (let k = 1; k < a; k++) {
        const below = this.offsets[row + k]! + j - this.first[row + k]!;
        sum += back[below]! - again[below]!;
      }
    }
    return sum / 2;
  }

  /** What the words of the row's segment and those after it make us expect on the other side. */
  private fillForward(row: number): void {
    const { room, lexicon } = this;
    const { source, expected, there, touched, places, placesAgain } = room;
    const offset = this.offsets[row]!;
    const width = this.offsets[row + 1]! - offset;
    const first = this.first[row]!;
    const last = first + width;
    let words = 0;
    for (let a = 1; a <= this.sources; a++) {
      const into = this.forward[a - 1]!;
      const again = this.forwardAgain[a - 1]!;
      const segment = this.from + row + a - 1;
      if (segment < source.size) {
        for (let k = source.starts[segment]!; k < source.starts[segment + 1]!; k++) {
          const word = source.tokens[k]!;
          for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
            const other = lexicon.targets[slot]!;
            if (expected[other] === 0) {
              touched.push(other);
              there[other] = 0;
            }
            expected[other]! += lexicon.forward[slot]!;
            if (lexicon.forward[slot]! > EXPLAINS) there[other]! += source.times[k]!;
          }
          words++;
        }
      }
      into.set(this.alone.target.segments.subarray(first, last), offset);
      const scale = (1 - UNTRANSLATED) / Math.max(1, words);
      for (const word of touched) {
        const end = room.placeStarts[word + 1]!;
        let at = room.firstPlace(word, first);
        if (at === end || places[at]! >= last) continue;
        const alone = this.alone.target.words[word]!;
        const gain = Math.log(1 + (scale * expected[word]! * room.rareTarget[word]!) / alone);
        for (; at < end && places[at]! < last; at++) {
          const cell = offset + places[at]! - first;
          into[cell]! += gain;
          if (placesAgain[at]! > 0 && placesAgain[at]! >= there[word]!) again[cell]! += gain;
        }
      }
    }
    for (const word of touched) expected[word] = 0;
    touched.length = 0;
  }

  /** How well each word of the row's segment is expected from one or more segments of the other side. */
  private fillBackward(row: number): void {
    const { room, lexicon } = this;
    const { source, target, places } = room;
    const offset = this.offsets[row]!;
    const width = this.offsets[row + 1]! - offset;
    const first = this.first[row]!;
    const last = first + width;
    const i = this.from + row;
    const start = source.starts[i]!;
    const own = source.starts[i + 1]! - start;
    for (const into of this.backward) into.fill(this.alone.source.segments[i]!, offset, offset + width);
    const { sums, times } = room.sumsFor(width + this.targets);
    for (let k = start; k < start + own; k++) {
      const word = source.tokens[k]!;
      const rare = (room.rareSource[word]! * (1 - UNTRANSLATED)) / this.alone.source.words[word]!;
      const again = source.timesBefore[k]!;
      const hits = room.hits;
      hits.length = 0;
      for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
        const other = lexicon.targets[slot]!;
        const end = room.placeStarts[other + 1]!;
        for (let at = room.firstPlace(other, first); at < end && places[at]! < last; at++) {
          const cell = places[at]! - first;
          if (sums[cell] === 0) hits.push(cell);
          sums[cell]! += lexicon.backward[slot]!;
          if (lexicon.backward[slot]! > EXPLAINS) times[cell]! += room.placesTimes[at]!;
        }
      }
      for (let b = 1; b <= this.targets; b++) {
        const into = this.backward[b - 1]!;
        for (const hit of hits) {
          // Each window that begins up to b - 1 cells before the hit holds it; the first hit of a window counts it.
          for (let cell = Math.max(0, hit - b + 1); cell <= hit; cell++) {
            let sum = 0;
            let there = 0;
            let counted = false;
            for (let other = cell; other < cell + b; other++) {
              const value = sums[other]!;
              if (value === 0) continue;
              if (other < hit) {
                counted = true;
                break;
              }
              sum += value;
              there += times[other]!;
            }
            if (counted) continue;
            const words = target.starts[Math.min(target.size, first + cell + b)]! - target.starts[first + cell]!;
            const gain = Math.log(1 + (rare * sum) / Math.max(1, words));
            into[offset + cell]! += gain;
            if (again > 0 && again >= there) this.backwardAgain[b - 1]![offset + cell]! += gain;
          }
        }
      }
      for (const hit of hits) sums[hit] = times[hit] = 0;
    }
  }
}

/** What all evidence of two texts needs: where the words stand and how rare they are; and room for one row. */
export class Room {
  readonly expected: Float32Array;
  /** How often the words that explain a target word stand in the source segments in hand. */
  readonly there: Int32Array;
  readonly touched: number[] = [];
  readonly hits: number[] = [];
  private row = { sums: new Float32Array(256), times: new Int32Array(256) };
  /** For each word the place that was found last, and in which pass. */
  private readonly cursors: Int32Array;
  private readonly passes: Int32Array;
  private pass = 0;
  /** 1 / frequency of each word in its text. */
  readonly rareSource: Float32Array;
  readonly rareTarget: Float32Array;
  /** The target segments in which each word stands, ascending, word by word. */
  readonly placeStarts: Int32Array;
  readonly places: Int32Array;
  /** How often it stands there, and in the segment before. */
  readonly placesTimes: Uint8Array;
  readonly placesAgain: Uint8Array;

  constructor(
    readonly source: Side,
    readonly target: Side,
  ) {
    this.expected = new Float32Array(target.words.length);
    this.there = new Int32Array(target.words.length);
    this.cursors = new Int32Array(target.words.length);
    this.passes = new Int32Array(target.words.length);
    this.rareSource = rarity(source);
    this.rareTarget = rarity(target);
    this.placeStarts = new Int32Array(target.words.length + 1);
    for (let word = 0; word < target.words.length; word++)
      this.placeStarts[word + 1] = this.placeStarts[word]! + target.counts[word]!;
    this.places = new Int32Array(target.tokens.length);
    this.placesTimes = new Uint8Array(target.tokens.length);
    this.placesAgain = new Uint8Array(target.tokens.length);
    const next = this.placeStarts.slice();
    for (let j = 0; j < target.size; j++)
      for (let k = target.starts[j]!; k < target.starts[j + 1]!; k++) {
        const place = next[target.tokens[k]!]!++;
        this.places[place] = j;
        this.placesTimes[place] = target.times[k]!;
        this.placesAgain[place] = target.timesBefore[k]!;
      }
  }

  /** Before `firstPlace` is asked for segments that lie before the last ones. */
  fromTheTop(): void {
    this.pass++;
  }

  /** Index in `places` of the first place of a word from a segment on; segments must not fall. */
  firstPlace(word: number, segment: number): number {
    const { places, cursors, passes } = this;
    const end = this.placeStarts[word + 1]!;
    let low = cursors[word]!;
    if (passes[word] !== this.pass) {
      passes[word] = this.pass;
      low = this.placeStarts[word]!;
      for (let high = end; low < high;) {
        const middle = (low + high) >>> 1;
        if (places[middle]! < segment) low = middle + 1;
        else high = middle;
      }
    } else while (low < end && places[low]! < segment) low++;
    cursors[word] = low;
    return low;
  }

  /** Zeros; who fills them has to empty them. */
  sumsFor(size: number): { readonly sums: Float32Array; readonly times: Int32Array } {
    if (this.row.sums.length < size) this.row = { sums: new Float32Array(size * 2), times: new Int32Array(size * 2) };
    return this.row;
  }
}

function rarity(side: Side): Float32Array {
  const total = side.tokens.length;
  return Float32Array.from(side.counts, (count) => total / count);
}

/** Both texts as numbers: each segment its length and its words, each different word a small whole number. */
import { foldForSearch } from '../text/fold.js';
import { digitsOf } from './numbers.js';
import { intlLocale } from '../language/tags.js';
import { Growing } from '../growing.js';
import { ended, type Steps } from './steps.js';

export interface Side {
  /** How many segments. */
  readonly size: number;
  /** Length of each segment, in characters (code points, white space left out at the ends), at least 1. */
  readonly lengths: Float64Array;
  /** Where the tokens of each segment begin in `tokens`; one more than there are segments. */
  readonly starts: Int32Array;
  /** Numbers of words, each once in a segment. */
  readonly tokens: Int32Array;
  /** How often each token stands in its segment, and in the segment before. */
  readonly times: Uint8Array;
  readonly timesBefore: Uint8Array;
  readonly words: readonly string[];
  /** Each word uncut, as it was first seen. */
  readonly wholes: readonly string[];
  /** In how many segments each word stands. */
  readonly counts: Int32Array;
  /** What a word is compared by, of a text in which it is not the word itself. */
  readonly formOf: (word: string) => string;
}

const TOKEN =
  /(\p{N}+(?:[.,:٫٬]\p{N}+)*)|([\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}ー々]+)|((?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}])+)|([^\s\p{L}\p{N}])/gu;
/** Segments of so few tokens also count as one word of their own: headings and buttons come again as a whole. */
const WHOLE = 6;
/** Letters of a word that tell it from others; what follows is mostly inflection. */
export const BEGINNING = 7;
/** Words beyond this many in one segment add nothing but time. */
const MOST_TOKENS = 160;

/**
 * @param segments NFC text; inline codes as code characters are signs like others
 * @param language BCP 47, for scripts without spaces
 * @param formOf what was done to the words of the segments before
 */
export function sideOf(segments: readonly string[], language: string, formOf?: (word: string) => string): Side {
  return ended(readSide(segments, language, formOf));
}

/** Segments that are read in one step. */
const STEP = 10_000;

/** As `sideOf`, in steps. */
export function* readSide(
  segments: readonly string[],
  language: string,
  formOf = (word: string): string => word,
): Steps<Side> {
  const numbers = new Map<string, number>();
  const words: string[] = [];
  const wholes: string[] = [];
  const counts: number[] = [];
  const starts = new Int32Array(segments.length + 1);
  const lengths = new Float64Array(segments.length);
  const tokens = new Growing(Int32Array);
  const times = new Growing(Uint8Array);
  const timesBefore = new Growing(Uint8Array);
  let before = new Map<number, number>();
  const cut = cutterOf(language);
  for (let i = 0; i < segments.length; i++) {
    const text = segments[i]!.trim();
    lengths[i] = Math.max(1, codePoints(text));
    /** The place of each word in `tokens`. */
    const seen = new Map<number, number>();
    const uncut: string[] = [];
    for (const [at, word] of comparedWords(text, cut, uncut).entries()) {
      if (seen.size >= MOST_TOKENS) break;
      let number = numbers.get(word);
      if (number === undefined) {
        number = words.length;
        numbers.set(word, number);
        words.push(word);
        wholes.push(uncut[at] ?? word);
        counts.push(0);
      }
      const place = seen.get(number);
      if (place === undefined) {
        seen.set(number, tokens.size);
        counts[number]!++;
        tokens.push(number);
        times.push(1);
        const other = before.get(number);
        timesBefore.push(other === undefined ? 0 : times.numbers[other]!);
      } else if (times.numbers[place]! < 255) times.numbers[place]!++;
    }
    before = seen;
    starts[i + 1] = tokens.size;
    if (i % STEP === STEP - 1) yield i / segments.length;
  }
  return {
    size: segments.length,
    lengths,
    starts,
    tokens: tokens.trimmed(),
    times: times.trimmed(),
    timesBefore: timesBefore.trimmed(),
    words,
    wholes,
    counts: Int32Array.from(counts),
    formOf,
  };
}

/** The words of a text in one language, as `sideOf` takes them. */
export function wordsIn(language: string): (text: string) => string[] {
  const cut = cutterOf(language);
  return (text) => comparedWords(text, cut, []);
}

const FOLDED = new Map<string, string>();
const REMEMBERED = 100_000;

/** A word folded; words repeat, so what was worked out once is kept for a while. */
function foldedWord(word: string): string {
  let folded = FOLDED.get(word);
  if (folded === undefined) {
    folded = foldForSearch(word);
    if (FOLDED.size >= REMEMBERED) FOLDED.clear();
    FOLDED.set(word, folded);
  }
  return folded;
}

/**
 * The words by which segments are compared: folded, long ones by their beginning; signs; the whole of a short segment.
 * @param wholes takes each word that was cut, at its index, as it is uncut
 */
function comparedWords(text: string, cut: (run: string) => string[], wholes: string[]): string[] {
  const words: string[] = [];
  for (const match of text.matchAll(TOKEN)) {
    const [, number, run, word, sign] = match;
    if (number) words.push(digitsOf(number) || number);
    else if (run) words.push(...cut(run));
    else if (word) {
      const folded = foldedWord(word);
      if (folded.length > BEGINNING) wholes[words.length] = folded;
      words.push(folded.slice(0, BEGINNING));
    } else if (sign) words.push(SAME_SIGN[sign] ?? sign);
  }
  if (words.length > 1 && words.length <= WHOLE) words.push(WHOLE_MARK + words.join(' '));
  return words;
}

/** Before a word that stands for a whole segment. */
export const WHOLE_MARK = '\u0001';

/** Signs of East Asian and Arabic texts by what they are elsewhere. */
const SAME_SIGN: Readonly<Record<string, string>> = {
  '。': '.',
  '、': ',',
  '，': ',',
  '：': ':',
  '；': ';',
  '（': '(',
  '）': ')',
  '？': '?',
  '！': '!',
  '؟': '?',
  '،': ',',
  '؛': ';',
  '।': '.',
};

/** A run of a script without spaces cut into words by the dictionaries of the runtime (UAX #29 with CLDR's tailoring). */
function cutterOf(language: string): (run: string) => string[] {
  const segmenter = new Intl.Segmenter(intlLocale(language), { granularity: 'word' });
  const known = new Map<string, string[]>();
  return (run) => {
    const before = known.get(run);
    if (before) return before;
    const words = [...segmenter.segment(run)].map(({ segment }) => segment);
    if (known.size < 50_000) known.set(run, words);
    return words;
  };
}

function codePoints(text: string): number {
  let count = 0;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code < 0xdc00 || code > 0xdfff) count++;
  }
  return count;
}

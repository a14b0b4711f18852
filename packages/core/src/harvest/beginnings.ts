/** Which texts may have one of some phrases: most have none, and need not be cut into words. */
import { isSpaceless } from '../language/spaceless.js';
import { primaryLanguage } from '../language/tags.js';

/** Languages whose stemmers (Snowball) take off beginnings as well. */
const AT_BOTH_ENDS = new Set(['ar', 'id', 'ga']);

/** Letters that a word has as its stem has them: what is taken off is at its end, and may change the letter before it. */
const lettersOf = (stem: string): number => (stem.length > 3 ? Math.min(5, stem.length - 1) : stem.length);

export class Beginnings {
  /** By what a word begins with: one bit for each phrase, of 32, of whose longest word, and second longest, it is one. */
  private readonly longest = new Int32Array(1 << 16);
  private readonly second = new Int32Array(1 << 16);
  /** How many letters they have: one bit for each number of them; the most. */
  private readonly lengths: number;
  private readonly most: number;
  /** Nothing can be told from them. */
  private readonly isAny: boolean;

  /**
   * @param phrases the stems of each
   * @param language what the words are in
   */
  constructor(phrases: Iterable<readonly string[]>, language: string) {
    const all = [...phrases].map((stems) => stems.map(folded).sort((a, b) => b.length - a.length));
    this.isAny = AT_BOTH_ENDS.has(primaryLanguage(language)) || all.flat().some(isSpaceless);
    let lengths = 0;
    for (const [i, [longest, second = longest]] of all.entries()) {
      if (longest === undefined) continue;
      for (const [marks, stem] of [
        [this.longest, longest],
        [this.second, second!],
      ] as const) {
        const length = lettersOf(stem);
        lengths |= 1 << length;
        marks[placeOf([...Array(length).keys()].reduce((hash, k) => hashOn(hash, stem.charCodeAt(k)), 0))]! |=
          1 << (i & 31);
      }
    }
    this.lengths = lengths;
    this.most = 31 - Math.clz32(lengths);
  }

  /** Whether the text may have one of the phrases; in one of a thousand it has and this is false. Linear. */
  mayBeIn(text: string): boolean {
    if (this.isAny) return true;
    const small = folded(text.toLowerCase());
    let [longest, second] = [0, 0];
    let isInside = false;
    for (let i = 0; i < small.length; i++) {
      const code = small.charCodeAt(i);
      const isLetter = code > 127 || (code >= 97 && code <= 122) || (code >= 48 && code <= 57);
      if (isLetter && (!isInside || code > 127))
        for (let length = 1, hash = 0; length <= this.most && i + length <= small.length; length++) {
          hash = hashOn(hash, small.charCodeAt(i + length - 1));
          if ((this.lengths & (1 << length)) === 0) continue;
          longest |= this.longest[placeOf(hash)]!;
          second |= this.second[placeOf(hash)]!;
          if ((longest & second) !== 0) return true;
        }
      // What is no ASCII may be a mark: a word may begin after it.
      isInside = isLetter && code < 128;
    }
    return false;
  }
}

/** Some stemmers take off accents, in some places. */
const folded = (text: string): string =>
  /[^\0-\x7f]/.test(text) ? text.normalize('NFD').replace(/\p{M}/gu, '').replaceAll('ß', 'ss') : text;

const hashOn = (hash: number, code: number): number => Math.imul(hash ^ code, 0x01000193);
const placeOf = (hash: number): number => (hash ^ (hash >>> 16)) & 0xffff;

/** Which texts may have a word with one of some stems: most have none, and need not be cut into words. */
import { isSpaceless } from '../language/spaceless.js';
import { primaryLanguage } from '../language/tags.js';

/** Languages whose stemmers (Snowball) take off beginnings as well. */
const AT_BOTH_ENDS = new Set(['ar', 'id', 'ga']);

/** Letters that a word has as its stem has them: what is taken off is at its end, and may change the letter before it. */
const lettersOf = (stem: string): number => (stem.length > 3 ? Math.min(5, stem.length - 1) : stem.length);

export class Beginnings {
  private readonly has = new Uint8Array(1 << 16);
  /** How many letters they have. */
  private readonly lengths: readonly number[];
  /** Nothing can be told from them. */
  private readonly isAny: boolean;

  /** @param language what the words are in */
  constructor(stems: Iterable<string>, language: string) {
    const all = [...stems].map(folded);
    this.isAny = AT_BOTH_ENDS.has(primaryLanguage(language)) || all.some(isSpaceless);
    for (const stem of all) this.has[hashAt(stem, 0, lettersOf(stem))] = 1;
    this.lengths = [...new Set(all.map(lettersOf))];
  }

  /** Whether a word of the text may have one of the stems; in one of a thousand it has and this is false. */
  mayBeIn(text: string): boolean {
    if (this.isAny) return true;
    const small = folded(text.toLowerCase());
    let isInside = false;
    for (let i = 0; i < small.length; i++) {
      const code = small.charCodeAt(i);
      const isLetter = code > 127 || (code >= 97 && code <= 122) || (code >= 48 && code <= 57);
      if (isLetter && (!isInside || code > 127))
        for (const length of this.lengths) if (this.has[hashAt(small, i, length)] === 1) return true;
      // What is no ASCII may be a mark: a word may begin after it.
      isInside = isLetter && code < 128;
    }
    return false;
  }
}

/** Some stemmers take off accents, in some places. */
const folded = (text: string): string =>
  /[^\0-\x7f]/.test(text) ? text.normalize('NFD').replace(/\p{M}/gu, '').replaceAll('ß', 'ss') : text;

function hashAt(text: string, index: number, length: number): number {
  let hash = 0;
  for (let i = index; i < index + length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return (hash ^ (hash >>> 16)) & 0xffff;
}

/**
 * A number of 53 bits for one text or several in order, by which equal ones are recognised: two different texts among a
 * million share one with a probability under one in ten thousand. Runs of white space count as one space, none at the
 * ends. The order of combining marks makes no difference (NFC). FNV-1a in two lanes (Fowler, Noll & Vo).
 */
import { hasMarks, nfc } from './normal.js';

export class TextHash {
  private a = 0x811c9dc5;
  private b = 0x01000193;

  add(said: string): void {
    const text = hasMarks(said) ? nfc(said) : said;
    let { a, b } = this;
    let space = true;
    for (let i = 0; i < text.length; i++) {
      let code = text.charCodeAt(i);
      if (code === 32 || (code < 14 && code > 8) || code === 0xa0) {
        if (space) continue;
        space = true;
        code = 32;
      } else space = false;
      a = Math.imul(a ^ code, 0x01000193);
      b = Math.imul(b ^ (code + 0x9e37), 0x85ebca6b);
    }
    if (!space) {
      // So that a space at the end makes no difference.
      a = Math.imul(a ^ 32, 0x01000193);
      b = Math.imul(b ^ (32 + 0x9e37), 0x85ebca6b);
    }
    this.a = a ^ 0x1f;
    this.b = b ^ 0x1f;
  }

  get value(): number {
    return (this.a >>> 0) * 0x200000 + ((this.b >>> 0) & 0x1fffff);
  }
}

/** As `TextHash`, of texts as they are: white space counts. Not of their order of marks: give NFC. */
export function hashOfTexts(texts: readonly string[]): number {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (const text of texts) {
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      a = Math.imul(a ^ code, 0x01000193);
      b = Math.imul(b ^ (code + 0x9e37), 0x85ebca6b);
      b ^= b >>> 13;
    }
    a ^= 0x1f;
    b = Math.imul(b ^ 0x1f, 0xc2b2ae35);
  }
  return (a >>> 0) * 0x200000 + ((b >>> 0) & 0x1fffff);
}

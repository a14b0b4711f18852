/**
 * Words of texts that were found to be in their language: what says mostly these is in that language too. To identify a language
 * takes fifty times as long.
 */
import { isSpacelessLanguage } from './spaceless.js';

/** Texts of so many characters were surely looked at for their language. */
const TELLING = 48;
/** Words of a language that are kept. */
const KEPT_WORDS = 60_000;
/** A text of which so many words were seen in texts of its language before is in that language. */
const USUAL = 0.6;
/** Words that must be known before they are asked, and that a text must have. */
const [ENOUGH_WORDS, LEAST_WORDS] = [1500, 3];

export class UsualWords {
  private readonly words = new Map<string, Set<string>>();

  /** Whether a text surely is in a language. @param language primary, as all here */
  has(language: string, text: string): boolean {
    const known = this.words.get(language);
    if (!known || known.size < ENOUGH_WORDS) return false;
    const words = wordsIn(language, text);
    let count = 0;
    for (const word of words) if (known.has(word)) count++;
    return words.length >= LEAST_WORDS && count >= words.length * USUAL;
  }

  /** Notes the words of a text that was found to be in its language; short ones say too little. */
  learn(language: string, text: string): void {
    if (text.length < TELLING) return;
    let known = this.words.get(language);
    if (!known) this.words.set(language, (known = new Set()));
    for (const word of wordsIn(language, text)) if (known.size < KEPT_WORDS) known.add(word);
  }
}

const wordsIn = (language: string, text: string): readonly string[] =>
  text.toLowerCase().match(isSpacelessLanguage(language) ? /[^\P{L}a-z]/gu : /[\p{L}\p{M}]{3,}/gu) ?? [];

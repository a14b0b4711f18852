/** The segments of project documents as a rehearsal looks at them. */
import { characterCount, wordCount } from '../counts/count.js';
import { identifyPooled, scriptLanguage, shareOf } from '../language/identify.js';
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { UsualWords } from '../language/usual-words.js';
import { withoutCodes } from '../text/inline-codes.js';

export interface DocumentSegment {
  /** The name of its document. */
  readonly document: string;
  /** NFC; inline codes stand as one character each. */
  readonly text: string;
  readonly words: number;
  readonly characters: number;
  /** The language it is plainly in, where that is not the document's; null: the document's. */
  readonly language: string | null;
  /** Nothing to translate in it: numbers, marks, addresses. */
  readonly isApart: boolean;
}

/**
 * Counts a segment and looks at its language.
 * @param source what the document is in
 * @param usual learns from each segment, and spares the next a closer look
 */
export function documentSegment(
  document: string,
  text: string,
  source: LanguageTag,
  usual?: UsualWords,
): DocumentSegment {
  const plain = withoutCodes(text);
  const apart = isApart(plain);
  return {
    document,
    text,
    words: wordCount(plain, source),
    characters: characterCount(plain),
    language: apart ? null : otherLanguage(plain, source, usual),
    isApart: apart,
  };
}

/** Whether there is nothing to translate: numbers, marks, an address. @param plain without codes */
export function isApart(plain: string): boolean {
  return !/\p{L}/u.test(plain) || /^(?:[a-z]+:\/\/\S+|\S+@\S+\.\S+)$/iu.test(plain.trim());
}

/** Scripts of other languages that a language is written in too: what they tell is not plain. */
const SHARED_SCRIPTS: Readonly<Record<string, readonly string[]>> = {
  ja: ['zh'],
  ko: ['zh'],
  yue: ['zh'],
  yi: ['he'],
};

/** Letters below which a text says nothing of its language. */
const LEAST_LETTERS = 25;
const LEAST_OF_SCRIPT = 4;
const LEAST_WORDS = 4;
/** The share of the evidence that another language needs, and that the document's own may have at most. */
const [PLAINLY, HARDLY] = [0.6, 0.05];

/** The language of a text that is plainly in another one than its document; null: it is not, or it does not say. */
export function otherLanguage(text: string, source: LanguageTag, usual?: UsualWords): string | null {
  const own = primaryLanguage(source);
  const script = scriptLanguage(text);
  if (script !== null) {
    const isOwn = script === own || SHARED_SCRIPTS[own]?.includes(script);
    return isOwn || (text.match(/\p{L}/gu) ?? []).length < LEAST_OF_SCRIPT ? null : script;
  }
  const words = text.match(/[\p{L}\p{M}]{2,}/gu) ?? [];
  if (words.length < LEAST_WORDS || words.join('').length < LEAST_LETTERS) return null;
  if (usual?.has(own, text)) return null;
  const found = identifyPooled([text]);
  const [best] = found;
  const isOther = best && best.language !== own && best.share >= PLAINLY && shareOf(own, found) <= HARDLY;
  if (isOther) return best.language;
  if (best?.language === own) usual?.learn(own, text);
  return null;
}

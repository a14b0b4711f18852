/**
 * C-value (Frantzi, Ananiadou & Mima 2000, "Automatic recognition of multi-word terms: the C-value/NC-value method", § 2.3):
 * how much a phrase is a term by itself, and not only a part of longer ones.
 */
export interface Phrase {
  readonly words: number;
  /** Times that it occurs at all. */
  readonly times: number;
}

/**
 * One word has no logarithm to speak of: it is worth so much of what two are. Small enough that frequent words of everyday
 * language do not stand before the phrases (chosen by what manuals have in their own glossaries; `npm run bench -- harvest`).
 */
const SINGLE = 0.01;

/**
 * @param within times it occurs within longer candidates, @param longer how many of these there are
 * @returns below 0 never
 */
export function cValue({ words, times }: Phrase, within: number, longer: number): number {
  const own = longer === 0 ? times : times - within / longer;
  return Math.max(0, (words === 1 ? SINGLE : Math.log2(words)) * own);
}

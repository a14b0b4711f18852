/**
 * The singular of English words, as they are written: Harman's "S" stemmer (1991, "How effective is suffixing?", JASIS 42(1)).
 * Stemmers that take derivation away too make one word of "receiver" and "receiving", "digit" and "digital", "import" and
 * "important": good for finding, bad for telling which words make a term.
 * @param word in small letters
 */
export function singularOf(word: string): string {
  if (/(?<![ae])ies$/u.test(word)) return `${word.slice(0, -3)}y`;
  if (/(?<![aeo])es$/u.test(word)) return word.slice(0, -1);
  if (/(?<![us])s$/u.test(word) && word.length > 3) return word.slice(0, -1);
  return word;
}

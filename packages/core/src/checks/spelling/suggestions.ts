/** What a word that no list has was meant to be: words that are one slip away (Damerau 1964). */

/** Letters that words of a language are written with, and the words it is compared with. */
export interface Nearby {
  readonly letters: Iterable<string>;
  /** How often a word stands in the texts; 0: nowhere. */
  timesOf(word: string): number;
  /** Whether a list has it; asked only where no word of the texts is near. */
  isListed(word: string): boolean;
}

export interface Suggestion {
  readonly text: string;
  readonly times: number;
}

/** One letter left out, put in, exchanged for another, or two in the other order. O(letters of the word × of the language). */
export function suggestionsFor(word: string, { letters, timesOf, isListed }: Nearby): Suggestion[] {
  const candidates = [...new Set(oneSlipFrom(word, [...letters]))].filter((one) => one !== word);
  const used = candidates
    .map((text) => ({ text, times: timesOf(text) }))
    .filter(({ times }) => times > 0)
    .sort((a, b) => b.times - a.times);
  return used.length > 0 ? used : candidates.filter(isListed).map((text) => ({ text, times: 0 }));
}

function* oneSlipFrom(word: string, letters: readonly string[]): Generator<string> {
  for (let i = 0; i <= word.length; i++) {
    const [before, behind] = [word.slice(0, i), word.slice(i)];
    if (behind.length > 1) yield before + behind[1]! + behind[0]! + behind.slice(2);
    if (behind) yield before + behind.slice(1);
    for (const letter of letters) {
      if (behind) yield before + letter + behind.slice(1);
      yield before + letter + behind;
    }
  }
}

/** A pseudo-language made of English: every letter another one, and longer, as translations are. */

const LETTERS = new Map(
  [...'abcdefghijklmnopqrstuvwxyz'].map((letter, i) => [letter, [...'áƀçđéƒǧħíǰķľɱñóƥɋřšŧúṽŵẋýž'][i]!]),
);

/** Texts in objects, lists and results of functions; everything else as it is. */
export function pseudo<T>(texts: T): T {
  return changed(texts) as T;
}

function changed(value: unknown): unknown {
  if (typeof value === 'string') return spelled(value);
  if (typeof value === 'function')
    return (...values: unknown[]) => changed((value as (...of: unknown[]) => unknown)(...values));
  if (Array.isArray(value)) return value.map(changed);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([name, of]) => [name, changed(of)]));
  return value;
}

function spelled(text: string): string {
  if (!/[a-z]/i.test(text)) return text;
  return `⟦${text.replace(/[a-z]/gi, (letter) => {
    const other = LETTERS.get(letter.toLowerCase())!;
    return letter === letter.toLowerCase() ? other : other.toUpperCase();
  })}⟧`;
}

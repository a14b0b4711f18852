/** Whether two passages name the same numbers: what a translation may not change. */

/** Digits, with a sign between groups of them ("1.000,5", "12:30"); a space only before three digits ("10 000"). */
const NUMBER = /\p{Nd}+(?:(?:[.,:'’]|[\u00A0\u202F ](?=\p{Nd}{3}(?!\p{Nd})))\p{Nd}+)*/gu;

/** The digits of each number, without the signs that languages set differently and without leading zeros, sorted. */
export function numbersIn(text: string): string[] {
  const numbers = text.normalize('NFKC').match(NUMBER) ?? [];
  return numbers
    .map((number) =>
      [...number]
        .map(asciiDigit)
        .join('')
        .replace(/^0+(?=.)/, ''),
    )
    .sort();
}

export function sameNumbers(source: string, target: string): boolean {
  const [left, right] = [numbersIn(source), numbersIn(target)];
  return left.length === right.length && left.every((number, k) => number === right[k]);
}

/** The decimal digits of every script stand in tens, zero first (Unicode Standard, 4.6). */
function asciiDigit(char: string): string {
  if (!/\p{Nd}/u.test(char)) return '';
  const code = char.codePointAt(0)!;
  if (code < 0x80) return char;
  let value = 0;
  while (value < 9 && /\p{Nd}/u.test(String.fromCodePoint(code - value - 1))) value++;
  return String(value);
}

/** Whether two passages name the same numbers: what a translation may not change. */
import { normalized } from '../text/normal.js';

/** Digits, with a sign between groups of them ("1.000,5", "12:30", "۱٬۲۳۴٫۵"); a space only before three digits ("10 000"). */
const NUMBER = /\p{Nd}+(?:(?:[.,:'’٫٬]|[\u00A0\u202F ](?=\p{Nd}{3}(?!\p{Nd})))\p{Nd}+)*/gu;

/** The digits of each number, sorted. */
export function numbersIn(text: string): string[] {
  return (normalized(text, 'NFKC').match(NUMBER) ?? []).map(digitsOf).sort();
}

/** The digits of a number, as ASCII, without the signs that languages set differently and without leading zeros. */
export function digitsOf(number: string): string {
  const digits = /^[\d.,:]+$/.test(number)
    ? number.replace(/\D/g, '')
    : [...number.normalize('NFKC')].map(asciiDigit).join('');
  return digits.replace(/^0+(?=.)/, '');
}

export function sameNumbers(source: string, target: string): boolean {
  const [left, right] = [numbersIn(source), numbersIn(target)];
  return left.length === right.length && left.every((number, k) => number === right[k]);
}

/** The decimal digits of every script stand in tens, zero first (Unicode Standard, 4.6); tens may follow on tens. */
function asciiDigit(char: string): string {
  if (!/\p{Nd}/u.test(char)) return '';
  const code = char.codePointAt(0)!;
  if (code < 0x80) return char;
  let start = code;
  while (/\p{Nd}/u.test(String.fromCodePoint(start - 1))) start--;
  return String((code - start) % 10);
}

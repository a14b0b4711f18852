/**
 * Formatting within the paragraphs of a document as inline codes. A reader writes marks into its text where formatting, a
 * link or a picture stands; when the text has been cut into segments, what remains of them in each are its codes.
 */
import { CODE } from '../text/inline-codes.js';

/** Noncharacters (Unicode 16, section 23.7), which stand in no text: formatting begins, ends; a thing by itself. */
export const MARK = { open: '\uFDD0', close: '\uFDD1', alone: '\uFDD2' } as const;
const MARKS = /[\uFDD0-\uFDD2]/g;
const isMark = (char: string): boolean => char >= MARK.open && char <= MARK.alone;
const isSpace = (char: string): boolean => /\s/.test(char);

/** The text as people read it. */
export const withoutMarks = (text: string): string => text.replace(MARKS, '');

/** A text that grows run by run, each with its formatting: one pair of marks around each stretch of the same. */
export class FormattedText {
  private now = '';

  constructor(public text = '') {}

  /** @param formatting names it, equal for runs that look the same; empty: none */
  add(text: string, formatting: string): void {
    // Whether a space is bold nobody sees.
    if (formatting !== this.now && text.trim() !== '') {
      this.end();
      if (formatting) this.text += MARK.open;
      this.now = formatting;
    }
    this.text += text;
  }

  /** A picture, a note's number. */
  alone(): void {
    this.text += MARK.alone;
  }

  /** What was formatted is at its end. */
  end(): void {
    if (this.now) this.text += MARK.close;
    this.now = '';
  }
}

/**
 * Segments of a text with the codes that its marks mean: formatting that goes beyond a segment, or around all of it, is none
 * of its codes, nor is what stands by itself at an end. O(length)
 * @param text with marks, NFC
 * @param segments of the text without marks, in order; white space may differ. Where they are not those of the text they
 *   come back as they are
 */
export function withCodes(text: string, segments: readonly string[]): string[] {
  if (text.search(MARKS) < 0) return [...segments];
  const found: string[] = [];
  let at = 0;
  for (const segment of segments) {
    const chars: string[] = [];
    for (const char of segment) {
      for (; at < text.length && char !== text[at] && (isMark(text[at]!) || isSpace(text[at]!)); at++)
        if (isMark(text[at]!)) chars.push(text[at]!);
        // Between two spaces a thing by itself keeps both.
        else if (chars.at(-1) === MARK.alone) chars.push(' ');
      chars.push(char);
      if (isSpace(char)) continue;
      if (!text.startsWith(char, at)) return [...segments];
      at += char.length;
    }
    // Ends right behind the segment are its own.
    for (; at < text.length && text[at] !== MARK.open && isMark(text[at]!); at++) chars.push(text[at]!);
    found.push(coded(chars));
  }
  return found;
}

/** @param chars of a segment with all marks in it, also of what begins or ends elsewhere */
function coded(chars: string[]): string {
  if (!chars.some(isMark)) return chars.join('');
  const partner = partnersIn(chars);
  const isKept = (i: number): boolean => chars[i] === MARK.alone || partner.has(i);
  const kept = chars.map((char, i) => ({ char, i })).filter(({ char, i }) => !isMark(char) || isKept(i));
  let [from, to] = [0, kept.length - 1];
  while (from <= to) {
    const [first, last] = [kept[from]!, kept[to]!];
    const isAround = partner.get(first.i) === last.i;
    if (first.char === MARK.alone || isAround) from++;
    else if (last.char !== MARK.alone) break;
    if (last.char === MARK.alone || isAround) to--;
  }
  const inside = kept.slice(from, to + 1).map(({ char }) => char);
  return outsideSpaces(inside).replace(MARKS, CODE);
}

/** Marks of pairs whose ends both stand here, with something between, by their place. */
function partnersIn(chars: readonly string[]): Map<number, number> {
  const partner = new Map<number, number>();
  const open: number[] = [];
  for (const [i, char] of chars.entries()) {
    if (char === MARK.open) open.push(i);
    if (char !== MARK.close) continue;
    const from = open.pop();
    if (from === undefined || !hasText(chars, from, i)) continue;
    partner.set(from, i);
    partner.set(i, from);
  }
  return partner;
}

/** Looks no further than the first letter. */
function hasText(chars: readonly string[], from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (!isMark(chars[i]!) && !isSpace(chars[i]!)) return true;
  return false;
}

/** Formatting begins at a word and ends at one: the spaces at its ends stand outside. */
function outsideSpaces(chars: readonly string[]): string {
  return chars
    .join('')
    .replace(/(\uFDD0+)(\s+)/g, '$2$1')
    .replace(/(\s+)(\uFDD1+)/g, '$2$1');
}

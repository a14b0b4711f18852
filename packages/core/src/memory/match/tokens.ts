/**
 * Segments as tokens for matching: words, numbers, punctuation and codes; characters where the script has no spaces.
 * Words follow UAX #29 in what they are made of; here a hyphen or an apostrophe inside a word separates.
 */
import { CODE } from '../../text/inline-codes.js';

export type TokenKind = 'word' | 'number' | 'sign' | 'code';

export interface Token {
  readonly kind: TokenKind;
  readonly text: string;
  /** Words that differ only after their beginning have the same key; tokens of different keys have nothing in common. */
  readonly key: string;
}

/** Letters at the beginning by which words are compared at all: what is inflected is mostly the end. */
const BEGINNING = 4;

/** What a character can be part of; several may hold. */
const [NUMBER, LETTER, MARK, SPACELESS, SPACE, PROLONGED] = [1, 2, 4, 8, 16, 32];
/** Characters of scripts without spaces are tokens by themselves; so is the sign of a long vowel that follows none of a word. */
const KINDS: readonly (readonly [flag: number, of: RegExp])[] = [
  [NUMBER, /\p{N}/u],
  [LETTER, /\p{L}/u],
  [MARK, /\p{M}/u],
  [SPACELESS, /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]/u],
  [PROLONGED, /ー/u],
  [SPACE, /\s/u],
];
const BLOCK = 256;
/** By code point over `BLOCK`: the flags of its characters, made when the first of them is met. */
const blocks: (Uint8Array | undefined)[] = [];

function flagsAt(text: string, index: number): number {
  const code = text.codePointAt(index)!;
  let block = blocks[code >>> 8];
  if (!block) blocks[code >>> 8] = block = blockOf(code >>> 8);
  return block[code & 255]!;
}

function blockOf(number: number): Uint8Array {
  const block = new Uint8Array(BLOCK);
  for (let i = 0; i < BLOCK; i++) {
    const character = String.fromCodePoint(number * BLOCK + i);
    for (const [flag, of] of KINDS) if (of.test(character)) block[i]! |= flag;
  }
  return block;
}

/** What may stand between the digits of one number. */
const INSIDE_NUMBER = new Set([...".,:’'\u00A0\u202F"].map((character) => character.charCodeAt(0)));

/** The tokens of a segment's text (NFC, codes as code characters). Linear. */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  eachToken(text, (kind, from, to) => {
    if (kind === 'code') return void tokens.push(CODE_TOKEN);
    const said = text.slice(from, to);
    tokens.push({ kind, text: said, key: keyBetween(text, kind, from, to) });
  });
  return tokens;
}

/** The key of each token and what it weighs, without making the tokens: most texts that pass need no more. */
export function eachKey(text: string, see: (key: string, weight: number) => void): void {
  eachToken(text, (kind, from, to) => see(keyBetween(text, kind, from, to), weightOf(kind)));
}

/** By a table instead of a pattern, since every unit of a memory passes here; its test holds it against the pattern. */
function eachToken(text: string, take: (kind: TokenKind, from: number, to: number) => void): void {
  for (let from = 0; from < text.length;) {
    const flags = flagsAt(text, from);
    let to = from + lengthAt(text, from);
    if ((flags & SPACE) === 0) {
      let kind: TokenKind = 'sign';
      if (text[from] === CODE) kind = 'code';
      else if ((flags & NUMBER) !== 0) {
        kind = 'number';
        to = endOfNumber(text, to);
      } else if ((flags & (SPACELESS | PROLONGED)) !== 0) {
        kind = 'word';
        to = endOfRun(text, to, MARK);
      } else if ((flags & (LETTER | MARK)) !== 0) {
        kind = 'word';
        to = endOfRun(text, endOfRun(text, to, LETTER | MARK, SPACELESS), NUMBER | LETTER);
      }
      take(kind, from, to);
    }
    from = to;
  }
}

function keyBetween(text: string, kind: TokenKind, from: number, to: number): string {
  if (kind === 'number') return '0';
  if (kind !== 'word') return text.slice(from, to);
  // Of small ASCII letters the beginning is the key as it stands.
  const end = Math.min(to, from + BEGINNING);
  for (let i = from; i < end; i++) {
    const code = text.charCodeAt(i);
    if (code < 97 || code > 122) return keyOf(text.slice(from, to));
  }
  return text.slice(from, end);
}

const CODE_TOKEN: Token = { kind: 'code', text: CODE, key: CODE };

const lengthAt = (text: string, index: number): number => (text.codePointAt(index)! > 0xffff ? 2 : 1);

/** Where characters with one of some flags, and without others, end. */
function endOfRun(text: string, from: number, flags: number, without = 0): number {
  let to = from;
  while (to < text.length) {
    const there = flagsAt(text, to);
    if ((there & flags) === 0 || (there & without) !== 0) break;
    to += lengthAt(text, to);
  }
  return to;
}

function endOfNumber(text: string, from: number): number {
  let to = endOfRun(text, from, NUMBER);
  while (INSIDE_NUMBER.has(text.charCodeAt(to))) {
    const end = endOfRun(text, to + 1, NUMBER);
    if (end === to + 1) break;
    to = end;
  }
  return to;
}

/** The first letters of a word, folded. */
export function keyOf(word: string): string {
  const folded = word.toLowerCase();
  return folded.length <= BEGINNING ? folded : folded.slice(0, BEGINNING);
}

/** What a token weighs in the length of a segment. Codes weigh nothing: they are carried over. */
export function weightOf(kind: TokenKind): number {
  return kind === 'word' ? 1 : kind === 'number' ? 0.5 : kind === 'sign' ? 0.25 : 0;
}

export function totalWeight(tokens: readonly Token[]): number {
  let sum = 0;
  for (const token of tokens) sum += weightOf(token.kind);
  return sum;
}

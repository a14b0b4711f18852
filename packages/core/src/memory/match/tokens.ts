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

const TOKEN =
  /(\uE0C0)|(\p{N}+(?:[.,:’'\u00A0\u202F]\p{N}+)*)|([\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}ー]\p{M}*)|((?:(?![\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}])[\p{L}\p{M}])+[\p{N}\p{L}]*)|(\S)/gu;

/** The tokens of a segment's text (NFC, codes as code characters). Linear. */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  for (const match of text.matchAll(TOKEN)) {
    const [whole, code, number, character, word] = match;
    if (code) tokens.push({ kind: 'code', text: CODE, key: CODE });
    else if (number) tokens.push({ kind: 'number', text: number, key: '0' });
    else if (character) tokens.push({ kind: 'word', text: character, key: character });
    else if (word) tokens.push({ kind: 'word', text: word, key: keyOf(word) });
    else tokens.push({ kind: 'sign', text: whole, key: whole });
  }
  return tokens;
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

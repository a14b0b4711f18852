/** The words of a text that spelling is a question of: no names, codes, addresses, file names, commands. */
import { writesNounsLarge } from '../../language/large-nouns.js';
import { primaryLanguage, type LanguageTag } from '../../language/tags.js';
import { CODE } from '../../text/inline-codes.js';
import { placeholdersOf } from '../units/placeholders.js';

export interface WordAt {
  readonly word: string;
  /** In UTF-16 units of the text. */
  readonly from: number;
  readonly to: number;
}

const WORD = /[\p{L}\p{M}]+(?:['’-][\p{L}\p{M}]+)*/gu;
/** What a word of a sentence does not touch: parts of numbers, paths, addresses, variables, calls. */
const BEFORE = new Set(`0123456789_@/\\.:?\ufffd#$%{<&~=-'’${CODE}\u00ad`);
const BEHIND = new Set(`0123456789\ufffd_@/\\(}>=~${CODE}\u00ad`);
/** A sign that marks a letter as its key. */
const KEY = /(?<![\p{N}_&])[_&](?=\p{L})(?!\p{L}+;)/gu;

const CYRILLIC = new Set(['ru', 'uk', 'be', 'bg', 'mk', 'sr', 'kk', 'mn']);
const ALL_LATIN = /^[\p{Script=Latin}\p{M}'’-]+$/u;
const ALL_CYRILLIC = /^[\p{Script=Cyrillic}\p{M}'’-]+$/u;
/** Letters of the shortest word that is looked at. */
const LEAST = 4;

/** @returns in order; O(letters) */
export function wordsOfText(text: string, language: LanguageTag): WordAt[] {
  const general = primaryLanguage(language);
  const signs = /[_&]/.test(text) ? [...text.matchAll(KEY)].map(({ index }) => index) : [];
  // One such sign is a key's; with more they are names.
  const key = signs.length === 1 ? signs[0]! : -1;
  const bare = masked(key < 0 ? text : text.slice(0, key) + text.slice(key + 1));
  const inText = (index: number): number => (key >= 0 && index >= key ? index + 1 : index);
  const ownScript = CYRILLIC.has(general) ? ALL_CYRILLIC : ALL_LATIN;
  const found: WordAt[] = [];
  for (const { 0: word, index } of bare.matchAll(WORD)) {
    if (word.length < LEAST || BEFORE.has(bare[index - 1] ?? '')) continue;
    const end = index + word.length;
    const behind = bare[end] ?? '';
    if (BEHIND.has(behind) || ('.:?'.includes(behind) && behind !== '' && /[\p{L}\p{N}/]/u.test(bare[end + 1] ?? '')))
      continue;
    if (/\p{L}['’-]?\p{Lu}/u.test(word) || !ownScript.test(word)) continue;
    // A capital within a sentence is a name's, but where nouns have one.
    if (!writesNounsLarge(general) && /^\p{Lu}/u.test(word) && !beginsSentence(bare, index)) continue;
    found.push({ word, from: inText(index), to: inText(end - 1) + 1 });
  }
  return found;
}

function beginsSentence(text: string, index: number): boolean {
  return /(?:^|[.!?:…\n]["”»)]?\s+)["'“„«»‚‘¿¡(\s]*$/u.test(text.slice(Math.max(0, index - 12), index)) || index === 0;
}

/** Places that a program fills and marks of a page are blanked out. */
function masked(text: string): string {
  if (!/[%{$&[<\\]/.test(text)) return text;
  let bare = text;
  for (const { shown } of placeholdersOf(text)) bare = bare.replace(shown, ' '.repeat(shown.length));
  return bare.replace(/<\/?[a-z][^<>]*>|\\[nrt]/gi, (part) => ' '.repeat(part.length));
}

/** Terms in texts without spaces between words, character by character. Whole words by the dictionary of the platform (ICU). */
import { nfc } from '../../text/normal.js';
import type { Hit } from './hits.js';
import { japaneseForms } from './languages/japanese.js';
import type { Entry } from './term-tree.js';

interface Node<C> {
  readonly next: Map<string, Node<C>>;
  entries: { readonly entry: Entry<C>; readonly isForm: boolean }[] | null;
}

/** Languages whose words a dictionary of the platform tells apart. */
export const SEGMENTED: ReadonlySet<string> = new Set(['zh', 'ja', 'th', 'lo', 'km', 'my']);

export class CharacterTree<C> {
  private readonly root: Node<C> = { next: new Map(), entries: null };
  private readonly segmenter: Intl.Segmenter | null;
  isEmpty = true;

  constructor(private readonly primary: string) {
    this.segmenter = SEGMENTED.has(primary) ? new Intl.Segmenter(primary, { granularity: 'word' }) : null;
  }

  add(entry: Entry<C>, forms: readonly string[]): void {
    this.isEmpty = false;
    const text = nfc(entry.term);
    this.file(text, entry, false);
    for (const form of this.primary === 'ja' ? japaneseForms(text) : []) this.file(form, entry, true);
    for (const form of forms) this.file(nfc(form), entry, true);
  }

  find(text: string, found: Hit<C>[]): void {
    const words = this.segmenter && wordBorders(text, this.segmenter);
    for (let start = 0; start < text.length; start++) {
      let at: Node<C> | undefined = this.root;
      for (let i = start; i < text.length && at;) {
        const char = String.fromCodePoint(text.codePointAt(i)!);
        at = at.next.get(char);
        i += char.length;
        for (const { entry, isForm } of at?.entries ?? []) {
          const border = isForm ? beginning(text, start, words) : this.border(text, start, i, words);
          if (border === 'inside' || entry.never?.has(text.slice(start, i))) continue;
          const how = border === 'compound' ? 'compound' : isForm ? 'inflected' : 'exact';
          found.push({
            term: entry.term,
            concept: entry.concept,
            start,
            end: i,
            how,
            ...(how === 'inflected' && { form: 'verb' }),
          });
        }
      }
    }
  }

  private file(text: string, entry: Entry<C>, isForm: boolean): void {
    let at = this.root;
    for (const char of text) {
      let next = at.next.get(char);
      if (!next) at.next.set(char, (next = { next: new Map(), entries: null }));
      at = next;
    }
    (at.entries ??= []).push({ entry, isForm });
  }

  /** Japanese first by its scripts, which say more than a dictionary; where Han stands beside Han, by the dictionary. */
  private border(text: string, start: number, end: number, words: WordBorders | null): Border {
    if (!words) return borders(text, start, end);
    if (this.primary !== 'ja') {
      const byWords = bordersIn(words, start, end);
      return byWords === 'inside' && isBetterCut(text, start, end, words, this.segmenter!) ? 'free' : byWords;
    }
    const byScript = borders(text, start, end);
    const isHiragana = /^\p{sc=Hira}+$/u.test(text.slice(start, end));
    // A run of katakana may be several words: "ファイルシステム".
    if (byScript === 'inside') return bordersIn(words, start, end) === 'free' ? 'compound' : 'inside';
    if (byScript === 'free' && !isHiragana) return byScript;
    const byWords = bordersIn(words, start, end);
    return byWords === 'free' && (isAffix(text, words[start - 1]) || isAffix(text, words[end])) ? 'compound' : byWords;
  }
}

type Border = 'free' | 'compound' | 'inside';

/** The word, by its beginning and end, in which each place of a text stands. */
type WordBorders = readonly { readonly start: number; readonly end: number }[];

function wordBorders(text: string, segmenter: Intl.Segmenter): WordBorders {
  const words: { start: number; end: number }[] = [];
  for (const { segment, index } of segmenter.segment(text)) {
    const word = { start: index, end: index + segment.length };
    for (let at = word.start; at < word.end; at++) words[at] = word;
  }
  return words;
}

/** One Han character beside a word makes another of it: "大水門", "水門用". */
function isAffix(text: string, word: { readonly start: number; readonly end: number } | undefined): boolean {
  return word !== undefined && word.end - word.start === 1 && /\p{sc=Han}/u.test(text[word.start]!);
}

/** Whole words; a part of one word; or across the border of two words, so that it is none of them. */
function bordersIn(words: WordBorders, start: number, end: number): Border {
  const [first, last] = [words[start]!, words[end - 1]!];
  if (first.start === start && last.end === end) return 'free';
  return first === last ? 'compound' : 'inside';
}

/**
 * A term that the dictionary does not know may be cut in two by it: "鼠 | 标点 | 击" for "鼠标 | 点 | 击". The term is right
 * where it leaves fewer words than the dictionary had, or as many and no more single characters: "人民 | 法院" is not
 * "人 | 民法 | 院", and "水位 | 计算" not "水位计 | 算".
 */
function isBetterCut(text: string, start: number, end: number, words: WordBorders, segmenter: Intl.Segmenter): boolean {
  const first = words[start]!;
  const last = words[end - 1]!;
  const isHan = (at: number): boolean => scriptAt(text, at) === 'han';
  const from = isHan(first.start - 1) ? words[first.start - 1]!.start : first.start;
  const to = isHan(last.end) ? words[last.end]!.end : last.end;
  const theirs: number[] = [];
  for (let at = from; at < to; at = words[at]!.end) theirs.push(words[at]!.end - at);
  const lengths = (part: string): number[] => [...segmenter.segment(part)].map(({ segment }) => segment.length);
  const ours = [...lengths(text.slice(from, start)), end - start, ...lengths(text.slice(end, to))];
  const singles = (all: readonly number[]): number => all.filter((length) => length === 1).length;
  return ours.length < theirs.length || (ours.length === theirs.length && singles(ours) <= singles(theirs));
}

/** A form of a verb begins where a word begins; what it ends in goes on. */
function beginning(text: string, start: number, words: WordBorders | null): Border {
  if (scriptAt(text, start - 1) === 'han' && scriptAt(text, start) === 'han')
    return words && words[start]!.start === start ? 'free' : 'inside';
  return scriptAt(text, start) === 'other' && words && words[start]!.start !== start ? 'inside' : 'free';
}

/**
 * Whether a hit in a script without spaces stands by itself. A run of katakana or Latin letters is a word, so a part
 * of it is none; between Han characters it may be a part of a compound.
 */
function borders(text: string, start: number, end: number): Border {
  const before = scriptAt(text, start - 1);
  const first = scriptAt(text, start);
  const last = scriptAt(text, end - 1);
  const after = scriptAt(text, end);
  if ((first === 'kana' && before === 'kana') || (last === 'kana' && after === 'kana')) return 'inside';
  if ((first === 'word' && before === 'word') || (last === 'word' && after === 'word')) return 'inside';
  if ((first === 'han' && before === 'han') || (last === 'han' && after === 'han')) return 'compound';
  return 'free';
}

function scriptAt(text: string, index: number): 'kana' | 'han' | 'word' | 'other' {
  if (index < 0 || index >= text.length) return 'other';
  const char = text[index]!;
  if (/[\p{sc=Kana}ー]/u.test(char)) return 'kana';
  if (/\p{sc=Han}/u.test(char)) return 'han';
  return /[\p{sc=Latn}\p{sc=Cyrl}\p{sc=Grek}\p{N}]/u.test(char) ? 'word' : 'other';
}

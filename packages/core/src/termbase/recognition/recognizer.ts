/**
 * Which terms occur in a text, inflected ones included. The terms are filed in one tree by the keys of their words, so
 * that a text is gone through once, whatever their number; the idea is that of Aho and Corasick (1975), and since no
 * term has many words, the tree is entered anew at each word instead of by failure links. Texts without spaces are gone
 * through character by character in the same way.
 */
import { primaryLanguage } from '../../language/tags.js';
import { nfc } from '../../text/normal.js';
import { matcherFor, type WordMatcher } from './matching.js';
import { goesByCharacters, isGap, isSpaceless, wordsOf, type Word } from './words.js';

export type HitKind = 'exact' | 'inflected' | 'compound';

export interface Hit<C> {
  /** The term as it is recorded. */
  readonly term: string;
  readonly concept: C;
  /** In UTF-16 units of the text; `end` is behind the last. */
  readonly start: number;
  readonly end: number;
  readonly how: HitKind;
}

interface Entry<C> {
  readonly term: string;
  readonly concept: C;
  /** The words as they are compared; a word with a stem mark holds its unchangeable part. */
  readonly words: readonly TermWord[];
}

interface TermWord {
  readonly text: string;
  /** Only what begins like this is a form of it. */
  readonly stem: string | null;
  /** Abbreviations: "IT" is not "it". */
  readonly caseCounts: boolean;
}

/** A term inside a word. */
interface Part<C> {
  readonly entry: Entry<C>;
  readonly from: number;
  readonly to: number;
}

interface Node<C> {
  readonly next: Map<string, Node<C>>;
  /** Unchangeable parts of words that stand at this place. */
  stems: Map<string, Node<C>> | null;
  entries: Entry<C>[] | null;
}

/** The mark behind the unchangeable part of a word: "tal|o", "kauppa|". It is never part of the text. */
const STEM_MARK = /(\p{L})\|/gu;
/** Words whose parts are kept. */
const REMEMBERED = 200_000;
/** In how many ways the words of a term together may begin. */
const MANY_WAYS = 32;
/** A letter count under which a part of a compound is none. */
const LEAST_PART = 4;
const LEAST_COMPOUND = 8;
/** Letters that join the parts of compounds: German, Dutch, Swedish. */
const LINKS = ['', 's', 'es', 'n', 'en', 'er', 'e', 'u', 'o'];

export class Recognizer<C> {
  private readonly root: Node<C> = node();
  private readonly matcher: WordMatcher;
  /** Texts of terms in scripts without spaces. */
  private readonly characters: Node<C> = node();
  private readonly singles = new Map<string, Entry<C>[]>();
  /** How the parts of compounds can begin: most places of a word need no further look. */
  private readonly beginnings = new Set<string>();
  private readonly compoundsSeen = new Map<string, Part<C>[] | null>();
  private hasCharacters = false;
  /** Chinese: nothing but a dictionary shows where words end. */
  private readonly segmenter: Intl.Segmenter | null;
  private count = 0;

  constructor(readonly language: string) {
    this.matcher = matcherFor(language);
    this.segmenter = primaryLanguage(language) === 'zh' ? new Intl.Segmenter(language, { granularity: 'word' }) : null;
  }

  /** Whether forms are found by a stemmer, or by beginnings. */
  get stemmed(): boolean {
    return this.matcher.stemmed;
  }

  get terms(): number {
    return this.count;
  }

  add(term: string, concept: C): void {
    const plain = term.replace(STEM_MARK, '$1');
    this.count++;
    if (goesByCharacters(plain)) {
      this.addCharacters({ term: plain, concept, words: [] }, plain);
      return;
    }
    const words = termWords(term);
    if (words.length === 0) return;
    const entry: Entry<C> = { term: plain, concept, words };
    let places = [this.root];
    for (const word of words)
      places = places.flatMap((at) => this.steps(at, word)).slice(0, words.length > 1 ? MANY_WAYS : undefined);
    for (const at of places) (at.entries ??= []).push(entry);
    if (words.length === 1 && this.matcher.compounds && !words[0]!.caseCounts) {
      const key = this.matcher.termKey(words[0]!.text);
      const there = this.singles.get(key);
      if (there) there.push(entry);
      else this.singles.set(key, [entry]);
      this.beginnings.add(beginningOf(words[0]!.text));
    }
  }

  /** All hits in the order of the text; longer ones before shorter ones, and none inside another. */
  find(text: string): Hit<C>[] {
    const words = wordsOf(text);
    const found: Hit<C>[] = [];
    for (let i = 0; i < words.length; i++) this.from(text, words, i, found);
    if (this.hasCharacters && isSpaceless(text)) this.inCharacters(text, found);
    const whole = longestFirst(found);
    if (this.matcher.compounds) for (const word of words) this.inCompound(word, whole);
    return whole.sort((a, b) => a.start - b.start || a.end - b.end);
  }

  private steps(at: Node<C>, word: TermWord): Node<C>[] {
    if (word.stem !== null) {
      at.stems ??= new Map();
      return [kept(at.stems, word.stem)];
    }
    if (word.caseCounts) return [kept(at.next, `=${word.text}`)];
    return [...new Set(this.matcher.termKeys(word.text))].map((key) => kept(at.next, key));
  }

  private from(text: string, words: readonly Word[], start: number, found: Hit<C>[]): void {
    const walk = (at: Node<C>, i: number): void => {
      const word = words[i]!;
      const goOn = (next: Node<C> | undefined): void => {
        if (!next) return;
        if (next.entries) this.take(next.entries, words.slice(start, i + 1), found);
        const following = words[i + 1];
        if (following && next.next.size + (next.stems?.size ?? 0) > 0 && isGap(text, word.end, following.start))
          walk(next, i + 1);
      };
      goOn(at.next.get(`=${word.text}`));
      for (const key of this.matcher.textKeys(word.text)) goOn(at.next.get(key));
      if (at.stems) {
        const form = word.text.toLocaleLowerCase(this.language);
        for (let length = form.length; length > 0; length--) goOn(at.stems.get(form.slice(0, length)));
      }
    };
    walk(this.root, start);
  }

  private take(entries: readonly Entry<C>[], words: readonly Word[], found: Hit<C>[]): void {
    for (const entry of entries) {
      const fits = entry.words.every((word, i) => {
        const form = words[i]!.text;
        if (word.caseCounts) return form === word.text;
        return word.stem !== null || this.matcher.fits(word.text, form);
      });
      if (!fits) continue;
      const exact = entry.words.every((word, i) => sameWord(word.text, words[i]!.text, i));
      found.push({
        term: entry.term,
        concept: entry.concept,
        start: words[0]!.start,
        end: words.at(-1)!.end,
        how: exact ? 'exact' : 'inflected',
      });
    }
  }

  /** Parts of a word that was not found whole: its end, which may be inflected, or its beginning. */
  private inCompound(word: Word, found: Hit<C>[]): void {
    if (word.text.length < LEAST_COMPOUND || found.some((hit) => hit.start < word.end && hit.end > word.start)) return;
    let parts = this.compoundsSeen.get(word.text);
    if (parts === undefined) {
      parts = this.endOf(word.text) ?? this.beginningPart(word.text);
      if (this.compoundsSeen.size >= REMEMBERED) this.compoundsSeen.clear();
      this.compoundsSeen.set(word.text, parts);
    }
    for (const { entry, from, to } of parts ?? [])
      found.push({
        term: entry.term,
        concept: entry.concept,
        start: word.start + from,
        end: word.start + to,
        how: 'compound',
      });
  }

  private endOf(word: string): Part<C>[] | null {
    for (let cut = LEAST_PART - 1; cut <= word.length - LEAST_PART; cut++) {
      if (!this.beginnings.has(beginningOf(word.slice(cut, cut + LEAST_PART)))) continue;
      const entries = this.partsFor(word.slice(cut));
      if (entries.length) return entries.map((entry) => ({ entry, from: cut, to: word.length }));
    }
    return null;
  }

  private beginningPart(word: string): Part<C>[] | null {
    if (!this.beginnings.has(beginningOf(word))) return null;
    for (let cut = word.length - LEAST_PART; cut >= LEAST_PART; cut--) {
      const head = word.slice(0, cut);
      for (const link of LINKS) {
        if (!head.endsWith(link) || head.length - link.length < LEAST_PART) continue;
        const bare = head.slice(0, head.length - link.length).toLocaleLowerCase(this.language);
        const entries = (this.singles.get(this.matcher.termKey(bare)) ?? []).filter(
          (entry) => entry.words[0]!.text.toLocaleLowerCase(this.language) === bare,
        );
        if (entries.length) return entries.map((entry) => ({ entry, from: 0, to: bare.length }));
      }
    }
    return null;
  }

  private partsFor(tail: string): Entry<C>[] {
    for (const key of this.matcher.textKeys(tail)) {
      const entries = (this.singles.get(key) ?? []).filter(
        ({ words }) => words[0]!.text.length >= LEAST_PART && this.matcher.fits(words[0]!.text, tail),
      );
      if (entries.length) return entries;
    }
    return [];
  }

  private addCharacters(entry: Entry<C>, text: string): void {
    let at = this.characters;
    for (const char of nfc(text)) at = kept(at.next, char);
    (at.entries ??= []).push(entry);
    this.hasCharacters = true;
  }

  private inCharacters(text: string, found: Hit<C>[]): void {
    const words = this.segmenter && wordBorders(text, this.segmenter);
    for (let start = 0; start < text.length; start++) {
      let at: Node<C> | undefined = this.characters;
      for (let i = start; i < text.length && at;) {
        const char = String.fromCodePoint(text.codePointAt(i)!);
        at = at.next.get(char);
        i += char.length;
        if (!at?.entries) continue;
        const border = words ? bordersIn(words, start, i) : borders(text, start, i);
        if (border === 'inside') continue;
        for (const entry of at.entries)
          found.push({
            term: entry.term,
            concept: entry.concept,
            start,
            end: i,
            how: border === 'compound' ? 'compound' : 'exact',
          });
      }
    }
  }
}

/** The word, by its beginning and end, in which each place of a text stands. */
type WordBorders = readonly { readonly start: number; readonly end: number }[];

/** By the dictionary of the platform (ICU). */
function wordBorders(text: string, segmenter: Intl.Segmenter): WordBorders {
  const words: { start: number; end: number }[] = [];
  for (const { segment, index } of segmenter.segment(text)) {
    const word = { start: index, end: index + segment.length };
    for (let at = word.start; at < word.end; at++) words[at] = word;
  }
  return words;
}

/** Whole words; a part of one word; or across the border of two words, so that it is none of them. */
function bordersIn(words: WordBorders, start: number, end: number): 'free' | 'compound' | 'inside' {
  const [first, last] = [words[start]!, words[end - 1]!];
  if (first.start === start && last.end === end) return 'free';
  return first === last ? 'compound' : 'inside';
}

/** The first letters without marks, by which parts of compounds are looked for: "Häuser" begins like "Haus". */
function beginningOf(text: string): string {
  const start = text.slice(0, LEAST_PART).toLowerCase();
  return /^[a-z]*$/.test(start) ? start : start.normalize('NFD').replace(/\p{M}/gu, '').slice(0, LEAST_PART);
}

function node<C>(): Node<C> {
  return { next: new Map(), stems: null, entries: null };
}

function kept<C>(map: Map<string, Node<C>>, key: string): Node<C> {
  let there = map.get(key);
  if (!there) map.set(key, (there = node()));
  return there;
}

/** The words of a term, with the unchangeable part where a mark says so. */
function termWords(term: string): TermWord[] {
  const plain = nfc(term);
  const words: TermWord[] = [];
  for (const found of plain.matchAll(/[\p{L}\p{M}\p{N}]+(?:\|[\p{L}\p{M}]*)?/gu)) {
    const cut = found[0].indexOf('|');
    const text = found[0].replace('|', '');
    words.push({
      text,
      stem: cut > 0 ? found[0].slice(0, cut).toLowerCase() : null,
      // Short words all in capitals, and single letters: their case is their meaning.
      caseCounts: text.length <= 5 && text !== text.toLowerCase() && text === text.toUpperCase(),
    });
  }
  return words;
}

/** The same but for a capital at the beginning of a sentence. */
function sameWord(term: string, form: string, index: number): boolean {
  if (term === form) return true;
  return index === 0 ? term.toLowerCase() === form.toLowerCase() : false;
}

/** Longer hits win over shorter ones that touch them; several concepts may share one place. */
function longestFirst<C>(hits: readonly Hit<C>[]): Hit<C>[] {
  const sorted = [...hits].sort(
    (a, b) => b.end - b.start - (a.end - a.start) || a.start - b.start || rank(a) - rank(b),
  );
  const taken: Hit<C>[] = [];
  const places: { start: number; end: number; how: HitKind }[] = [];
  const seen = new Set<string>();
  for (const hit of sorted) {
    const place = places.find((p) => p.start < hit.end && p.end > hit.start);
    if (place && (place.start !== hit.start || place.end !== hit.end)) continue;
    // Where a term stands as it is, another one that would have to be inflected is none.
    if (place && rank(hit) > rank(place)) continue;
    const key = `${hit.start} ${hit.term} ${String(hit.concept)}`;
    if (seen.has(key)) continue;
    seen.add(key);
    if (!place) places.push({ start: hit.start, end: hit.end, how: hit.how });
    taken.push(hit);
  }
  return taken;
}

function rank({ how }: { readonly how: HitKind }): number {
  return how === 'exact' ? 0 : how === 'inflected' ? 1 : 2;
}

/**
 * Whether a hit in a script without spaces stands by itself. A run of katakana or Latin letters is a word, so a part
 * of it is none; between Han characters it may be a part of a compound.
 */
function borders(text: string, start: number, end: number): 'free' | 'compound' | 'inside' {
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

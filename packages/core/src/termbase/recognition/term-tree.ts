/**
 * The terms of a language filed by their words, so that a text is gone through once, whatever their number; the idea is
 * that of Aho and Corasick (1975), and since no term has many words, the tree is entered anew at each word instead of by
 * failure links.
 */
import { intlLocale, primaryLanguage } from '../../language/tags.js';
import { nfc } from '../../text/normal.js';
import type { AffixDictionary } from './affixes.js';
import { WHOLE, type Endings, type FormName, type Inflection, type Place } from './inflection.js';
import { inflectionOf } from './languages.js';
import { matcherFor, type WordMatcher } from './matching.js';
import { prepositionForms } from './phrases.js';

export interface Entry<C> {
  readonly term: string;
  readonly concept: C;
  /** The words as they are compared; a word with a stem mark holds its unchangeable part. */
  readonly words: readonly TermWord[];
  /** Texts that are not this term, though the language would have it so. */
  readonly never: ReadonlySet<string> | null;
}

export interface TermWord {
  readonly text: string;
  /** Only what begins like this is a form of it. */
  readonly stem: string | null;
  /** Abbreviations: "IT" is not "it". */
  readonly caseCounts: boolean;
}

export interface Node<C> {
  /** By key: abbreviations, and stems by a stemmer. */
  next: Map<string, Node<C>> | null;
  /** Beginnings of words, with what may follow. */
  stems: Map<string, Filed<C>[]> | null;
  /** Unchangeable parts of words that stand at this place, by a mark in the term. */
  marks: Map<string, Node<C>> | null;
  /** Words of terms that were filed here already, so that their forms are worked out once. */
  filed: Map<string, Node<C>> | null;
  entries: Entry<C>[] | null;
}

interface Filed<C> {
  readonly endings: Endings;
  readonly node: Node<C>;
  /** In a language that writes nouns with a capital: whether the word is one. */
  readonly capital: 'noun' | 'other' | null;
}

/** Where a word leads, and what form of the term's word it is. */
export interface Reached<C> {
  readonly node: Node<C>;
  readonly form: FormName;
}

const REMEMBERED = 100_000;

export class TermTree<C> {
  readonly root: Node<C> = node();
  readonly primary: string;
  readonly inflection: Inflection | null;
  readonly matcher: WordMatcher;
  /** What single words lead to: words repeat. */
  private readonly atRoot = new Map<string, readonly Reached<C>[]>();

  constructor(
    private readonly language: string,
    dictionary: AffixDictionary | null,
  ) {
    this.primary = primaryLanguage(language);
    this.inflection = inflectionOf(this.primary, dictionary);
    this.matcher = matcherFor(language);
  }

  /** Letters that join the parts of compounds; null where the language writes none. */
  get links(): readonly string[] | null {
    if (this.inflection) return this.inflection.links;
    return this.matcher.compounds ? LINKS : null;
  }

  fold(word: string): string {
    return this.inflection ? this.inflection.fold(nfc(word)) : nfc(word).toLocaleLowerCase(intlLocale(this.language));
  }

  /** Files the words one behind the other. @returns the places where the last of them ends */
  file(words: readonly TermWord[]): Node<C>[] {
    this.atRoot.clear();
    let places = [this.root];
    words.forEach((word, index) => {
      places = places.flatMap((at) => this.steps(at, word, { of: words.length, index }));
      if (words.length > 1) places = places.slice(0, MANY_WAYS);
    });
    return places;
  }

  /** A form that somebody said is one, whatever the rules say. */
  fileForm(at: Node<C>, form: string): Node<C> {
    const there = at.filed?.get(`+${form}`) ?? node<C>();
    (at.filed ??= new Map()).set(`+${form}`, there);
    this.under(at, { text: this.fold(form), endings: SAID }, there, null);
    return there;
  }

  /**
   * Where a word of a text leads from a place of the tree.
   * @param isFirst of a sentence, where any word has a capital
   */
  reach(at: Node<C>, word: string, isFirst = false): readonly Reached<C>[] {
    if (at !== this.root) return this.look(at, word, isFirst);
    const key = isFirst ? ` ${word}` : word;
    let known = this.atRoot.get(key);
    if (!known) {
      if (this.atRoot.size >= REMEMBERED) this.atRoot.clear();
      this.atRoot.set(key, (known = this.look(at, word, isFirst)));
    }
    return known;
  }

  private look(at: Node<C>, word: string, isFirst: boolean): Reached<C>[] {
    const found: Reached<C>[] = [];
    const add = (to: Node<C> | undefined, form: FormName): void => {
      if (to && !found.some(({ node: there }) => there === to)) found.push({ node: to, form });
    };
    add(at.next?.get(`=${word}`), 'base');
    // "LKWs", "PCs".
    if (/^[\p{Lu}\p{N}]{2,}s$/u.test(word)) add(at.next?.get(`=${word.slice(0, -1)}`), 'plural');
    const folded = this.fold(word);
    if (folded.length > LONGEST_WORD) {
      for (const { endings, node: to } of at.stems?.get(folded) ?? []) if (endings('')) add(to, 'base');
      return found;
    }
    if (at.stems) this.byStems(at, { word, folded, isFirst }, add);
    if (!this.inflection)
      for (const key of this.matcher.textKeys(word))
        add(at.next?.get(key), folded === key ? 'base' : this.matcher.form);
    if (at.marks)
      for (let length = folded.length; length > 0; length--) add(at.marks.get(folded.slice(0, length)), 'mark');
    return found;
  }

  private byStems(
    at: Node<C>,
    { word, folded, isFirst }: { readonly word: string; readonly folded: string; readonly isFirst: boolean },
    add: (to: Node<C>, form: FormName) => void,
  ): void {
    const isCapital = word[0] !== word[0]!.toLowerCase();
    const cores = this.inflection?.cores?.(folded) ?? [];
    for (const core of [folded, ...cores]) {
      const least = Math.max(1, core.length - (this.inflection?.longest ?? 0));
      for (let length = core.length; length >= least; length--)
        for (const { endings, node: to, capital } of at.stems!.get(core.slice(0, length)) ?? []) {
          if (capital === 'noun' && !isCapital) continue;
          const form = endings(core.slice(length));
          // A capital inside a sentence makes another word of a form of a verb: "schloss – das Schloss".
          if (capital === 'other' && isCapital && !isFirst && form === 'verb') continue;
          if (form) add(to, core === folded ? form : 'prefix');
        }
    }
  }

  private steps(at: Node<C>, word: TermWord, place: Place): Node<C>[] {
    if (word.stem !== null) return [kept((at.marks ??= new Map()), this.fold(word.stem))];
    if (word.caseCounts) return [kept((at.next ??= new Map()), `=${word.text}`)];
    const folded = this.fold(word.text);
    const isInner = place.index > 0 && place.index < place.of - 1;
    const prepositions = isInner ? prepositionForms(this.primary, folded) : null;
    if (!this.inflection) {
      const keys = (prepositions ?? [word.text]).flatMap((text) => this.matcher.termKeys(text));
      return [...new Set(keys)].map((key) => kept((at.next ??= new Map()), key));
    }
    const key = `${word.text} ${place.of === 1 ? 'alone' : place.index === place.of - 1 ? 'last' : place.index === 0 ? 'first' : 'within'}`;
    const there = at.filed?.get(key);
    if (there) return [there];
    const to = node<C>();
    (at.filed ??= new Map()).set(key, to);
    if (prepositions) for (const text of prepositions) this.under(at, { text, endings: WHOLE }, to, null);
    const capital = this.needsCapital(word, place);
    if (folded.length <= LONGEST_WORD)
      for (const stem of this.inflection.stems(folded, word.text, place)) this.under(at, stem, to, capital);
    this.under(at, { text: folded, endings: WHOLE }, to, capital);
    return [to];
  }

  private needsCapital(word: TermWord, { of, index }: Place): Filed<C>['capital'] {
    if (!this.inflection?.capitals) return null;
    if (word.text[0] === word.text[0]!.toLowerCase()) return of === 1 ? 'other' : null;
    // The first of several words may have its capital from the beginning of the entry: "Persönliche Schutzausrüstung".
    return of === 1 || index > 0 ? 'noun' : null;
  }

  private under(
    at: Node<C>,
    stem: { text: string; endings: Endings },
    to: Node<C>,
    capital: Filed<C>['capital'],
  ): void {
    const stems = (at.stems ??= new Map<string, Filed<C>[]>());
    const list = stems.get(stem.text);
    const filed = { endings: stem.endings, node: to, capital };
    if (list) list.push(filed);
    else stems.set(stem.text, [filed]);
  }
}

/** Letters of a word that is looked at in parts; longer ones are data, and found as they stand. */
export const LONGEST_WORD = 100;
/** In how many ways the words of a term together may begin, by a stemmer. */
const MANY_WAYS = 32;
/** Letters that join the parts of compounds, where the language has no list of its own. */
const LINKS = ['', 's', 'es', 'n', 'en', 'er', 'e', 'u', 'o'];
const SAID: Endings = (rest) => (rest === '' ? 'said' : null);

function node<C>(): Node<C> {
  return { next: null, stems: null, marks: null, filed: null, entries: null };
}

function kept<C>(map: Map<string, Node<C>>, key: string): Node<C> {
  let there = map.get(key);
  if (!there) map.set(key, (there = node()));
  return there;
}

/** The mark behind the unchangeable part of a word: "tal|o", "kauppa|". It is never part of the text. */
const STEM_MARK = /(\p{L})\|/gu;

export function withoutMarks(term: string): string {
  return term.replace(STEM_MARK, '$1');
}

/** The words of a term, with the unchangeable part where a mark says so. */
export function termWords(term: string): TermWord[] {
  const plain = nfc(term);
  const words: TermWord[] = [];
  for (const found of plain.matchAll(/[\p{L}\p{M}\p{N}]+(?:\|[\p{L}\p{M}]*)?/gu)) {
    const cut = found[0].indexOf('|');
    const text = found[0].replace('|', '');
    words.push({
      text,
      stem: cut > 0 ? found[0].slice(0, cut) : null,
      // Short words all in capitals, and single letters: their case is their meaning.
      caseCounts: text.length <= 5 && text !== text.toLowerCase() && text === text.toUpperCase(),
    });
  }
  return words;
}

/**
 * Which terms occur in a text, inflected ones included: words by the tree of `term-tree.ts`, texts without spaces by that
 * of `characters.ts`, then what a language writes together or apart (`compounds.ts`, `apart.ts`).
 */
import { isSpaceless } from '../../language/spaceless.js';
import { nfc } from '../../text/normal.js';
import type { AffixDictionary } from './affixes.js';
import { Apart } from './apart.js';
import { CharacterTree, SEGMENTED } from './characters.js';
import { Compounds } from './compounds.js';
import { coverage, longestFirst, type Hit } from './hits.js';
import type { FormName, RecognitionMethod } from './names.js';
import { BY_DICTIONARY } from './languages/dictionaries.js';
import { articlesOf, prepositionForms } from './phrases.js';
import { TermTree, termWords, withoutMarks, type Entry, type Node } from './term-tree.js';
import { goesByCharacters, isGap, wordsOf, type Word } from './words.js';

export type { Hit, HitKind } from './hits.js';

/** What people said of the forms of a term. */
export interface SaidForms {
  /** Texts that are this term, too. */
  readonly also?: readonly string[];
  /** Texts that are not. */
  readonly never?: readonly string[];
}

/** Words of a term; what has more is a text, and not looked for. */
const MOST_WORDS = 60;

export class Recognizer<C> {
  private readonly tree: TermTree<C>;
  private readonly characters: CharacterTree<C>;
  private readonly compounds: Compounds<C> | null;
  private readonly apart: Apart<C>;
  private readonly articles: ReadonlySet<string>;
  /** Whether a word's capital says something, but for the first of a sentence. */
  private readonly capitals: boolean;
  private count = 0;

  /**
   * @param language a BCP 47 tag; its primary language decides
   * @param dictionary with affix rules, where the language has one (see `dictionaryFor` in `files`)
   */
  constructor(
    readonly language: string,
    dictionary: AffixDictionary | null = null,
  ) {
    this.tree = new TermTree(language, dictionary);
    this.characters = new CharacterTree(this.tree.primary);
    this.compounds = this.tree.links ? new Compounds(this.tree, this.tree.links) : null;
    this.apart = new Apart(this.tree);
    this.articles = articlesOf(this.tree.primary);
    this.capitals = this.tree.inflection?.capitals ?? false;
  }

  /** What tells the forms of the language. */
  get method(): RecognitionMethod {
    if (this.tree.inflection) return BY_DICTIONARY.includes(this.tree.primary) ? 'dictionary' : 'rules';
    if (this.tree.primary === 'ko') return 'rules';
    if (SEGMENTED.has(this.tree.primary)) return 'segmenter';
    return this.tree.matcher.stemmed ? 'stemmer' : 'beginnings';
  }

  get terms(): number {
    return this.count;
  }

  add(term: string, concept: C, { also = [], never = [] }: SaidForms = {}): void {
    const plain = withoutMarks(term);
    const refused = never.length ? new Set(never.map((form) => this.tree.fold(form))) : null;
    this.count++;
    if (goesByCharacters(plain)) {
      this.characters.add({ term: plain, concept, words: [], never: refused }, also);
      return;
    }
    const words = termWords(term);
    if (words.length === 0 || words.length > MOST_WORDS) return;
    const entry: Entry<C> = { term: plain, concept, words, never: refused };
    for (const at of this.tree.file(words)) (at.entries ??= []).push(entry);
    for (const form of also) this.addForm(form, entry);
    if (words.length > 1) {
      // Korean writes the words of a compound together or apart.
      if (this.tree.primary === 'ko')
        for (const at of this.tree.file(termWords(plain.replace(/\s+/g, ''))))
          (at.entries ??= []).push({ ...entry, words: [] });
      return;
    }
    if (words[0]!.caseCounts) return;
    this.compounds?.add(words[0]!, entry);
    this.apart.add(words[0]!, entry);
  }

  /** All hits in the order of the text; longer ones before shorter ones, and none inside another. */
  find(text: string): Hit<C>[] {
    const words = wordsOf(text);
    const found: Hit<C>[] = [];
    for (let i = 0; i < words.length; i++) this.from(text, words, i, found);
    this.apart.find(text, words, found);
    if (!this.characters.isEmpty && isSpaceless(text)) this.characters.find(text, found);
    const whole = longestFirst(found);
    if (this.compounds) {
      const isTaken = coverage(whole, text.length);
      for (const word of words) if (!isTaken(word.start, word.end)) this.compounds.find(word, whole);
    }
    return whole.sort((a, b) => a.start - b.start || a.end - b.end);
  }

  private addForm(form: string, entry: Entry<C>): void {
    let at = this.tree.root;
    for (const { text } of wordsOf(form)) at = this.tree.fileForm(at, text);
    if (at !== this.tree.root) (at.entries ??= []).push({ ...entry, words: [] });
  }

  /** The terms that begin with a word of the text. */
  private from(text: string, words: readonly Word[], start: number, found: Hit<C>[]): void {
    const visit = (at: Node<C>, i: number, forms: readonly FormName[]): void => {
      const { text: word, start: place } = words[i]!;
      const first = this.capitals && i === start && isFirst(text, place);
      for (const { node, form } of this.tree.reach(at, word, first)) arrive(node, i, [...forms, form]);
    };
    const arrive = (node: Node<C>, i: number, forms: readonly FormName[]): void => {
      if (node.entries) this.take(node.entries, text, words.slice(start, i + 1), forms, found);
      if (!hasMore(node) || !goesOn(text, words, i)) return;
      visit(node, i + 1, forms);
      // An article between the words of a term: "porte de l’écluse".
      if (this.articles.has(words[i + 1]!.text.toLowerCase()) && goesOn(text, words, i + 1)) visit(node, i + 2, forms);
    };
    visit(this.tree.root, start, []);
    if (this.tree.primary === 'ko') this.joined(text, words, start, found);
  }

  /** Korean: two words of a text that a term writes as one. */
  private joined(text: string, words: readonly Word[], i: number, found: Hit<C>[]): void {
    const following = words[i + 1];
    if (!following || text.slice(words[i]!.end, following.start) !== ' ') return;
    for (const { node, form } of this.tree.reach(this.tree.root, words[i]!.text + following.text))
      if (node.entries)
        this.take(
          node.entries.filter(({ term }) => term.length > words[i]!.text.length),
          text,
          [words[i]!, following],
          [form],
          found,
        );
  }

  private take(
    entries: readonly Entry<C>[],
    text: string,
    words: readonly Word[],
    forms: readonly FormName[],
    found: Hit<C>[],
  ): void {
    const [start, end] = [words[0]!.start, words.at(-1)!.end];
    for (const entry of entries) {
      if (!this.fits(entry, words)) continue;
      if (entry.never?.has(this.tree.fold(text.slice(start, end)))) continue;
      const isExact =
        entry.words.length === words.length &&
        entry.words.every((word, i) => sameWord(word.text, nfc(words[i]!.text), i));
      const form = forms.find((name) => name !== 'base') ?? 'rule';
      found.push({
        term: entry.term,
        concept: entry.concept,
        start,
        end,
        how: isExact ? 'exact' : 'inflected',
        ...(!isExact && { form }),
      });
    }
  }

  /** With a stemmer, equal stems are not enough; nor are they where an accent tells words apart. */
  private fits(entry: Entry<C>, words: readonly Word[]): boolean {
    if (entry.words.length !== words.length) return true;
    const { inflection } = this.tree;
    if (inflection) {
      const { accords } = inflection;
      return !accords || entry.words.every(({ text }, i) => accords(text, words[i]!.text));
    }
    return entry.words.every((word, i) => {
      const form = words[i]!.text;
      if (word.caseCounts) return form === word.text || form === `${word.text}s`;
      if (i > 0 && prepositionForms(this.tree.primary, this.tree.fold(word.text))) return true;
      return word.stem !== null || this.tree.matcher.fits(word.text, form);
    });
  }
}

/** Of a sentence, a line or a cell. */
function isFirst(text: string, at: number): boolean {
  let i = at - 1;
  while (i >= 0 && /[\s"“„»«‚‘'([•\-–—*]/u.test(text[i]!) && text[i] !== '\n') i--;
  return i < 0 || /[.!?:;…\n\t|]/u.test(text[i]!);
}

/** Whether the next word stands so near that both may be words of one term. */
function goesOn(text: string, words: readonly Word[], i: number): boolean {
  const next = words[i + 1];
  return next !== undefined && isGap(text, words[i]!.end, next.start);
}

function hasMore<C>(node: Node<C>): boolean {
  return node.next !== null || node.stems !== null || node.marks !== null;
}

/** The same but for a capital at the beginning of a sentence. */
function sameWord(term: string, form: string, index: number): boolean {
  if (term === form) return true;
  return index === 0 ? term.toLowerCase() === form.toLowerCase() : false;
}

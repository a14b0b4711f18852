/** The words of a language, and what is right though no list has it: compounds, parts, other capitals. */
import { primaryLanguage, type LanguageTag } from '../../language/tags.js';

export interface WordList {
  /** As it is written, with its capitals. */
  has(word: string): boolean;
}

/** Languages that write compounds in one word, with what may stand between the parts (common practice). */
const LINKS: Readonly<Record<string, readonly string[]>> = {
  de: ['', 's', 'es', 'n', 'en', 'er', 'e'],
  nl: ['', 's', 'e', 'en', 'er'],
  da: ['', 's', 'e'],
  nb: ['', 's', 'e'],
  sv: ['', 's', 'e', 'o'],
  fi: ['', 'n'],
  et: ['', 'e'],
  hu: [''],
};
/** What English puts before any word ("Garner's Modern English Usage", "Prefixes"; from memory). */
const PREFIX = /^(?:un|re|non|pre|sub|multi|auto|micro|de|over|under|super|inter|anti)(?=.{5})/;
/** Letters of the shortest part, and of the other one beside such; two short ones stand in mistakes as often. */
const [PART, LONG] = [3, 5];
/** A name or term that the client uses may have a short ending. */
const [OWN_LEAST, ENDING] = [5, 3];

/** `made`: of words that are known, which a slip can be as well. */
export type Standing = 'known' | 'made' | 'unknown';

/** Looks words up in a list, in what the client calls its things, and in parts of both. */
export class Speller {
  private readonly links: readonly string[] | undefined;
  private readonly isSwiss: boolean;
  private readonly isEnglish: boolean;

  /** @param own words that are right as they stand, in lower case */
  constructor(
    private readonly language: LanguageTag,
    private readonly list: WordList,
    private readonly own: ReadonlySet<string>,
  ) {
    this.links = LINKS[primaryLanguage(language)];
    this.isEnglish = primaryLanguage(language) === 'en';
    this.isSwiss = /^de-(?:CH|LI)$/.test(language);
  }

  /** A word of a text, perhaps with hyphens and apostrophes. O(its letters squared) for one that no list has. */
  standingOf(word: string): Standing {
    const plain = word.replace(/’/g, "'");
    if (this.known(plain)) return 'known';
    if (/['-]/.test(plain) && plain.split(/['-]/).every((part) => part.length < 3 || this.isRight(part)))
      return 'known';
    return this.links !== undefined && this.isCompound(this.lower(plain), 2) ? 'made' : 'unknown';
  }

  isRight(word: string): boolean {
    return this.standingOf(word) !== 'unknown';
  }

  /** In the list itself, in these capitals or others. */
  isListed(word: string): boolean {
    if (this.list.has(word)) return true;
    const lower = this.lower(word);
    return (lower !== word && this.list.has(lower)) || this.list.has(this.capitalised(lower));
  }

  private known(word: string): boolean {
    return (
      this.isListed(word) ||
      (this.isSwiss && word.includes('ss') && this.isListed(word.replaceAll('ss', 'ß'))) ||
      this.isOwn(this.lower(word)) ||
      (this.isEnglish && PREFIX.test(word.toLowerCase()) && this.list.has(word.toLowerCase().replace(PREFIX, '')))
    );
  }

  private isOwn(word: string): boolean {
    for (let end = word.length; end >= Math.max(OWN_LEAST, word.length - ENDING); end--)
      if (this.own.has(word.slice(0, end))) return true;
    return this.own.has(word);
  }

  /** @param deep how many times it may be cut */
  private isCompound(word: string, deep: number): boolean {
    for (let at = PART; at <= word.length - PART; at++) {
      const tail = word.slice(at);
      if (Math.min(at, tail.length) < LONG - 1 && Math.max(at, tail.length) < LONG) continue;
      if (!this.isPart(word.slice(0, at))) continue;
      if (this.isListed(tail) || this.isOwn(tail) || (deep > 1 && this.isCompound(tail, deep - 1))) return true;
    }
    return false;
  }

  private isPart(head: string): boolean {
    return this.links!.some(
      (link) =>
        head.endsWith(link) &&
        head.length - link.length >= PART &&
        (this.isListed(head.slice(0, head.length - link.length)) ||
          this.own.has(head.slice(0, -link.length || undefined))),
    );
  }

  private lower(word: string): string {
    return word.toLocaleLowerCase(this.language);
  }

  private capitalised(word: string): string {
    return word.slice(0, 1).toLocaleUpperCase(this.language) + word.slice(1);
  }
}

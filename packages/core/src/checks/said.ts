/** What findings say. Languages are tags, fields are called by their standard names. */
import type { LanguageTag } from '../language/tags.js';
import type { Level } from '../termbase/categories.js';

export interface FindingCodes {
  readonly 'not-closed': { readonly mark: string };
  readonly 'not-opened': { readonly mark: string };
  readonly 'straight-quotes-odd': Record<string, never>;
  readonly 'marks-odd': { readonly mark: string };
  readonly 'marks-unpaired': { readonly open: string; readonly close: string };
  readonly 'german-noun-small': Record<string, never>;
  /** `share` of the texts of the language, in per cent. */
  readonly 'mostly-small': { readonly share: number };
  readonly 'mostly-large': { readonly share: number };
  readonly 'definition-is-term': { readonly definition: string };
  readonly 'definition-shared': { readonly definition: string; readonly concepts: number };
  readonly 'shares-terms': { readonly shared: readonly { readonly language: LanguageTag; readonly text: string }[] };
  readonly 'same-there': Record<string, never>;
  readonly 'nearly-same-there': { readonly text: string };
  readonly 'stands-for-nothing': { readonly text: string; readonly language: LanguageTag };
  readonly 'field-missing': {
    readonly field: string;
    readonly level: Level;
    /** Of the term, or empty. */
    readonly text: string;
    readonly language: LanguageTag | null;
  };
  readonly 'value-not-listed': {
    readonly field: string;
    readonly value: string;
    readonly list: readonly string[];
    /** What is meant, where that is plain. */
    readonly meant?: string;
  };
  readonly 'ends-with': { readonly mark: string };
  readonly 'has-article': { readonly text: string };
  readonly 'form-of': { readonly text: string; readonly base: string };
  readonly 'subject-missing': { readonly text: string; readonly language: LanguageTag; readonly concepts: number };
  /** `texts`: what stands for it, the first of them. */
  readonly 'different-targets': Contradiction;
  readonly 'different-sources': Contradiction;
  /** But for codes, capitals and the marks at the end. */
  readonly 'targets-nearly-same': Contradiction;
  readonly 'sources-nearly-same': Contradiction;
  readonly 'several-concepts': { readonly text: string; readonly concepts: number };
  readonly 'many-words': { readonly words: number };
  readonly 'many-characters': { readonly characters: number };
  readonly 'id-shared': { readonly name: string; readonly concepts: number };
  readonly 'subject-otherwise': { readonly subject: string; readonly usual: string; readonly concepts: number };
  readonly 'picture-shared': { readonly name: string; readonly concepts: number };
  readonly 'spelled-otherwise': { readonly text: string; readonly other: string };
  /** `share` of the concepts that have one, in per cent. */
  readonly 'definition-missing': { readonly share: number };
  readonly 'terms-in-one': { readonly texts: readonly string[] };
  readonly 'note-there': { readonly note: string };
  readonly 'term-all-capitals': Record<string, never>;
  readonly 'no-text': Record<string, never>;
  readonly 'language-missing': { readonly language: LanguageTag };
  readonly 'looks-like': { readonly text: string; readonly language: LanguageTag };
  readonly 'picture-missing': { readonly name: string };
  readonly 'picture-otherwise': { readonly name: string; readonly there: string };
  readonly 'refers-to-itself': { readonly name: string };
  /** The terms of the concepts, the first once more at the end. */
  readonly 'refers-in-circle': { readonly texts: readonly string[] };
  readonly 'term-empty': { readonly language: LanguageTag };
  readonly 'language-empty': { readonly language: LanguageTag };
  readonly 'definition-forbidden': {
    readonly definition: string;
    readonly term: string;
    /** Terms of the same concept that may be used. */
    readonly instead: readonly string[];
  };
  readonly 'reference-broken': { readonly name: string };
  readonly spaces: {
    readonly problems: readonly ('begins' | 'ends' | 'several')[];
    /** Code point of a character that cannot be seen; null: there is none. */
    readonly invisible: number | null;
  };
  readonly 'both-preferred': { readonly texts: readonly string[]; readonly language: LanguageTag };
  readonly 'none-usable': { readonly texts: readonly string[]; readonly language: LanguageTag };
  readonly 'preferred-elsewhere': { readonly text: string; readonly subject: string };
  /** The marks at the end, as they are written; empty: none. */
  readonly 'ends-otherwise': { readonly source: string; readonly target: string };
  readonly 'codes-missing': { readonly codes: readonly string[] };
  readonly 'codes-added': { readonly codes: readonly string[] };
  readonly 'codes-crossed': Record<string, never>;
  readonly placeholders: Difference;
  readonly accelerator: { readonly sign: string; readonly count: number };
  readonly numbers: Difference;
  readonly addresses: Difference;
  readonly 'mark-doubled': { readonly mark: string };
  readonly 'space-before': { readonly mark: string };
  readonly 'space-behind': { readonly mark: string };
  readonly 'space-missing': { readonly mark: string };
  readonly 'word-repeated': { readonly word: string };
  readonly 'all-capitals': Record<string, never>;
  readonly 'begins-small': { readonly word: string };
  readonly 'begins-large': { readonly word: string };
  /** `word`: one that is translated elsewhere; empty: it is plainly a sentence. */
  readonly untranslated: { readonly word: string };
  /** Of what is usual for texts of this length, in per cent. */
  readonly 'length-ratio': { readonly percent: number };
  readonly 'sentences-missing': { readonly wanted: number; readonly there: number };
  readonly 'letters-broken': { readonly text: string };
  readonly 'full-width': { readonly text: string };
  readonly 'half-width': { readonly text: string };
  readonly 'said-twice': { readonly units: number };
  readonly 'term-missing': {
    readonly term: string;
    readonly expected: readonly string[];
    readonly language: LanguageTag;
  };
  readonly 'term-forbidden': { readonly term: string; readonly text: string; readonly instead: readonly string[] };
  readonly spelling: {
    readonly word: string;
    /** What may be meant, the likeliest first. */ readonly instead: readonly string[];
  };
  readonly 'never-used': Record<string, never>;
  /** Of `said` texts beside the term, `meant` have one of the terms of its concept. */
  readonly 'used-otherwise': {
    readonly language: LanguageTag;
    readonly expected: readonly string[];
    readonly said: number;
    readonly meant: number;
    readonly example: string;
  };
  readonly 'no-term-for': {
    readonly text: string;
    readonly times: number;
    readonly example: string;
    readonly language: LanguageTag;
  };
  readonly 'called-otherwise': {
    readonly text: string;
    readonly language: LanguageTag;
    readonly own: readonly string[];
    readonly theirs: readonly string[];
  };
  readonly 'own-pattern': { readonly name: string; readonly must: 'stand' | 'not stand' };
  /** Of an earlier version: one sentence. */
  readonly 'as-it-was': { readonly sentence: string };
}

/** What the source has and the target lacks, and the reverse. */
interface Difference {
  readonly missing: readonly string[];
  readonly added: readonly string[];
}

interface Contradiction {
  readonly text: string;
  readonly count: number;
  readonly language: LanguageTag;
  readonly texts: readonly string[];
}

/**
 * How the words of a language change. A word of a term has a few stems, each with the endings that may stand behind
 * it: "Haus" is "haus" with {-, es, e} and "häus" with {er, ern}. A word of a text is a form of it where one of its
 * beginnings is such a stem and the rest one of the endings. Nothing else counts, so that another word that merely
 * begins alike is none.
 */

import type { FormName } from './names.js';

export type { FormName } from './names.js';

/** @returns what the form is, or null where the letters behind a stem are none of its endings. */
export type Endings = (rest: string) => FormName | null;

export interface Stem {
  readonly text: string;
  readonly endings: Endings;
}

/** Where a word stands in its term: what may change differs ("feuchte Wand" is never "feuchter Wand" by itself). */
export interface Place {
  /** Words of the term. */
  readonly of: number;
  /** From 0. */
  readonly index: number;
}

export interface Inflection {
  /** As words are compared: lower case, and without the marks that shift. Works on terms and on texts. */
  readonly fold: (word: string) => string;
  /** Of a folded word of a term. `written` is the word as the term has it. */
  readonly stems: (word: string, written: string, place: Place) => readonly Stem[];
  /** Letters of the longest ending. */
  readonly longest: number;
  /** What is left of a folded word of a text without what may be prefixed to it: articles, prepositions. */
  readonly cores?: (word: string) => readonly string[];
  /** Letters that may join the parts of a compound; null where the language writes none together. */
  readonly links: readonly string[] | null;
  /** A noun is told by its capital. */
  readonly capitals?: boolean;
  /** Whether a word of a text, as it is written, can be a form of a word of a term, once stem and ending say so. */
  readonly accords?: (term: string, form: string) => boolean;
}

/**
 * Endings by what they say: `endings({ plural: 's es', genitive: 's' })`; `-` is none. Each list is made once, however
 * often it is asked for.
 * @param withBase whether the stem by itself is the word
 */
export function endings(groups: Partial<Record<FormName, string>>, withBase = true): Endings {
  const key = `${withBase} ${JSON.stringify(groups)}`;
  const made = MADE.get(key);
  if (made) return made;
  const known = new Map<string, FormName>();
  if (withBase) known.set('', 'base');
  for (const [name, list] of Object.entries(groups) as [FormName, string][])
    for (const ending of list.split(' ')) if (!known.has(ending)) known.set(ending === '-' ? '' : ending, name);
  const list: Endings = (rest) => known.get(rest) ?? null;
  MADE.set(key, list);
  return list;
}

const MADE = new Map<string, Endings>();

/**
 * Endings that a pattern describes, for languages that put ending on ending. What was looked at once is kept.
 * @param pattern of all that may follow; a stem with nothing behind it is a form only of a verb that says so: "avaa"
 */
export function chained(pattern: RegExp, name: FormName): Endings {
  const known = new Map<string, FormName | null>();
  return (rest) => {
    let form = known.get(rest);
    if (form === undefined) {
      if (known.size > 50_000) known.clear();
      known.set(rest, (form = (rest !== '' || name === 'verb') && pattern.test(rest) ? name : null));
    }
    return form;
  };
}

/** The form itself, with what it is. */
export function whole(name: FormName): Endings {
  let list = WHOLES.get(name);
  if (!list) WHOLES.set(name, (list = (rest) => (rest === '' ? name : null)));
  return list;
}

const WHOLES = new Map<FormName, Endings>();

/** The word as it stands, and nothing behind it. */
export const WHOLE: Endings = whole('base');

/** The first alternative whose list has the end of the word: "Kammerschleuse" ends like "schleuse". */
export function endsLike(word: string, heads: ReadonlySet<string>, longest: number): string | null {
  for (let length = Math.min(longest, word.length); length > 0; length--) {
    const end = word.slice(word.length - length);
    if (heads.has(end)) return end;
  }
  return null;
}

export function listed(words: string): ReadonlySet<string> {
  return new Set(words.split(/\s+/));
}

/** "man:men foot:feet" → the end of a word and what takes its place. */
export function exchanged(pairs: string): ReadonlyMap<string, readonly string[]> {
  const map = new Map<string, string[]>();
  for (const pair of pairs.trim().split(/\s+/)) {
    const [from, ...to] = pair.split(':');
    map.set(from!, [...(map.get(from!) ?? []), ...to]);
  }
  return map;
}

/** The words of a list that a word ends in, each with what stands before it; the whole word too. */
export function headsOf(
  word: string,
  irregular: ReadonlyMap<string, readonly string[]>,
): { readonly before: string; readonly head: string; readonly forms: readonly string[] } | null {
  for (let at = 0; at < word.length; at++) {
    const forms = irregular.get(word.slice(at));
    if (forms) return { before: word.slice(0, at), head: word.slice(at), forms };
  }
  return null;
}

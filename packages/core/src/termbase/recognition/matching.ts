/**
 * When a word of a text is a form of a word of a term. With a Snowball stemmer: equal stems, with limits against
 * stems that bring different words together. Without one: a common beginning, with a limit on what may follow.
 */
import { nfc } from '../../text/normal.js';
import { intlLocale, primaryLanguage } from '../../language/tags.js';
import type { FormName } from './names.js';
import { LONGEST_PARTICLES, takesParticles } from './korean.js';
import { remembering } from './remembering.js';
import { STEMMERS, type Stem } from './stemmers.js';

export interface WordMatcher {
  /** The key under which a word of a term is filed. */
  readonly termKey: (word: string) => string;
  /** All keys, where forms may begin in several ways. */
  readonly termKeys: (word: string) => readonly string[];
  /** The keys under which a form in a text may be filed, the likeliest first. */
  readonly textKeys: (word: string) => readonly string[];
  /** Whether the form can belong to the word of the term, once the keys agree. */
  readonly fits: (term: string, form: string) => boolean;
  /** What a form is that is not the word as it stands. */
  readonly form: FormName;
  /** Whether the language writes compounds together. */
  readonly compounds: boolean;
  readonly stemmed: boolean;
}

const COMPOUNDING = new Set(['de', 'nl', 'sv', 'da', 'nb', 'nn', 'no', 'fi', 'et', 'hu', 'is', 'lb', 'fo', 'af']);

/** How many letters an ending may have, where it is not five: languages that put endings on endings. */
const LONG_ENDINGS: Readonly<Record<string, number>> = { fi: 10, hu: 9, tr: 12, et: 7, ta: 10, lt: 7 };

const MATCHERS = new Map<string, WordMatcher>();

export function matcherFor(language: string): WordMatcher {
  const primary = primaryLanguage(language);
  let matcher = MATCHERS.get(primary);
  if (!matcher) {
    const stemmer = STEMMERS[primary];
    matcher =
      primary === 'ko'
        ? particleMatcher()
        : stemmer
          ? stemmedMatcher(stemmer.stem, primary)
          : beginningMatcher(primary);
    MATCHERS.set(primary, matcher);
  }
  return matcher;
}

function stemmedMatcher(stem: Stem, primary: string): WordMatcher {
  const cached = remembering((word) => stem(normal(word, primary)));
  return {
    termKey: cached,
    termKeys: (word) => [cached(word)],
    textKeys: (word) => [cached(word)],
    fits: (term, form) => {
      const a = normal(term, primary);
      const b = normal(form, primary);
      return a === b || (cached(term) === cached(form) && fitsForm(a, b));
    },
    form: 'rule',
    compounds: COMPOUNDING.has(primary),
    stemmed: true,
  };
}

/** Korean: the word as it is, with particles behind it. */
function particleMatcher(): WordMatcher {
  const keys = remembering((word) => {
    const text = nfc(word);
    const found = [text];
    for (let length = text.length - 1; length > 0 && text.length - length <= LONGEST_PARTICLES; length--)
      if (takesParticles(text.slice(0, length), text.slice(length))) found.push(text.slice(0, length));
    return found;
  });
  return {
    termKey: nfc,
    termKeys: (word) => [nfc(word)],
    textKeys: keys,
    fits: (term, form) => keys(form).includes(nfc(term)),
    form: 'particle',
    compounds: false,
    stemmed: false,
  };
}

/**
 * The beginning that stays: short words whole but for their last letter, longer ones without two. What follows it in
 * the text may be as long as an ending.
 */
function beginningMatcher(primary: string): WordMatcher {
  const key = (word: string): string => beginning(normal(word, primary), primary);
  const ending = LONG_ENDINGS[primary] ?? 5;
  const keys = remembering((word) => {
    const text = normal(word, primary);
    const found: string[] = [];
    for (let length = text.length; length >= Math.max(3, text.length - ending - 1); length--)
      found.push(text.slice(0, length));
    return found.length ? found : [text];
  });
  return {
    termKey: key,
    termKeys: (word) => [key(word)],
    textKeys: keys,
    fits: (term, form) => {
      const a = normal(term, primary);
      const b = normal(form, primary);
      if (a === b) return true;
      const start = beginning(a, primary);
      return b.startsWith(start) && b.length - start.length <= ending && a.length > 3;
    },
    form: 'rule',
    compounds: COMPOUNDING.has(primary),
    stemmed: false,
  };
}

/** Letters that change within the stem when a word is inflected: "zawór, zaworu", "ząb, zęby", "wartość, wartości". */
const ALTERNATIONS: Readonly<Record<string, readonly (readonly [RegExp, string])[]>> = {
  pl: [
    [/ó/g, 'o'],
    [/ą/g, 'ę'],
    [/ć/g, 'c'],
    [/ś/g, 's'],
    [/ń/g, 'n'],
    [/ź/g, 'z'],
  ],
};

/** Endings of the base form that forms do not keep: "nagłówek, nagłówka", "określać, określa". */
const BASE_ENDINGS: Readonly<Record<string, RegExp>> = { pl: /(?:ek|[aiey]c)$/, cs: /(?:ek|ec)$/, sk: /(?:ok|ec)$/ };

function beginning(word: string, primary: string): string {
  if (word.length <= 3 || /\p{N}/u.test(word)) return word;
  if (word.length > 5 && BASE_ENDINGS[primary]?.test(word)) return word.slice(0, -2);
  // Vowels at the end change, consonants stay more often.
  const cut = /[aeiouyąęáéíóúůäöüõīūēāàòèù]$/u.test(word) ? 1 : 0;
  return word.slice(0, Math.max(3, word.length - cut - (word.length > 7 && cut ? 1 : 0)));
}

function normal(word: string, primary: string): string {
  let text = nfc(word).toLocaleLowerCase(intlLocale(primary));
  for (const [pattern, letter] of ALTERNATIONS[primary] ?? []) text = text.replace(pattern, letter);
  return text;
}

/** Equal stems bring "university" and "universe" together; forms of one word begin alike and end in endings. */
function fitsForm(a: string, b: string): boolean {
  const shared = commonBeginning(a, b);
  // A short form of a longer word is rather another word.
  if (b.length < a.length && (b.length < 4 || a.length - b.length > SHORTER)) return false;
  if (a.length - shared > ENDING || b.length - shared > ENDING) return false;
  return shared >= Math.min(3, Math.min(a.length, b.length) - 1) && shared * 2 >= Math.min(a.length, b.length);
}

/** Letters that a form may have less than the term. */
const SHORTER = 3;
/** Letters of an ending. */
const ENDING = 5;

function commonBeginning(a: string, b: string): number {
  const most = Math.min(a.length, b.length);
  let i = 0;
  while (i < most && a[i] === b[i]) i++;
  return i;
}

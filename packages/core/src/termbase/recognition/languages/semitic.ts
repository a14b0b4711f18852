/**
 * Arabic and Hebrew: article, conjunctions and prepositions written to the word, regular plurals, and pronouns behind it
 * (Ryding 2005, "A reference grammar of Modern Standard Arabic", ch. 5–7; Glinert 1989, "The grammar of Modern Hebrew",
 * ch. 5; from memory). Broken plurals follow no rule: they can be recorded with the term.
 */
import { endings, type Inflection, type Stem } from '../inflection.js';

/** Letters that must be left when a prefix is taken off. */
const LEAST = 3;
/** Letters of all prefixes together. */
const LONGEST = 5;

/** @param prefixes a pattern of all that may be written before a word, from the beginning to the end of a text */
function without(prefixes: RegExp, word: string): string[] {
  const found: string[] = [];
  for (let length = 1; length <= Math.min(LONGEST, word.length - LEAST); length++)
    if (prefixes.test(word.slice(0, length))) found.push(word.slice(length));
  return found;
}

const ARABIC_PREFIX = /^[وف]?(?:[بك]?(?:ال)?|لل|ل)$/u;
const PRONOUNS = 'ه ها هم هن هما ك كم نا ي';
const ofPronouns = (before: string): string =>
  PRONOUNS.split(' ')
    .map((one) => before + one)
    .join(' ');
const ARABIC = {
  plain: endings({ plural: 'ات ون ين ان', case: 'ا', possessive: `${PRONOUNS} ${ofPronouns('ات')}` }),
  feminine: endings({ base: 'ة', plural: 'ات تان تين', possessive: `${ofPronouns('ت')} ${ofPronouns('ات')}` }, false),
};

export const ARABIC_WORDS: Inflection = {
  fold: (word) =>
    word
      .replace(/[\u064b-\u065f\u0670\u0640]/g, '')
      .replace(/[أإآٱ]/g, 'ا')
      .replace(/ى/g, 'ي'),
  stems: (word) => {
    const bare = word.startsWith('ال') && word.length > 4 ? word.slice(2) : word;
    return bare.endsWith('ة')
      ? [{ text: bare.slice(0, -1), endings: ARABIC.feminine }]
      : [{ text: bare, endings: ARABIC.plain }];
  },
  cores: (word) => without(ARABIC_PREFIX, word),
  longest: 5,
  links: null,
};

const HEBREW_PREFIX = /^ו?(?:כש|מש|ש)?[בכלמ]?ה?$/u;
const HEBREW = {
  plain: endings({ plural: 'ים ות י יהם', possessive: 'י ך ו נו כם ם יו יה ינו ותיו ותיה' }),
  feminine: endings({ base: 'ה', plural: 'ות ותיו ותיה', case: 'ת', possessive: 'תי תו תה תנו תם' }, false),
  plural: endings({ plural: 'ות' }, false),
  abstract: endings({ base: 'ות', plural: 'ויות' }, false),
};

export const HEBREW_WORDS: Inflection = {
  fold: (word) => word.replace(/[\u0591-\u05c7]/g, '').replace(/[ךםןףץ]$/u, (last) => UNFINISHED[last]!),
  stems: (word) => {
    const found: Stem[] = [{ text: word, endings: HEBREW.plain }];
    if (word.endsWith('ה')) found.push({ text: word.slice(0, -1), endings: HEBREW.feminine });
    if (word.endsWith('ייה')) found.push({ text: word.slice(0, -2), endings: HEBREW.plural });
    if (word.endsWith('ות')) found.push({ text: word.slice(0, -2), endings: HEBREW.abstract });
    return found.map(({ text, endings: ends }) => ({
      text,
      endings: (rest) => ends(rest.replace(/מ$/u, 'ם').replace(/כ$/u, 'ך')),
    }));
  },
  cores: (word) => without(HEBREW_PREFIX, word),
  longest: 5,
  links: null,
};

/** A letter at the end of a word has another shape; words are compared without it. */
const UNFINISHED: Readonly<Record<string, string>> = { ך: 'כ', ם: 'מ', ן: 'נ', ף: 'פ', ץ: 'צ' };

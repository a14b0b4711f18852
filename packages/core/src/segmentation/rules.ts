/**
 * The segmentation that ships with Fair Copy, as SRX rules: abbreviations, initials, ordinals and labels do not end a
 * sentence; closing quotes and brackets belong to the sentence that they close.
 */
import { ABBREVIATIONS, BEFORE_NUMBERS } from './abbreviations.js';
import type { SrxRule, SrxRules } from './srx.js';

const CLOSING = '[\\p{Pe}\\p{Pf}"\'’»”“]*';
const no = (before: string, after: string): SrxRule => ({ breaks: false, before, after });
const yes = (before: string, after: string): SrxRule => ({ breaks: true, before, after });

/** Languages that write an ordinal number with a full stop. */
const ORDINALS = 'cs|da|de|et|fi|hr|hu|is|lv|nb|nn|no|pl|sk|sl|sr|tr|lt|eu';
/** Nouns with a capital that follow an ordinal in German. */
const AFTER_ORDINAL =
  'Januar|Jänner|Februar|März|April|Mai|Juni|Juli|August|September|Oktober|November|Dezember|Jahrhundert|Kapitel|Abschnitt|Auflage|Klasse|Tag|Woche|Monat|Jahr|Etage|Stock|Platz|Bundes';

const COMMON: readonly SrxRule[] = [
  // Labels at the beginning: "1. Open", "a) Close", "IV. Chapter".
  no('^\\s*(?:\\p{N}{1,3}(?:\\.\\p{N}{1,3})*|\\p{L}|[IVXLC]{1,5})[.)]', '\\s'),
  // Initials: "J. Smith".
  no('(?:^|[\\s(.])\\p{Lu}\\.', '\\s?\\p{Lu}[\\p{Ll}.]'),
  no(abbreviated(BEFORE_NUMBERS), '\\s?\\p{N}'),
  // What goes on in small letters is no new sentence.
  no(`[.!?…]${CLOSING}`, '\\s+[\\p{Pi}\\p{Ps}"\'„]*\\p{Ll}'),
  no(`[.…]${CLOSING}`, '\\s+[,;:)\\]–-]'),
  // Quotation marks that stand off from the text: « Oui. »
  no('[.!?…]', '\\s+[»›](?:\\s|$)'),
];

/** What a sentence in quotation marks is part of goes on after them. */
const JAPANESE: readonly SrxRule[] = [no('[。！？]+[」』）]+', '[とでのをはがにもっや]')];

/** After an article or a preposition a number with a full stop is an ordinal: "das 2. Tor". */
const GERMAN: readonly SrxRule[] = [
  no(
    '(?:^|\\s)(?:[Dd](?:er|ie|as|em|en|es)|[Aa][mb]|[Ii][mn]|[Vv]om|[Zz]u[mr]|[Bb]eim|[Bb]is|[Ss]eit|[Jj]ede[rsnm]?)\\s+\\p{N}{1,2}\\.',
    '\\s',
  ),
];

const BREAKS: readonly SrxRule[] = [
  yes('[。！？｡︒]+[」』）】》〉”’"\']*', '[^。！？」』）】》〉”’"\']'),
  yes(`[.!?…‽؟۔।॥։]${CLOSING}`, '\\s'),
  yes('[.!?…]\\s?[»›]', '\\s'),
  yes('[\\n\\u0085\\u2028\\u2029]', ''),
];

const lists = new Map<string, readonly SrxRule[]>([
  ['common', COMMON],
  ['breaks', BREAKS],
  ['ordinals', [no('(?:^|[\\s(–-])\\p{N}{1,2}\\.', `\\s+(?:\\p{Ll}|${AFTER_ORDINAL})`)]],
  ['japanese', JAPANESE],
  ['german', GERMAN],
  ['greek', [yes(`[;;]${CLOSING}`, '\\s+[\\p{Lu}\\p{Pi}«"]')]],
  ...Object.entries(ABBREVIATIONS).map(([language, words]) => [language, [no(abbreviated(words), '\\s')]] as const),
]);

/** Our rules; every language that has none of its own follows the common ones. */
export const FAIR_COPY_RULES: SrxRules = {
  lists,
  maps: [
    ...Object.keys(ABBREVIATIONS).map((list) => ({
      pattern: `${list === 'no' ? '(?:no|nb|nn)' : list}(?:-.*)?`,
      list,
    })),
    { pattern: `(?:${ORDINALS})(?:-.*)?`, list: 'ordinals' },
    { pattern: 'ja(?:-.*)?', list: 'japanese' },
    { pattern: 'de(?:-.*)?', list: 'german' },
    { pattern: '.*', list: 'common' },
    { pattern: 'el(?:-.*)?', list: 'greek' },
    { pattern: '.*', list: 'breaks' },
  ],
  cascade: true,
};

/** One expression for all abbreviations of a language; inside one a space may stand after each full stop. */
function abbreviated(words: string): string {
  const forms = [...new Set(words.split(/\s+/))]
    .sort((a, b) => b.length - a.length)
    .map((word) => word.replace(/[-+*?^$()[\]{}|\\]/g, '\\$&').replace(/\./g, '\\.\\s?'))
    .map((form) => form.replace(/^\p{Ll}/u, (letter) => `[${letter}${letter.toUpperCase()}]`));
  return `(?:^|[\\s(\\p{Pi}"'/-])(?:${forms.join('|')})\\.`;
}

/** The numbers of both texts are the same, however each language writes them. */
import { saysNumber } from './number-words.js';
import type { Mark } from '../check.js';
import { onTarget, perPair, type Pair, type Side } from './pair.js';
import { placeholdersOf } from './placeholders.js';
import { intlLocale } from '../../language/tags.js';

const about = { id: 'number', severity: 'error' } as const;

interface Found {
  readonly shown: string;
  /** What it may be, without signs of grouping; "1,234" is 1234 or 1.234. */
  readonly values: readonly string[];
  readonly from: number;
}

/** Digits with what may stand in a number: marks of grouping and decimals of CLDR, spaces between groups of three. */
const NUMBER = /\p{Nd}+(?:[.,'’٫٬:/-]\p{Nd}+|[\u00a0\u202f\u2009 ]\p{Nd}{3}(?!\p{Nd}))*/gu;

const OTHER_DIGIT = /(?![0-9])\p{Nd}/u;

/** Digits of every script as ASCII (Unicode, Numeric_Type=Decimal: runs of ten begin at a multiple of the zero). */
function ascii(text: string): string {
  if (!OTHER_DIGIT.test(text)) return text;
  return text.replace(/\p{Nd}/gu, (digit) => {
    const code = digit.codePointAt(0)!;
    if (code < 128) return digit;
    let zero = code;
    while (code - zero < 9 && /\p{Nd}/u.test(String.fromCodePoint(zero - 1))) zero--;
    return String((code - zero) % 10);
  });
}

const runsOf = (text: string): string[] => (ascii(text).match(/\d+/g) ?? []).map((run) => run.replace(/^0+(?=\d)/, ''));

/** Texts with what programs fill in, addresses and tags blanked, so that places stay. */
function blanked(text: string): string {
  let bare = text;
  for (const { shown } of placeholdersOf(text))
    if (/\d/.test(shown)) bare = bare.replace(shown, ' '.repeat(shown.length));
  if (/&#|<|:\/\//.test(bare))
    bare = bare.replace(/&#x?[\da-fA-F]+;|<[^<>]*>|[a-z][a-z+.-]*:\/\/[^\s<>"']+/gi, (all) => ' '.repeat(all.length));
  return bare;
}

function numbersOf(text: string): Found[] {
  return [...text.matchAll(NUMBER)].flatMap(({ 0: shown, index }) => {
    const plain = ascii(shown);
    const parts = plain.split(/[^\d]/);
    const signs = [...plain.matchAll(/[^\d]/g)].map(([sign]) => sign);
    if (signs.length === 0) return [{ shown, values: [normal(plain)], from: index }];
    const isGrouped = parts.slice(1).every((part) => part.length === 3) && signs.every((sign) => !/[:/-]/.test(sign));
    const groups = isGrouped ? [normal(parts.join(''))] : [];
    // The last sign may be that of decimals, what stands before it groups.
    const before = parts.slice(0, -1);
    const mayBeDecimal =
      !/[:/\s\u00a0\u202f\u2009-]/.test(signs.at(-1)!) &&
      (signs.length === 1 || (before.slice(1).every((part) => part.length === 3) && signs.at(-1) !== signs[0]));
    const decimals = mayBeDecimal ? [`${normal(before.join(''))}.${parts.at(-1)!}`] : [];
    if (groups.length + decimals.length > 0) return [{ shown, values: [...groups, ...decimals], from: index }];
    // A date, a version, a time: each part for itself.
    let at = index;
    return parts.map((part) => {
      const one = { shown: part, values: [normal(part)], from: at };
      at += part.length + 1;
      return one;
    });
  });
}

const normal = (digits: string): string => digits.replace(/^0+(?=\d)/, '');

/** A number that a word multiplies: "2 million", "3万", "5k". */
const MULTIPLIED =
  /^\s*(?:thousand|million|billion|trillion|hundred|tausend|million|milliard|mille|mil\b|millón|millones|milhões|tys|mln|mld|тыс|млн|млрд|tuhat|miljoona|miljon|ezer|bin\b|milyon|万|萬|億|亿|千|百|만|억|천|백|พัน|ล้าน|หมื่น|แสน)/iu;
/** A time of twelve hours. */
const HALF_DAY = /\d\s*[ap]\.?\s?m\b/i;
/** Measures that are converted, not kept (common practice). */
const CONVERTED =
  /\d\s*(?:inch(?:es)?|in\.|feet|foot|ft|yards?|miles?|mph|pounds?|lbs?|oz|ounces?|gallons?|°\s?F|Fahrenheit|″)(?!\w)/i;

export const numberCheck = perPair(about, function* (pair) {
  const { source, target } = pair;
  if (!/\p{Nd}/u.test(source.text) && !/\p{Nd}/u.test(target.text)) return;
  const [from, to] = [blanked(source.text), blanked(target.text)];
  const [a, b] = [runsOf(from), runsOf(to)];
  if (a.length === b.length && a.slice().sort().join() === b.slice().sort().join()) return;
  const [wanted, there] = [numbersOf(from), numbersOf(to)];
  const lost = notIn(wanted, there);
  const more = notIn(there, wanted);
  if (HALF_DAY.test(from) || HALF_DAY.test(to) || CONVERTED.test(from) || CONVERTED.test(to)) return;
  const [missing, strange] = explained(pair, { lost, more, from, to });
  if (missing.length === 0 && strange.length === 0) return;
  yield onTarget(
    about,
    pair,
    {
      code: 'numbers',
      values: { missing: missing.map(({ shown }) => shown), added: strange.map(({ shown }) => shown) },
    },
    { marks: [...marks(source, missing), ...marks(target, strange)] },
  );
});

/** Numbers of which no value stands on the other side, how often ever. */
function notIn(wanted: readonly Found[], there: readonly Found[]): Found[] {
  const known = new Set(there.flatMap(({ values }) => values));
  return wanted.filter(({ values }) => !values.some((value) => known.has(value)));
}

interface Left {
  readonly lost: readonly Found[];
  readonly more: readonly Found[];
  readonly from: string;
  readonly to: string;
}

/** What neither words nor multiples explain. */
function explained({ source, target }: Pair, { lost, more, from, to }: Left): [Found[], Found[]] {
  const isWord = ({ values }: Found, text: string, language: string): boolean =>
    values.some((value) => /^\d{1,2}$/.test(value) && saysNumber(text, Number(value), language));
  const isMultiplied = ({ shown, from: at }: Found, text: string): boolean => {
    const behind = text.slice(at + shown.length);
    return MULTIPLIED.test(behind) || /^\s?[kM]\b/.test(behind);
  };
  // "20,000" is "2万" there.
  const isLarge = ({ values }: Found): boolean => values.some((value) => value.length >= 4);
  const manifold = { from: more.some((one) => isMultiplied(one, to)), to: lost.some((one) => isMultiplied(one, from)) };
  const isMonth = ({ values }: Found, text: string, language: string): boolean =>
    values.some((value) => /^(?:[1-9]|1[0-2])$/.test(value) && namesMonth(text, Number(value), language));
  const missing = lost.filter(
    (one) =>
      !isWord(one, to, target.general) &&
      !isMultiplied(one, from) &&
      !(manifold.from && isLarge(one)) &&
      !isMonth(one, to, target.general),
  );
  const strange = more.filter(
    (one) =>
      !isWord(one, from, source.general) &&
      !isMultiplied(one, to) &&
      !(manifold.to && isLarge(one)) &&
      !isMonth(one, from, source.general),
  );
  // "1" is often said by the form of the word alone.
  const alone = strange.length === 0;
  return [missing.filter(({ values }) => !(alone && values.includes('1'))), strange];
}

const MONTHS = new Map<string, readonly string[]>();

/** Names of months by CLDR. */
function namesMonth(text: string, month: number, language: string): boolean {
  let names = MONTHS.get(language);
  if (!names) {
    const format = new Intl.DateTimeFormat(intlLocale(language), { month: 'long', timeZone: 'UTC' });
    names = Array.from({ length: 12 }, (_, i) => format.format(Date.UTC(2026, i, 15)).toLowerCase());
    MONTHS.set(language, names);
  }
  const name = names[month - 1]!;
  return text.toLowerCase().includes(name.length > 5 ? name.slice(0, -2) : name.slice(0, 3));
}

const marks = ({ place }: Side, found: readonly Found[]): Mark[] =>
  found.map(({ shown, from }) => ({ place, from, to: from + shown.length }));

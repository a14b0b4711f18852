/**
 * Languages whose forms a dictionary with affix rules has: what it has of a word, what words that end alike have where
 * it lacks the word, and a few rules for what such dictionaries list apart or leave out.
 */
import type { AffixDictionary } from '../affixes.js';
import { endings, exchanged, headsOf, whole, type Endings, type Inflection, type Place, type Stem } from '../inflection.js';

interface Supplement {
  /** What the affix rules derive and is a word of its own: "canalzinho". */
  readonly derived: RegExp | null;
  /** Forms that the dictionary may list apart. */
  readonly stems: (word: string, place: Place, known: boolean) => readonly Stem[];
  readonly links: readonly string[] | null;
}

const bare = (text: string, name: Parameters<typeof whole>[0] = 'plural'): Stem => ({ text, endings: whole(name) });
const NONE: readonly Stem[] = [];

const S_PLURAL = endings({ plural: 's' });
const VOWEL = '[aeiouáéíóú]';

/** Spanish (RAE, "Nueva gramática", § 3.2 and § 4; "Ortografía" on accents; from memory). */
function spanish(word: string): readonly Stem[] {
  if (/[aeiouáéó]$/u.test(word)) return [{ text: word, endings: S_PLURAL }];
  const plain: Readonly<Record<string, string>> = { á: 'a', é: 'e', í: 'i', ó: 'o', ú: 'u' };
  if (word.endsWith('z')) return [bare(`${word.slice(0, -1)}ces`)];
  const accented = /^(.*)([áéíóú])([ns])$/u.exec(word);
  if (accented) return [bare(word, 'base'), bare(`${accented[1]}${plain[accented[2]!]}${accented[3]}es`)];
  if (/[aeiou]n$/u.test(word) && !/[áéíóú]/u.test(word)) {
    // The accent of "orden", "imagen", "examen" shows in the plural only.
    const found = new RegExp(`^(.*)([aeiou])([^aeiou]{1,2}[aeiou]n)$`, 'u').exec(word);
    const marks: Readonly<Record<string, string>> = { a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú' };
    if (found) return [bare(`${found[1]}${marks[found[2]!]}${found[3]}es`), bare(`${word}es`)];
  }
  return new RegExp(`${VOWEL}s$`, 'u').test(word) ? NONE : [{ text: word, endings: endings({ plural: 'es' }) }];
}

/** Adjectives in -o, by how they end, and common short ones. */
const AGREEING =
  /(?:[aiu]do|ivo|oso|ico|ário|ório|ano|eno|ino|ento|eto|erto|ito|ômico|^novo|^velho|^alto|^baixo|^largo|^estreito|^cheio|^vazio|^todo|^outro|^mesmo|^próprio|^único|^primeiro|^último|^humano|^livre)$/u;

/** Portuguese (Cunha & Cintra, "Nova gramática do português contemporâneo", ch. 8; from memory). */
function portuguese(word: string): readonly Stem[] {
  const stem = word.slice(0, -2);
  if (word.endsWith('ão')) return [bare(`${stem}ões`), bare(`${stem}ãos`), bare(`${stem}ães`)];
  if (/[aeou]l$/u.test(word)) {
    const open: Readonly<Record<string, string>> = { e: 'é', o: 'ó' };
    const vowel = word.at(-2)!;
    return [bare(`${stem}${vowel}is`), ...(open[vowel] ? [bare(`${stem}${open[vowel]}is`)] : [])];
  }
  if (word.endsWith('il')) return [bare(`${stem}is`), bare(`${stem}eis`)];
  if (word.endsWith('m')) return [bare(`${word.slice(0, -1)}ns`)];
  if (/[rzn]$/u.test(word)) return [{ text: word, endings: endings({ plural: 'es' }) }];
  if (word.endsWith('ês')) return [bare(`${stem}eses`)];
  if (AGREEING.test(word)) return [{ text: word.slice(0, -1), endings: endings({ base: 'o', plural: 'os', feminine: 'a as' }, false) }];
  return /[aeiouãéôóêá]$/u.test(word) ? [{ text: word, endings: S_PLURAL }] : NONE;
}

const FRENCH = exchanged('œil:yeux ail:aulx travail:travaux vitrail:vitraux bail:baux corail:coraux émail:émaux soupirail:soupiraux');

/** French (Grevisse & Goosse, "Le bon usage", §§ 515–527; from memory). */
function french(word: string, _place: Place, known: boolean): readonly Stem[] {
  const special = headsOf(word, FRENCH);
  const found: Stem[] = special ? special.forms.map((form) => bare(special.before + form)) : [];
  if (known) return found;
  if (/[sxz]$/u.test(word)) return found;
  if (word.endsWith('al')) return [...found, bare(`${word.slice(0, -2)}aux`)];
  if (/(?:eau|eu|au)$/u.test(word)) return [...found, { text: word, endings: endings({ plural: 'x' }) }];
  return [...found, { text: word, endings: S_PLURAL }];
}

const MJA = endings({ base: 'мя', case: 'мени менем', plural: 'мена мен менам менами менах мён' }, false);
const RU_SOFT: Endings = endings({ case: 'я ю ем ём е', plural: 'и ей ям ями ях ев ёв' }, false);
const RU_HARD: Endings = endings({ case: 'а у ом е', plural: 'ы и ов ам ами ах' }, false);

/** Russian (Zaliznjak, "Grammatičeskij slovar' russkogo jazyka"; from memory): what the dictionary leaves out. */
function russian(word: string, _place: Place, known: boolean): readonly Stem[] {
  const found: Stem[] = [];
  if (word.endsWith('мя')) found.push({ text: word.slice(0, -2), endings: MJA });
  // A vowel that goes: "уровень – уровня", "водосток", "значок – значка".
  const fleeting = /^(.{2,})[оеё]([кцнльрм]ь?)$/u.exec(word);
  if (fleeting && !known) {
    const soft = fleeting[2]!.endsWith('ь');
    found.push({ text: fleeting[1]! + fleeting[2]!.replace('ь', ''), endings: soft ? RU_SOFT : RU_HARD });
  }
  if (/[бвгджзклмнпрстфхцчшщ]$/u.test(word)) found.push({ text: word, endings: endings({ case: 'а у ом ем е', plural: /[гкхжшчщ]$/u.test(word) ? 'и ов ей ам ами ах' : 'ы ов ам ами ах' }) });
  if (word.endsWith('ие')) found.push({ text: word.slice(0, -1), endings: endings({ base: 'е', case: 'я ю ем и', plural: 'й ям ями ях' }, false) });
  if (word.endsWith('ия')) found.push({ text: word.slice(0, -1), endings: endings({ base: 'я', case: 'и ю ей ею', plural: 'й ям ями ях' }, false) });
  if (word.endsWith('ость')) found.push({ text: word.slice(0, -1), endings: endings({ base: 'ь', case: 'и ью', plural: 'ей ям ями ях' }, false) });
  return found;
}

/** Polish (Tokarski, "Fleksja polska"; from memory): the short genitive of the plural, and what the dictionary lists apart. */
function polish(word: string): readonly Stem[] {
  const found: Stem[] = [];
  const stem = word.slice(0, -1);
  if (/[^aeiouyąęó][ao]$/u.test(word) && !/[bcdfghjklmnprstwzłżćńśź]{2}.$/u.test(word)) found.push(bare(stem));
  if (/(?:st|śl|ć|śń|ść|[cż]|rz|dz|sz|cz|l|ń|ś|ź)$/u.test(word)) {
    const soft = word.replace(/ć$/u, 'ci').replace(/ń$/u, 'ni').replace(/ś$/u, 'si').replace(/ź$/u, 'zi');
    found.push({ text: soft === word ? word : soft.slice(0, -1), endings: endings(soft === word ? { case: 'y i ą', plural: 'e' } : { case: 'i ią', plural: 'ie' }, soft === word) });
  }
  return found;
}

const SWEDISH = exchanged(`
  man:män hand:händer stad:städer rand:ränder strand:stränder tand:tänder and:änder natt:nätter bok:böcker fot:fötter
  rot:rötter son:söner land:länder ledamot:ledamöter bonde:bönder dotter:döttrar mor:mödrar far:fäder bror:bröder
  broder:bröder gås:gäss mus:möss lus:löss brand:bränder tång:tänger stång:stänger spång:spänger öga:ögon öra:öron
`);
const SV_NOUN = endings({ genitive: 's' });
const SV_IRREGULAR = endings({ plural: '- na nas s en ens' });
const SV_A = endings({ base: 'a', plural: 'or orna ornas ors', definite: 'an ans', genitive: 'as' }, false);
const SV_E = endings({ base: 'e', plural: 'ar arna arnas ars n na', definite: 'en ens et ets', genitive: 'es' }, false);
const SV_SYNCOPE = endings({ plural: 'ar arna arnas ars', definite: 'en et' }, false);

/** Swedish (Teleman et al. 1999, "Svenska Akademiens grammatik", ch. 2; from memory). */
function swedish(word: string, _place: Place, known: boolean): readonly Stem[] {
  const found: Stem[] = [{ text: word, endings: SV_NOUN }];
  const special = headsOf(word, SWEDISH);
  if (special && (special.before === '' || special.head.length > 2 || special.head === 'and'))
    for (const form of special.forms) found.push({ text: special.before + form, endings: SV_IRREGULAR });
  if (known) return found;
  if (word.endsWith('a')) found.push({ text: word.slice(0, -1), endings: SV_A });
  else if (word.endsWith('e')) found.push({ text: word.slice(0, -1), endings: SV_E });
  else if (/[eo](?:l|r|n)$/u.test(word)) found.push({ text: word.slice(0, -2) + word.at(-1)!, endings: SV_SYNCOPE }, { text: word, endings: endings({ definite: 'n ns' }) });
  return found;
}

const SUPPLEMENTS: Readonly<Record<string, Supplement>> = {
  es: { derived: /(?:ill[oa]s?|it[oa]s?|azo|ísim[oa]s?|mente)$/u, stems: spanish, links: null },
  pt: { derived: /(?:zinh[oa]s?|[ií]nh[oa]s?|zões|zão|zonas?|onas?|adora?s?|ador(?:es|inh).*|edor(?:a|es).*|mente|íssim[oa]s?|ão|ões)$/u, stems: portuguese, links: null },
  fr: { derived: null, stems: french, links: null },
  ru: { derived: null, stems: russian, links: null },
  pl: { derived: null, stems: polish, links: null },
  sv: { derived: /s?bor?n?(?:na)?s?$/u, stems: swedish, links: ['', 's', 'e', 'u', 'o', 'a'] },
};

/** Languages for which an affix dictionary is worth having. */
export const BY_DICTIONARY: readonly string[] = Object.keys(SUPPLEMENTS);

export function byDictionary(primary: string, dictionary: AffixDictionary | null): Inflection | null {
  const supplement = SUPPLEMENTS[primary];
  if (!supplement || !dictionary) return null;
  const fold = (word: string): string => word.toLowerCase();
  return {
    fold,
    stems: (word, written, place) => {
      const known = dictionary.stems(written) ?? dictionary.stems(word);
      const hasForms = known !== null && known.some(({ endings: ends, text }) => text !== word || ends('') === null);
      const likened = hasForms || !/^\p{L}{3,}$/u.test(word) ? null : dictionary.likeOthers(word, supplement.links !== null);
      const found = (known ?? []).concat(likened ?? []).map((stem) => withoutDerived(stem, word, supplement.derived));
      return [bare(word, 'base'), ...found.map(({ text, endings: ends }) => ({ text: fold(text), endings: ends })), ...supplement.stems(word, place, hasForms)];
    },
    longest: 12,
    links: supplement.links,
  };
}

function withoutDerived(stem: Stem, word: string, derived: RegExp | null): Stem {
  if (!derived) return stem;
  return {
    text: stem.text,
    endings: (rest) => {
      const form = stem.text + rest;
      return form !== word && derived.test(form) && !(derived.test(word)) ? null : stem.endings(rest);
    },
  };
}

/**
 * Languages whose forms a dictionary with affix rules has: what it has of a word, what words that end alike have where
 * it lacks the word, and a few rules for what such dictionaries list apart or leave out.
 */
import type { AffixDictionary } from '../affixes.js';
import { endings, exchanged, headsOf, whole, type Endings, type Inflection, type Stem } from '../inflection.js';

interface Supplement {
  /** What the affix rules derive and is a word of its own: "canalzinho". */
  readonly isDerived: ((form: string, word: string) => boolean) | null;
  /** Forms that the dictionary may list apart. */
  readonly stems: (word: string, known: Known) => readonly Stem[];
  readonly links: readonly string[] | null;
}

/** What the dictionary has of a word. */
interface Known {
  /** Forms other than the word itself. */
  readonly hasForms: boolean;
  /** Whether one of these endings stands behind the stem among them. */
  /** The stems of another base form of the word: an adjective may stand in the feminine. */
  readonly lemma: (word: string) => readonly Stem[];
  readonly hasOne: (stem: string, endings: string) => boolean;
}

const bare = (text: string, name: Parameters<typeof whole>[0] = 'plural'): Stem => ({ text, endings: whole(name) });
const NONE: readonly Stem[] = [];

const S_PLURAL = endings({ plural: 's' });
const VOWEL = '[aeiouáéíóú]';

const SPANISH = exchanged('régimen:regímenes carácter:caracteres espécimen:especímenes');

/** Spanish (RAE, "Nueva gramática", § 3.2 and § 4; "Ortografía" on accents; from memory). */
function spanish(word: string): readonly Stem[] {
  if (/[aeiouáéó]$/u.test(word)) return [{ text: word, endings: S_PLURAL }];
  const plain: Readonly<Record<string, string>> = { á: 'a', é: 'e', í: 'i', ó: 'o', ú: 'u' };
  if (word.endsWith('z')) return [bare(`${word.slice(0, -1)}ces`)];
  const special = SPANISH.get(word);
  if (special) return special.map((form) => bare(form));
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
  /(?:[aiu]do|ivo|oso|ico|ário|ório|ano|eno|ino|ento|eto|erto|ito|ômico|^novo|^velho|^alto|^baixo|^largo|^estreito|^cheio|^vazio|^todo|^outro|^mesmo|^próprio|^único|^primeiro|^último|^humano|^livre|^justo|^claro|^escuro|^longo|^curto|^grosso|^fino|^duro|^seco|^sujo|^certo|^exato|^exacto|^correto|^correcto)$/u;

function withoutMark(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\u0301/g, '')
    .normalize('NFC');
}

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
  if (/[áéíóú]s$/u.test(word)) return [bare(`${word}es`), bare(`${withoutMark(word.slice(0, -1))}ses`)];
  if (AGREEING.test(word))
    return [{ text: word.slice(0, -1), endings: endings({ base: 'o', plural: 'os', feminine: 'a as' }, false) }];
  return /[aeiouãéôóêá]$/u.test(word) ? [{ text: word, endings: S_PLURAL }] : NONE;
}

const FRENCH = exchanged(
  'œil:yeux ail:aulx travail:travaux vitrail:vitraux bail:baux corail:coraux émail:émaux soupirail:soupiraux',
);

/** French (Grevisse & Goosse, "Le bon usage", §§ 515–527; from memory). */
function french(word: string, { hasForms }: Known): readonly Stem[] {
  const special = headsOf(word, FRENCH);
  const found: Stem[] = special ? special.forms.map((form) => bare(special.before + form)) : [];
  if (hasForms) return found;
  if (/[sxz]$/u.test(word)) return found;
  if (word.endsWith('al')) return [...found, bare(`${word.slice(0, -2)}aux`)];
  if (/(?:eau|eu|au)$/u.test(word)) return [...found, { text: word, endings: endings({ plural: 'x' }) }];
  return [...found, { text: word, endings: S_PLURAL }];
}

const RUSSIAN = exchanged(
  'человек:люди:людей:людям:людьми:людях ребенок:дети:детей:детям:детьми:детях год:лет ворота:ворот:воротам:воротами:воротах судно:суда:судов:судам:судами:судах конец:концы:концов путь:пути:путем:путей:путям:путями:путях',
);
const MJA = endings({ base: 'мя', case: 'мени менем', plural: 'мена мен менам менами менах' }, false);
const RU_SOFT: Endings = endings({ case: 'я ю ем е', plural: 'и ей ям ями ях ев' }, false);
const RU_HARD: Endings = endings({ case: 'а у ом е', plural: 'ы и ов ам ами ах' }, false);

/** "швартовная" → "швартовный". */
function russianMasculine(word: string): string {
  const stem = word.slice(0, -2);
  return /(?:яя|ее)$/u.test(word) || /[гкхжшчщ]$/u.test(stem) ? `${stem}ий` : `${stem}ый`;
}

/** Russian (Zaliznjak, "Grammatičeskij slovar' russkogo jazyka"; from memory): what the dictionary leaves out. */
function russian(word: string, { hasForms, lemma }: Known): readonly Stem[] {
  const found: Stem[] = [];
  const special = headsOf(word, RUSSIAN);
  if (special && special.before === '') for (const form of special.forms) found.push(bare(form));
  if (/(?:ая|яя|ое|ее|ые|ие)$/u.test(word)) found.push(...lemma(russianMasculine(word)));
  if (word.endsWith('мя')) found.push({ text: word.slice(0, -2), endings: MJA });
  // The genitive of the plural may gain a vowel, and is left out where it is another word: "число – чисел".
  const cluster = /^(.+[бвгджзклмнпрстфхцчшщ])([бвгджзклмнпрстфхцчшщ])[оа]$/u.exec(word);
  if (hasForms && cluster) found.push(bare(`${cluster[1]}е${cluster[2]}`), bare(`${cluster[1]}о${cluster[2]}`));
  // A vowel that goes: "уровень – уровня", "водосток", "значок – значка".
  const fleeting = /^(.{2,})[оеё]([кцнльрм]ь?)$/u.exec(word);
  if (fleeting && !hasForms) {
    const soft = fleeting[2]!.endsWith('ь');
    found.push({ text: fleeting[1]! + fleeting[2]!.replace('ь', ''), endings: soft ? RU_SOFT : RU_HARD });
  }
  if (/[бвгджзклмнпрстфхцчшщ]$/u.test(word))
    found.push({
      text: word,
      endings: endings({
        case: 'а у ом ем е',
        plural: /[гкхжшчщ]$/u.test(word) ? 'и ов ей ам ами ах' : 'ы ов ам ами ах',
      }),
    });
  if (word.endsWith('ие'))
    found.push({
      text: word.slice(0, -1),
      endings: endings({ base: 'е', case: 'я ю ем и', plural: 'й ям ями ях' }, false),
    });
  if (word.endsWith('ия'))
    found.push({
      text: word.slice(0, -1),
      endings: endings({ base: 'я', case: 'и ю ей ею', plural: 'й ям ями ях' }, false),
    });
  if (word.endsWith('ость'))
    found.push({
      text: word.slice(0, -1),
      endings: endings({ base: 'ь', case: 'и ью', plural: 'ей ям ями ях' }, false),
    });
  return found;
}

/** Polish (Tokarski, "Fleksja polska"; from memory): the short genitive of the plural, and what the dictionary lists apart. */
function polish(word: string, { hasForms, hasOne, lemma }: Known): readonly Stem[] {
  const found: Stem[] = [];
  const stem = word.slice(0, -1);
  const special = headsOf(word, POLISH);
  if (special && special.before === '') for (const form of special.forms) found.push(bare(form));
  if (!hasForms && /(?:[nwkt][ae]|[iy]e)$/u.test(word))
    found.push(...lemma(/[kg][ae]$|ie$/u.test(word) ? word.replace(/i?[ae]$/u, 'i') : word.replace(/[ae]$/u, 'y')));
  // The dictionary leaves out what is a form of another word as well: "wiara – wiary", "świat – świata".
  if (hasForms && /[^aeiouyąęó]a$/u.test(word)) {
    const y = /[kg]a$/u.test(word) ? 'i' : 'y';
    found.push({ text: stem, endings: endings({ case: `ę ą o${hasOne(stem, 'y i') ? '' : ` ${y}`}` }, false) });
  }
  if (hasForms && /[bdfghkmnprstwzł]$/u.test(word) && hasOne(word, 'em iem owi') && !hasOne(word, 'u a'))
    found.push({ text: word, endings: endings({ case: 'a u' }) });
  if (/[^aeiouyąęó][ao]$/u.test(word) && !/[bcdfghjklmnprstwzłżćńśź]{2}.$/u.test(word)) found.push(bare(stem));
  if (/(?:st|śl|ć|śń|ść|[cż]|rz|dz|sz|cz|l|ń|ś|ź)$/u.test(word)) {
    const soft = word.replace(/ć$/u, 'ci').replace(/ń$/u, 'ni').replace(/ś$/u, 'si').replace(/ź$/u, 'zi');
    found.push({
      text: soft === word ? word : soft.slice(0, -1),
      endings: endings(soft === word ? { case: 'y i ą', plural: 'e' } : { case: 'i ią', plural: 'ie' }, soft === word),
    });
  }
  return found;
}

const POLISH = exchanged(
  'świat:świata człowiek:ludzie:ludzi:ludziom:ludźmi:ludziach dziecko:dzieci:dzieciom:dziećmi:dzieciach rok:lata:lat:latom:latami:latach',
);

const SWEDISH = exchanged(`
  man:män hand:händer stad:städer rand:ränder strand:stränder tand:tänder and:änder natt:nätter bok:böcker fot:fötter
  rot:rötter son:söner land:länder ledamot:ledamöter bonde:bönder dotter:döttrar mor:mödrar far:fäder bror:bröder
  broder:bröder moder:mödrar fader:fäder gås:gäss mus:möss lus:löss brand:bränder tång:tänger stång:stänger spång:spänger öga:ögon öra:öron
`);
const SWEDISH_DEGREES = exchanged(
  'stor:större:störst hög:högre:högst ung:yngre:yngst låg:lägre:lägst lång:längre:längst tung:tyngre:tyngst grov:grövre:grövst god:bättre:bäst bra:bättre:bäst liten:mindre:minst gammal:äldre:äldst',
);
const SV_NOUN = endings({ genitive: 's' });
const SV_IRREGULAR = endings({ plural: '- na nas s en ens nen nens' });
const SV_A = endings({ base: 'a', plural: 'or orna ornas ors', definite: 'an ans', genitive: 'as' }, false);
const SV_E = endings({ base: 'e', plural: 'ar arna arnas ars n na', definite: 'en ens et ets', genitive: 'es' }, false);
const SV_SYNCOPE = endings({ plural: 'ar arna arnas ars', definite: 'en et' }, false);

/** Swedish (Teleman et al. 1999, "Svenska Akademiens grammatik", ch. 2; from memory). */
function swedish(word: string, { hasForms, hasOne }: Known): readonly Stem[] {
  const found: Stem[] = [{ text: word, endings: SV_NOUN }];
  if (word === 'allmän') found.push({ text: word, endings: endings({ agreement: 't na' }) });
  const degrees = SWEDISH_DEGREES.get(word);
  for (const text of degrees ?? []) found.push({ text, endings: endings({ comparison: '- a' }, false) });
  const special = headsOf(word, SWEDISH);
  if (special && (special.before === '' || special.head.length > 2 || special.head === 'and'))
    for (const form of special.forms) found.push({ text: special.before + form, endings: SV_IRREGULAR });
  // The dictionary leaves out what is a form of a verb as well: "åtgärd – åtgärder".
  if (hasForms && !/[aeiouyåäö]$/u.test(word) && hasOne(word, 'en') && !hasOne(word, 'et ar er or n na'))
    found.push({ text: word, endings: endings({ plural: 'er erna ernas ers' }) });
  if (/[ae]nde$/u.test(word)) found.push({ text: word, endings: endings({ definite: 't ts', plural: 'n ns na nas' }) });
  if (hasForms) return found;
  if (word.endsWith('a')) found.push({ text: word.slice(0, -1), endings: SV_A });
  else if (word.endsWith('e')) found.push({ text: word.slice(0, -1), endings: SV_E });
  else if (/[eo](?:l|r|n)$/u.test(word))
    found.push(
      { text: word.slice(0, -2) + word.at(-1)!, endings: SV_SYNCOPE },
      { text: word, endings: endings({ definite: 'n ns' }) },
    );
  return found;
}

/** "canalzinho", "reconhecimento", "justamente"; "ão" is an augmentative, but for a verb its future. */
const PORTUGUESE_DERIVED =
  /(?:zinh[oa]s?|[ií]nh[oa]s?|zões|zão|zonas?|onas?|adora?s?|ador(?:es|inh).*|edor(?:a|es).*|mente|mentos?|idades?|íssim[oa]s?)$/u;
const PORTUGUESE_AUGMENTATIVE = /(?:ão|ões)$/u;

const SUPPLEMENTS: Readonly<Record<string, Supplement>> = {
  es: {
    isDerived: (form, word) => !/[aei]r$/u.test(word) && /(?:ill[oa]s?|it[oa]s?|azo|ísim[oa]s?|mente)$/u.test(form),
    stems: spanish,
    links: null,
  },
  pt: {
    isDerived: (form, word) =>
      PORTUGUESE_DERIVED.test(form) || (!/[aei]r$/u.test(word) && PORTUGUESE_AUGMENTATIVE.test(form)),
    stems: portuguese,
    links: null,
  },
  fr: { isDerived: null, stems: french, links: null },
  ru: { isDerived: null, stems: russian, links: null },
  // Adverbs: "publicznie" beside "publiczny".
  pl: { isDerived: (form, word) => /[yi]$/u.test(word) && /[^g](?:ie|o)$/u.test(form), stems: polish, links: null },
  sv: { isDerived: (form) => /s?bor?n?(?:na)?s?$/u.test(form), stems: swedish, links: ['', 's', 'e', 'u', 'o', 'a'] },
};

/** Languages for which an affix dictionary is worth having. */
export const BY_DICTIONARY: readonly string[] = Object.keys(SUPPLEMENTS);

export function byDictionary(primary: string, dictionary: AffixDictionary | null): Inflection | null {
  const supplement = SUPPLEMENTS[primary];
  if (!supplement || !dictionary) return null;
  // Russian texts write ё or е for the same sound.
  const fold = (word: string): string =>
    primary === 'ru' ? word.toLowerCase().replace(/ё/g, 'е') : word.toLowerCase();
  return {
    fold,
    stems: (word, written) => {
      const own = (stems: readonly Stem[], base: string): readonly Stem[] =>
        stems.map((stem) => folded(withoutDerived(stem, base, supplement), fold, primary));
      // As it is written, where that is in the dictionary: names have their capital there.
      const entry = [dictionary.look(written), word === written ? null : dictionary.look(word)].find(
        (one) => one?.hasForms,
      );
      const isWord = /^\p{L}{3,}$/u.test(word);
      const found = own(entry?.stems ?? (isWord ? dictionary.likeOthers(word, supplement.links !== null) : []), word);
      const known: Known = {
        hasForms: entry !== undefined && entry !== null,
        hasOne: (stem, list) => list.split(' ').some((end) => isForm(found, stem + end)),
        // Where the dictionary has the other base form; otherwise as those that end like it.
        lemma: (base) => {
          const other = dictionary.look(base);
          return own(other?.hasForms ? other.stems : dictionary.likeOthers(base, false), base);
        },
      };
      return [bare(word, 'base'), ...found, ...supplement.stems(word, known)];
    },
    longest: 12,
    links: supplement.links,
  };
}

function isForm(stems: readonly Stem[], form: string): boolean {
  return stems.some(({ text, endings: ends }) => form.startsWith(text) && ends(form.slice(text.length)) !== null);
}

/** Endings with ё are met by е: the stem is listed by its forms. */
function folded({ text, endings: ends }: Stem, fold: (word: string) => string, primary: string): Stem {
  if (primary !== 'ru') return { text: fold(text), endings: ends };
  return { text: fold(text), endings: (rest) => ends(rest) ?? (rest.includes('е') ? anyYo(rest, ends) : null) };
}

function anyYo(rest: string, ends: Endings): ReturnType<Endings> {
  for (let at = rest.indexOf('е'); at >= 0; at = rest.indexOf('е', at + 1)) {
    const form = ends(`${rest.slice(0, at)}ё${rest.slice(at + 1)}`);
    if (form) return form;
  }
  return null;
}

function withoutDerived(stem: Stem, word: string, { isDerived }: Supplement): Stem {
  if (!isDerived) return stem;
  const { text, endings: ends } = stem;
  const isOwn = isDerived(word, word);
  return {
    text,
    endings: (rest) => {
      const name = ends(rest);
      return name !== null && !isOwn && text + rest !== word && isDerived(text + rest, word) ? null : name;
    },
  };
}

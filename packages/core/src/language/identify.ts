/**
 * Which language a text is in: by script where the script decides, otherwise by character n-grams (the `eld`
 * package, 60 languages). A single term says little, so columns are pooled before deciding.
 */
import eld from 'eld/extrasmall';
import { ALPHABETS } from './alphabets.js';

export interface Identified {
  readonly language: string;
  /** 0 to 1: share of the evidence that speaks for this language. */
  readonly share: number;
}

/** `eld` says "no" for Norwegian and "tl" for Filipino. */
const RENAMED: Readonly<Record<string, string>> = { no: 'nb', tl: 'fil' };

/**
 * How often glossaries are in a language, where that differs much from the others: short words fit languages with few
 * endings too easily. Common practice, tuned on country names in 40 languages (see the conformance tests).
 */
const PRIOR: Readonly<Record<string, number>> = {
  en: 1.3,
  ms: 0.6,
  fil: 0.4,
  yo: 0.3,
  ku: 0.5,
  sq: 0.6,
  eu: 0.6,
  az: 0.6,
  hy: 0.8,
};

/**
 * The languages of many short texts that belong together (the cells of a column), best first; empty where there
 * is nothing to go by. Looks at up to `limit` texts; 35 µs for each chunk of about 60 characters.
 */
export function identifyPooled(texts: readonly string[], limit = 240): Identified[] {
  const chunks = pooled(sampled(texts, limit));
  const votes = new Map<string, number>();
  let total = 0;
  for (const chunk of chunks) {
    const weight = Math.min(1, letters(chunk) / 24);
    if (weight === 0) continue;
    total += weight;
    for (const [language, share] of chunkShares(chunk)) {
      votes.set(language, (votes.get(language) ?? 0) + share * weight);
    }
  }
  if (total === 0) return [];
  return [...votes]
    .map(([language, sum]) => ({ language, share: sum / total }))
    .sort((a, b) => b.share - a.share || (a.language < b.language ? -1 : 1));
}

/** How much likelier a run of texts must be in one language than in any other of those that are in question. */
const CLEARLY = 3;

/**
 * How many of the texts of a column clearly read as each of the given languages, by short runs of neighbours: a column
 * that holds two lists one after the other, or texts long enough to tell one by one, shows both.
 *
 * @param languages primary tags, two at least
 */
export function languagesAmong(
  texts: readonly string[],
  languages: readonly string[],
  limit = 400,
): Map<string, number> {
  const counts = new Map<string, number>();
  const some = texts.slice(0, limit);
  for (let from = 0; from < some.length;) {
    let to = from;
    let length = 0;
    while (to < some.length && length < RUN) length += some[to++]!.length + 1;
    const shares = new Map(chunkShares(some.slice(from, to).join(' ')));
    const [best, second] = languages
      .map((language) => [language, shares.get(language) ?? 0] as const)
      .sort((a, b) => b[1] - a[1]);
    if (best && best[1] > 0.1 && best[1] >= CLEARLY * (second?.[1] ?? 0))
      counts.set(best[0], (counts.get(best[0]) ?? 0) + to - from);
    from = to;
  }
  return counts;
}

/** Letters that are enough to tell a language most of the time. */
const RUN = 60;

/** Below this share of the evidence a language is not seen. */
const UNSEEN = 0.02;

/** How much likelier a text is in one language than in another: the logarithm of the odds, 0 where it does not say. */
export function oddsBetween(text: string, from: string, to: string): number {
  const shares = new Map(chunkShares(text));
  return Math.log(((shares.get(to) ?? 0) + UNSEEN) / ((shares.get(from) ?? 0) + UNSEEN));
}

/** How strongly a text speaks for one language, 0 to 1; 0 also when it is too short to tell. */
export function shareOf(language: string, found: readonly Identified[]): number {
  return found.find((f) => f.language === language)?.share ?? 0;
}

function sampled(texts: readonly string[], limit: number): readonly string[] {
  if (texts.length <= limit) return texts;
  const step = texts.length / limit;
  return Array.from({ length: limit }, (_, i) => texts[Math.floor(i * step)]!);
}

function pooled(texts: readonly string[]): string[] {
  const chunks: string[] = [];
  let chunk = '';
  for (const text of texts) {
    chunk = chunk ? `${chunk} ${text}` : text;
    if (chunk.length >= 60) {
      chunks.push(chunk);
      chunk = '';
    }
  }
  if (chunk) chunks.push(chunk);
  return chunks;
}

function letters(text: string): number {
  let count = 0;
  for (const char of text) if (/\p{L}/u.test(char)) count += /[\p{sc=Han}\p{sc=Hang}]/u.test(char) ? 4 : 1;
  return count;
}

function chunkShares(chunk: string): [string, number][] {
  const byScript = scriptLanguage(chunk);
  if (byScript) return [[byScript, 1]];
  const scores = Object.entries(eld.detect(chunk).getScores());
  if (scores.length === 0) return [];
  const letters = lettersBeyondAscii(chunk);
  // Scores lie between 0 and 1 and close together: the best ones share the vote, sharpened.
  const sharpened = scores.slice(0, 8).map(([code, score]) => {
    const language = RENAMED[code] ?? code;
    return [language, score ** 4 * (PRIOR[language] ?? 1) * alphabetFit(language, letters)] as const;
  });
  const sum = sharpened.reduce((total, [, value]) => total + value, 0);
  return sharpened.map(([language, value]) => [language, value / sum]);
}

function lettersBeyondAscii(text: string): readonly string[] {
  return [...new Set(text.toLowerCase().match(/(?![a-z])\p{sc=Latn}/gu) ?? [])];
}

/** 1 if the language has all these letters, less for each that it does not have ("Tšad" is not Malay). */
function alphabetFit(language: string, letters: readonly string[]): number {
  const own = ALPHABETS[language] ?? '';
  const strange = letters.filter((letter) => !own.includes(letter)).length;
  // English texts keep the letters of foreign names more readily than others do.
  return (language === 'en' ? 0.9 : 0.6) ** Math.min(3, strange);
}

/** The language where the script alone decides; null: it does not. */
export function scriptLanguage(text: string): string | null {
  const count = (pattern: RegExp): number => text.match(pattern)?.length ?? 0;
  const all = count(/\p{L}/gu);
  if (all === 0) return null;
  const kana = count(/[\p{sc=Hira}\p{sc=Kana}]/gu);
  const han = count(/\p{sc=Han}/gu);
  if (kana > 0 && kana + han > all / 2) return 'ja';
  if (count(/\p{sc=Hang}/gu) > all / 2) return 'ko';
  if (han > all / 2) return 'zh';
  if (count(/\p{sc=Thai}/gu) > all / 2) return 'th';
  if (count(/\p{sc=Grek}/gu) > all / 2) return 'el';
  if (count(/\p{sc=Hebr}/gu) > all / 2) return 'he';
  if (count(/\p{sc=Geor}/gu) > all / 2) return 'ka';
  if (count(/\p{sc=Armn}/gu) > all / 2) return 'hy';
  return null;
}

/** Which of the languages a line is in, or null where it does not say. */
export function languageAmong(line: string, languages: readonly string[]): string | null {
  return [...languagesAmong([line], languages)].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** What a memory likely says for a phrase: the phrase of the target that comes with it and hardly without (Dunning 1993). */
import { rememberingStemOf } from '../termbase/recognition/stemmers.js';
import { ownCopy } from '../text/own-copy.js';
import { withoutCodes } from '../text/inline-codes.js';
import { Beginnings } from './beginnings.js';
import { functionWordsOf } from '../language/function-words.js';
import { logLikelihood } from './log-likelihood.js';
import { gapOf, SeenTexts, wordsInText } from './phrases.js';

/** Units of a phrase that are looked at, and units in all: more say nothing new. */
const [OF_A_PHRASE, IN_ALL] = [300, 40_000];
const LONGEST = 4;
/** −2 log λ for one in a hundred (χ² with one degree of freedom). */
const SURE = 6.63;
/** The share of a phrase's units that must have the counterpart. */
const MOSTLY = 0.5;
/** Units from which a counterpart may have more words than the phrase: a compound that is a phrase there. */
const LEAST_LONGER = 3;

interface Sought {
  readonly phrase: string;
  readonly stems: readonly string[];
  /** The place of the stem by which it is found. */
  readonly at: number;
}

const longestOf = (stems: readonly string[]): string =>
  stems.reduce((longest, stem) => (stem.length > longest.length ? stem : longest));

export class Counterparts {
  /** Phrases that are looked for, by the longest of their stems: it is likely the rarest, and most units have none of them. */
  private readonly keys = new Map<string, Sought[]>();
  private beginnings: Beginnings;
  private readonly sourceStem: (word: string) => string;
  private readonly targetStem: (word: string) => string;
  private readonly stop: ReadonlySet<string>;
  private readonly links: ReadonlySet<string>;
  private readonly withPhrase = new Map<string, { units: number; readonly phrases: Map<string, number> }>();
  private readonly all = new Map<string, number>();
  private readonly written = new Map<string, Map<string, number>>();
  private readonly seen = new SeenTexts();
  private units = 0;

  /** @param phrases of the source language, as they are written */
  constructor(
    phrases: readonly string[],
    private readonly source: string,
    private readonly target: string,
  ) {
    this.sourceStem = rememberingStemOf(source);
    this.targetStem = rememberingStemOf(target);
    const { stop, links } = functionWordsOf(target);
    this.stop = stop;
    this.links = links;
    for (const phrase of phrases) {
      const stems = this.stems(phrase);
      if (stems.length === 0) continue;
      const key = longestOf(stems);
      const there = this.keys.get(key);
      if (there) there.push({ phrase, stems, at: stems.indexOf(key) });
      else this.keys.set(key, [{ phrase, stems, at: stems.indexOf(key) }]);
    }
    this.beginnings = this.beginningsNow();
  }

  /** A unit of the memory. O(words). */
  see(source: string, target: string): void {
    const found = this.phrasesIn(source);
    if (found.length === 0 && this.units >= IN_ALL) return;
    if (this.seen.has(source, target)) return;
    const phrases = this.targetPhrases(target);
    this.units++;
    for (const phrase of phrases) this.all.set(phrase, (this.all.get(phrase) ?? 0) + 1);
    for (const phrase of found) {
      let counts = this.withPhrase.get(phrase);
      if (!counts) this.withPhrase.set(phrase, (counts = { units: 0, phrases: new Map() }));
      if (++counts.units === OF_A_PHRASE) this.lookNoMoreFor(phrase);
      for (const other of phrases) counts.phrases.set(other, (counts.phrases.get(other) ?? 0) + 1);
    }
  }

  private lookNoMoreFor(phrase: string): void {
    const key = longestOf(this.stems(phrase));
    const others = (this.keys.get(key) ?? []).filter((one) => one.phrase !== phrase);
    if (others.length > 0) this.keys.set(key, others);
    else this.keys.delete(key);
    this.beginnings = this.beginningsNow();
  }

  private beginningsNow(): Beginnings {
    const phrases = [...this.keys.values()].flatMap((some) => some.map(({ stems }) => stems));
    return new Beginnings(phrases, this.source);
  }

  /** Null: the memory does not say. */
  of(phrase: string): string | null {
    const asked = this.stems(phrase).length;
    const counts = this.withPhrase.get(phrase);
    if (!counts || counts.units < 2) return null;
    let best: { readonly key: string; readonly value: number; readonly words: number } | null = null;
    for (const [key, both] of counts.phrases) {
      if (both < counts.units * MOSTLY) continue;
      const only = this.all.get(key)! - both;
      const sure = logLikelihood(both, counts.units - both, only, Math.max(0, this.units - counts.units - only));
      if (sure < SURE) continue;
      const words = key.split(' ').length;
      // Two units may share words by chance.
      if (words > asked && both < LEAST_LONGER) continue;
      // Of what comes together as surely, the longer says more.
      const value = sure * (1 + 0.05 * (words - 1));
      if (!best || value > best.value || (value === best.value && words > best.words)) best = { key, value, words };
    }
    if (!best) return null;
    const writings = [...(this.written.get(best.key) ?? [])].sort((a, b) => b[1] - a[1]);
    return writings[0]?.[0] ?? null;
  }

  private stems(text: string): string[] {
    return wordsInText(withoutCodes(text), this.source).map(({ text: word }) => this.sourceStem(word.toLowerCase()));
  }

  private phrasesIn(text: string): string[] {
    if (!this.beginnings.mayBeIn(text)) return [];
    const words = this.stems(text);
    const found = new Set<string>();
    for (const [i, word] of words.entries())
      for (const { phrase, stems, at } of this.keys.get(word) ?? [])
        if (stems.every((one, k) => words[i - at + k] === one)) found.add(phrase);
    return [...found];
  }

  private targetPhrases(text: string): Set<string> {
    const words = wordsInText(withoutCodes(text), this.target);
    const gap = gapOf(this.target);
    const found = new Set<string>();
    for (let i = 0; i < words.length; i++) {
      if (!this.isContent(words[i]!.text)) continue;
      let [key, said] = ['', ''];
      for (let length = 1; length <= LONGEST && i + length <= words.length; length++) {
        const { text: word, joins } = words[i + length - 1]!;
        if (length > 1 && !joins) break;
        key += (length > 1 ? ' ' : '') + this.targetStem(word.toLowerCase());
        said += (length > 1 ? gap : '') + word;
        if (this.isContent(word)) {
          found.add(key);
          this.noteWritten(key, said);
        } else if (!this.links.has(word.toLowerCase())) break;
      }
    }
    return found;
  }

  private isContent(word: string): boolean {
    return !this.stop.has(word.toLowerCase()) && /\p{L}{2}|\p{sc=Han}|\p{sc=Kana}|\p{sc=Hira}/u.test(word);
  }

  private noteWritten(key: string, said: string): void {
    let writings = this.written.get(key);
    if (!writings) this.written.set(key, (writings = new Map()));
    if (writings.size < 8 || writings.has(said)) writings.set(ownCopy(said), (writings.get(said) ?? 0) + 1);
  }
}

/**
 * Words and phrases of texts that look like terms: what occurs often, does not begin or end with a function word, and is more
 * than a part of longer ones (C-value). Without a tagger, two habits of texts stand for the parts of speech: what articles
 * often follow is a verb ("close the gate"), and what only begins sentences is hardly a noun. Names of people, frequent in
 * lists of contributors, come behind.
 */
import { Growing } from '../growing.js';
import { writesNounsLarge } from '../language/large-nouns.js';
import { primaryLanguage } from '../language/tags.js';
import { STEMMERS } from '../termbase/recognition/stemmers.js';
import { withoutCodes } from '../text/inline-codes.js';
import { isAdverb } from './adverbs.js';
import { association } from './association.js';
import { cValue } from './c-value.js';
import { functionWordsOf, type FunctionWords } from '../language/function-words.js';
import { gapOf, SeenTexts, wordsInText, type Level } from './phrases.js';
import { singularOf } from './singular.js';

export interface Candidate {
  /** As it is mostly written, in small letters but for names and German nouns. */
  readonly text: string;
  readonly words: number;
  /** Times that it occurs in different texts, inflected forms with it. */
  readonly times: number;
  readonly score: number;
  /** Texts in which it stands, by their number from 0; the first few. */
  readonly examples: readonly number[];
}

export interface HarvestOptions {
  /** Words of the longest phrase. */
  readonly longest?: number;
  /** What occurs less often is left out. */
  readonly least?: number;
}

/** A position of a text where a phrase cannot begin or go on. */
const BREAK = -1;
const EXAMPLES = 5;
/** The share of its times that an article follows, from which a word is taken for a verb. */
const VERB = 0.2;
/** The share of its times that a word of a name may stand in small letters: it is a word as well. */
const NAMED_SMALL = 0.1;
/** Letters of a word by itself. */
const SINGLE_LETTERS = 4;

interface KnownWord {
  readonly text: string;
  /** May begin and end a term. */
  readonly isContent: boolean;
  readonly isLink: boolean;
  readonly isDeterminer: boolean;
  times: number;
  /** An article or the like comes next. */
  beforeDeterminer: number;
  /** In small letters, elsewhere than at a beginning. */
  small: number;
  large: number;
}

/** Sees texts, then says what is worth being a term. Memory: 12 bytes for each word of the texts. */
export class Harvest {
  private readonly functions: FunctionWords;
  private readonly isEnglish: boolean;
  private readonly stem: (word: string) => string;
  private readonly words: KnownWord[] = [];
  private readonly ids = new Map<string, number>();
  private readonly byStem = new Map<string, number>();
  /** Words by number, `BREAK` between what is no phrase; parallel to `texts`, `surfaces`. */
  private readonly positions = new Growing(Int32Array);
  private readonly texts = new Growing(Int32Array);
  private readonly surfaces = new Growing(Int32Array);
  private readonly written: string[] = [];
  private readonly writtenIds = new Map<string, number>();
  private readonly seen = new SeenTexts();
  private count = 0;
  private wordCount = 0;
  private readonly longest: number;
  private readonly least: number;

  constructor(
    private readonly language: string,
    { longest = 5, least = 2 }: HarvestOptions = {},
  ) {
    this.functions = functionWordsOf(language);
    this.isEnglish = primaryLanguage(language) === 'en';
    const stemmer = STEMMERS[primaryLanguage(language)];
    this.stem = this.isEnglish ? singularOf : stemmer ? stemmer.stem : (word) => word;
    this.longest = longest;
    this.least = least;
  }

  /** Of a segment. O(its words) */
  see(text: string): void {
    const number = this.count++;
    if (this.seen.has(text)) return;
    let last: KnownWord | null = null;
    for (const [i, { text: word, joins }] of wordsInText(withoutCodes(text), this.language).entries()) {
      if (!joins) this.push(BREAK, number, 0);
      const id = this.idOf(word);
      const known = this.words[id]!;
      known.times++;
      this.wordCount++;
      if (i > 0) {
        if (word[0] === word[0]!.toLowerCase()) known.small++;
        else known.large++;
      }
      if (last && joins && known.isDeterminer) last.beforeDeterminer++;
      last = known;
      this.push(id, number, this.writtenOf(word));
    }
    this.push(BREAK, number, 0);
  }

  /**
   * @param limit how many, the best first
   * @param isTaken whether a text is no candidate: it is a term already, or said to be none
   */
  candidates(limit: number, isTaken: (text: string) => boolean = () => false): Candidate[] {
    const levels = this.levels();
    const scored = this.scored(levels);
    scored.sort((a, b) => b.score - a.score || a.first - b.first);
    const found: Candidate[] = [];
    // A few more than are wanted at a time: what the texts say of them is gathered in one pass over the texts.
    for (let from = 0; found.length < limit && from < scored.length;) {
      const some = scored.slice(from, (from += Math.max(50, 2 * (limit - found.length))));
      // One writing is looked up at once, all of them only by the pass.
      const asked = some.filter(({ first, level }) => !isTaken(this.textAt(first, levels[level]!.length)));
      for (const described of this.described(asked, levels))
        if (found.length < limit && !endsInParticiple(described.text, this.language) && !isTaken(described.text))
          found.push(described);
    }
    return found;
  }

  private push(word: number, text: number, surface: number): void {
    this.positions.push(word);
    this.texts.push(text);
    this.surfaces.push(surface);
  }

  private idOf(word: string): number {
    let id = this.ids.get(word);
    if (id !== undefined) return id;
    const lower = word.toLowerCase().replace(/’/g, "'");
    const isStop = this.functions.stop.has(lower);
    // Apart from stems: "others" is no form of "other" that begins a term, whichever is seen first.
    const key = isStop ? ` ${lower}` : this.stem(lower);
    id = this.byStem.get(key);
    if (id === undefined) {
      const isContent =
        !isStop &&
        !this.functions.stop.has(lower.replace(/'\p{L}+$/u, '')) &&
        /\p{L}{2}/u.test(lower) &&
        !/^\p{N}/u.test(lower) &&
        !(this.isEnglish && isAdverb(lower));
      id = this.words.length;
      this.words.push({
        text: lower,
        isContent,
        isLink: this.functions.links.has(lower),
        isDeterminer: this.functions.determiners.has(lower),
        times: 0,
        beforeDeterminer: 0,
        small: 0,
        large: 0,
      });
      this.byStem.set(key, id);
    }
    this.ids.set(word, id);
    return id;
  }

  private writtenOf(word: string): number {
    let id = this.writtenIds.get(word);
    if (id === undefined) {
      this.writtenIds.set(word, (id = this.written.length));
      this.written.push(word);
    }
    return id;
  }

  /** Phrases of each length that occur often enough: only what grows from such can be one (Agrawal & Srikant 1994). */
  private levels(): Level[] {
    const { positions } = this;
    const first = new Int32Array(positions.size).fill(-1);
    for (let i = 0; i < positions.size; i++) {
      const word = positions.at(i);
      if (word !== BREAK && this.words[word]!.isContent && this.words[word]!.times >= this.least) first[i] = word;
    }
    const levels: Level[] = [{ length: 1, at: first, times: this.words.map(({ times }) => times) }];
    for (let length = 2; length <= this.longest; length++) {
      const before = levels.at(-1)!.at;
      const next = this.grown(before, length);
      if (next.times.length === 0) break;
      levels.push(next);
    }
    return levels;
  }

  private grown(before: Int32Array, length: number): Level {
    const { positions, words } = this;
    const size = words.length + 1;
    const counts = new Map<number, number>();
    const keyAt = (i: number): number => {
      if (before[i]! < 0) return -1;
      const word = positions.at(i + length - 1);
      if (i + length > positions.size || word === BREAK) return -1;
      const known = words[word]!;
      // What goes on must be able to be within or at the end of a term.
      if (!known.isContent && !known.isLink) return -1;
      if (known.isContent && known.times < this.least) return -1;
      return before[i]! * size + word;
    };
    for (let i = 0; i + length <= positions.size; i++) {
      const key = keyAt(i);
      if (key >= 0) counts.set(key, (counts.get(key) ?? 0) + 1);
    }
    const ids = new Map<number, number>();
    const times: number[] = [];
    for (const [key, count] of counts)
      if (count >= this.least) {
        ids.set(key, times.length);
        times.push(count);
      }
    counts.clear();
    const at = new Int32Array(positions.size).fill(-1);
    for (let i = 0; i + length <= positions.size; i++) {
      const key = keyAt(i);
      if (key >= 0) at[i] = ids.get(key) ?? -1;
    }
    return { length, at, times };
  }

  /** Longest first, so that what is within longer ones is known. */
  private scored(levels: readonly Level[]): Scored[] {
    const looks = levels.map((level) => this.looksOf(level));
    const within = levels.map(({ times }) => new Float64Array(times.length));
    const longer = levels.map(({ times }) => new Uint32Array(times.length));
    const scored: Scored[] = [];
    for (let l = levels.length - 1; l >= 0; l--) {
      const { length, times } = levels[l]!;
      for (const [id, look] of looks[l]!.entries()) {
        if (!look?.isTerm) continue;
        const value = cValue({ words: length, times: times[id]! }, within[l]![id]!, longer[l]![id]!);
        for (let part = 0; part < l; part++)
          for (let from = 0; from + part + 1 <= length; from++) {
            const inner = levels[part]!.at[look.first + from]!;
            if (inner < 0) continue;
            within[part]![inner]! += times[id]! - within[l]![id]!;
            longer[part]![inner]!++;
          }
        const score = value * Math.max(0, this.association(look.first, length, times[id]!)) * look.weight;
        if (score > 0) scored.push({ level: l, id, score, first: look.first });
      }
    }
    return scored;
  }

  /** How much the words of a phrase belong together, −1 to 1. */
  private association(from: number, length: number, times: number): number {
    const each = Array.from({ length }, (_, i) => this.words[this.positions.at(from + i)]!.times);
    return association(times, each, this.wordCount);
  }

  /** What the places of each phrase say: whether it can be a term, and how much so. */
  private looksOf({ length, at, times }: Level): (Look | undefined)[] {
    const { positions } = this;
    const namesShow = !writesNounsLarge(this.language);
    const looks: (Look | undefined)[] = new Array<Look | undefined>(times.length).fill(undefined);
    for (let i = 0; i < at.length; i++) {
      const id = at[i]!;
      if (id < 0) continue;
      const look = (looks[id] ??= { first: i, isTerm: this.canBeTerm(i, length), begins: 0, named: 0, weight: 1 });
      const opens = i === 0 || (positions.at(i - 1) === BREAK && (i < 2 || this.texts.at(i - 2) !== this.texts.at(i)));
      // It begins a sentence that goes on behind it.
      if (opens && positions.at(i + length) !== BREAK) look.begins++;
      if (namesShow && !opens && length > 1 && this.isName(i, length)) look.named++;
    }
    for (const [id, look] of looks.entries())
      if (look) look.weight = (1 - 0.7 * (look.begins / times[id]!)) * (1 - 0.8 * (look.named / times[id]!));
    return looks;
  }

  private canBeTerm(from: number, length: number): boolean {
    const { positions, words } = this;
    const [first, last] = [words[positions.at(from)]!, words[positions.at(from + length - 1)]!];
    if (!last.isContent || this.isVerb(first) || this.isVerb(last)) return false;
    if (length === 1) return first.text.length >= (gapOf(this.language) === '' ? 2 : SINGLE_LETTERS);
    // A link stands between two words of a term, not three.
    for (let i = 1; i < length - 1; i++)
      if (this.isVerb(words[positions.at(from + i)]!) && words[positions.at(from + i)]!.isContent) return false;
    return true;
  }

  /** Written as people's names are, each word of it nowhere otherwise. */
  private isName(from: number, length: number): boolean {
    for (let i = from; i < from + length; i++) {
      const { small, times } = this.words[this.positions.at(i)]!;
      if (small > NAMED_SMALL * times || !/^\p{Lu}\p{Ll}/u.test(this.written[this.surfaces.at(i)]!)) return false;
    }
    return true;
  }

  private isVerb({ beforeDeterminer, times, isContent }: KnownWord): boolean {
    return isContent && times >= 3 && beforeDeterminer / times > VERB;
  }

  private described(all: readonly Scored[], levels: readonly Level[]): Candidate[] {
    const seen = all.map(() => ({ writings: new Map<string, number>(), examples: [] as number[] }));
    for (const [l, { at, length }] of levels.entries()) {
      const wanted = new Map(all.flatMap(({ level, id }, i) => (level === l ? [[id, seen[i]!] as const] : [])));
      for (let i = 0; wanted.size > 0 && i < at.length; i++) {
        const one = at[i]! < 0 ? undefined : wanted.get(at[i]!);
        if (!one) continue;
        const text = this.textAt(i, length);
        one.writings.set(text, (one.writings.get(text) ?? 0) + 1);
        const number = this.texts.at(i);
        if (one.examples.length < EXAMPLES && one.examples.at(-1) !== number) one.examples.push(number);
      }
    }
    return all.map(({ level, id, score }, i) => {
      const { writings, examples } = seen[i]!;
      const [text] = [...writings].sort((a, b) => b[1] - a[1] || a[0].length - b[0].length)[0]!;
      const { length, times } = levels[level]!;
      return { text, words: length, times: times[id]!, score: Math.round(score * 100) / 100, examples };
    });
  }

  private textAt(position: number, length: number): string {
    return Array.from({ length }, (_, k) => this.asWord(position + k)).join(gapOf(this.language));
  }

  /** As it is written there; in small letters where it mostly is. */
  private asWord(position: number): string {
    const known = this.words[this.positions.at(position)]!;
    const written = this.written[this.surfaces.at(position)]!;
    return known.small >= known.large && /^\p{Lu}\p{Ll}/u.test(written) ? written.toLowerCase() : written;
  }
}

/** Whether an English phrase ends as participles do: "gate opened" is no term. The few nouns among them are short, or named here. */
function endsInParticiple(text: string, language: string): boolean {
  return (
    primaryLanguage(language) === 'en' &&
    /\p{L}{3}(?<!e)ed$/u.test(text) &&
    !/(?:riverbed|seabed|flatbed|testbed|watershed|hundred|moped)$/u.test(text)
  );
}

interface Look {
  /** Its first position. */
  readonly first: number;
  readonly isTerm: boolean;
  begins: number;
  /** Written as names are, elsewhere than at a beginning. */
  named: number;
  weight: number;
}

interface Scored {
  readonly level: number;
  readonly id: number;
  readonly score: number;
  readonly first: number;
}

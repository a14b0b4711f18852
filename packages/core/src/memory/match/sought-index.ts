/**
 * Texts that are sought, while very many others pass by: which of them each one matches, none lost. What is fixed is the lowest
 * threshold t, so that both sides need to meet in their rare keys only (prefix filtering on both sides: Bayardo, Ma & Srikant
 * 2007; its lemma for weights: two texts that share keys of a weight of at least t × the heavier one share one of the rarest
 * keys of each, those without which the rest of its keys weighs less than t × itself). Most texts that pass have words that are
 * not sought at all, and are done with by counting these.
 */
import { matchScore } from './score.js';
import type { Found } from './search.js';
import { eachKey, tokensOf, totalWeight, weightOf, type Token } from './tokens.js';

/** Scores are rounded to two places: what is just below a threshold reaches it. */
const ROUNDED = 0.006 / 100;

/**
 * Some 600 bytes for each text of ten words. What is looked at of many texts lies side by side in a few long lists: nearly all
 * are passed over, and to fetch each from a place of its own takes longer than to look at it. Weights are quarters, and ranks
 * below 2^24: both are exact in 32 bits.
 */
export class SoughtIndex {
  private readonly ranks = new Map<string, number>();
  private readonly tokens: readonly (readonly Token[])[];
  /** By text: where its keys begin in `keys`; each is a rank, the rarest first, and what it weighs in the text. */
  private readonly starts: Uint32Array;
  private readonly keys: Float32Array;
  /** By rank: where the texts that have the key among their rarest begin in the lists, the lightest first. */
  private readonly lists: Uint32Array;
  private readonly ids: Uint32Array;
  private readonly weights: Float32Array;
  /** What the key and those that are more frequent weigh together in the text. */
  private readonly rests: Float32Array;
  /** One bit for each key of the text, of 32. */
  private readonly marks: Int32Array;
  private readonly least: number;
  /** By text: the last search that came across it. */
  private readonly met: Uint32Array;
  private searches = 0;
  /** The keys of the text that is looked for, as in `keys`. */
  private own = new Float64Array(128);
  private ownWeight = 0;
  private wordsFrom = new Int32Array(128);

  /**
   * @param texts their numbers are their places, from 0
   * @param threshold points, over 0: nothing is asked for below it
   */
  constructor(texts: readonly string[], threshold: number) {
    this.least = shareOf(threshold);
    this.met = new Uint32Array(texts.length);
    this.tokens = texts.map(tokensOf);
    const frequencies = new Map<string, number>();
    for (const tokens of this.tokens)
      for (const key of new Set(tokens.filter(({ kind }) => weightOf(kind) > 0).map(({ key }) => key)))
        frequencies.set(key, (frequencies.get(key) ?? 0) + 1);
    for (const [key] of [...frequencies].sort((a, b) => a[1] - b[1])) this.ranks.set(key, this.ranks.size);
    const keys: number[] = [];
    this.starts = new Uint32Array(texts.length + 1);
    for (const [id, text] of texts.entries()) {
      const end = this.ranked(text);
      for (let i = 0; i < end; i++) keys.push(this.own[i]!);
      this.starts[id + 1] = keys.length;
    }
    this.keys = Float32Array.from(keys);
    const lists = this.rarest();
    const all = lists.flat();
    this.lists = new Uint32Array(lists.length + 1);
    for (const [rank, list] of lists.entries()) this.lists[rank + 1] = this.lists[rank]! + list.length;
    this.ids = Uint32Array.from(all, ({ id }) => id);
    this.weights = Float32Array.from(all, ({ weight }) => weight);
    this.rests = Float32Array.from(all, ({ rest }) => rest);
    const marks = Int32Array.from(texts, (_, id) => this.marksOf(id));
    this.marks = Int32Array.from(all, ({ id }) => marks[id]!);
  }

  get size(): number {
    return this.tokens.length;
  }

  /**
   * All that match, in no order.
   * @param threshold at least that of the index
   */
  find(text: string, threshold: number): Found[] {
    const least = Math.max(this.least, shareOf(threshold));
    const end = this.ranked(text);
    const weight = this.ownWeight;
    const needed = least * weight;
    let tokens: readonly Token[] | null = null;
    let rest = 0;
    for (let k = 0; k < end; k += 2) rest += this.own[k + 1]!;
    this.markWords(end);
    const found: Found[] = [];
    if (rest === 0) return found;
    const search = ++this.searches;
    for (let k = 0; k < end && rest >= needed; k += 2) {
      const rank = this.own[k]!;
      // Whoever is met here first shares no rarer key: what both have from here on is all that they can share.
      const heaviest = rest / least;
      const last = this.lists[rank + 1]!;
      for (let i = this.firstOf(rank, needed); i < last && this.weights[i]! <= heaviest; i++) {
        const wanted = Math.max(weight, this.weights[i]!) * least;
        if (this.rests[i]! < wanted) continue;
        // Each word that it surely lacks weighs one at least.
        if (bitsIn(this.wordsFrom[k]! & ~this.marks[i]!) > rest - wanted + 1e-9) continue;
        const id = this.ids[i]!;
        if (this.met[id] === search) continue;
        this.met[id] = search;
        if (!this.sharesAtLeast(id, k, end, rest - wanted)) continue;
        tokens ??= tokensOf(text);
        const score = matchScore(tokens, this.tokens[id]!, threshold);
        if (score >= threshold) found.push({ id, score });
      }
      rest -= this.own[k + 1]!;
    }
    return found;
  }

  /** The keys of a text that are sought at all, the rarest first, into `own`, and what all of it weighs. @returns where they end */
  private ranked(text: string): number {
    if (this.own.length < text.length * 2) this.own = new Float64Array(text.length * 4);
    const { own } = this;
    let end = 0;
    this.ownWeight = 0;
    eachKey(text, (key, weight) => {
      this.ownWeight += weight;
      const rank = weight > 0 ? this.ranks.get(key) : undefined;
      if (rank === undefined) return;
      let place = end;
      while (place > 0 && own[place - 2]! > rank) place -= 2;
      if (place > 0 && own[place - 2] === rank) {
        own[place - 1]! += weight;
        return;
      }
      // By hand: to ask for so few to be moved takes longer than to move them.
      for (let i = end; i > place; i--) own[i + 1] = own[i - 1]!;
      own[place] = rank;
      own[place + 1] = weight;
      end += 2;
    });
    return end;
  }

  /** Of the text that is looked for: from each of its keys on, one bit for each word. */
  private markWords(end: number): void {
    if (this.wordsFrom.length < end) this.wordsFrom = new Int32Array(end * 2);
    let marks = 0;
    for (let k = end - 2; k >= 0; k -= 2) {
      if (this.own[k + 1]! >= 1) marks |= markOf(this.own[k]!);
      this.wordsFrom[k] = marks;
    }
  }

  private marksOf(id: number): number {
    let marks = 0;
    for (let i = this.starts[id]!; i < this.starts[id + 1]!; i += 2) marks |= markOf(this.keys[i]!);
    return marks;
  }

  /** By rank: texts that have the key among their rarest, without which the rest weighs too little. */
  private rarest(): { readonly id: number; readonly weight: number; readonly rest: number }[][] {
    const lists = Array.from({ length: this.ranks.size }, (): { id: number; weight: number; rest: number }[] => []);
    for (const [id, tokens] of this.tokens.entries()) {
      const weight = totalWeight(tokens);
      const [from, to] = [this.starts[id]!, this.starts[id + 1]!];
      let rest = 0;
      for (let i = from; i < to; i += 2) rest += this.keys[i + 1]!;
      for (let i = from; i < to && rest >= this.least * weight; i += 2) {
        lists[this.keys[i]!]!.push({ id, weight, rest });
        rest -= this.keys[i + 1]!;
      }
    }
    for (const list of lists) list.sort((a, b) => a.weight - b.weight);
    return lists;
  }

  /** The place of the first text in the list of a key that weighs enough; by halving. */
  private firstOf(rank: number, least: number): number {
    let [low, high] = [this.lists[rank]!, this.lists[rank + 1]!];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.weights[middle]! < least) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** Whether a text lacks no more than this of the own keys from a place on. */
  private sharesAtLeast(id: number, from: number, end: number, spare: number): boolean {
    const { keys, own } = this;
    const to = this.starts[id + 1]!;
    let left = spare + 1e-9;
    let at = this.starts[id]!;
    for (let k = from; k < end; k += 2) {
      const rank = own[k]!;
      while (at < to && keys[at]! < rank) at += 2;
      const there = at < to && keys[at] === rank ? keys[at + 1]! : 0;
      if (there >= own[k + 1]!) continue;
      left -= own[k + 1]! - there;
      if (left < 0) return false;
    }
    return true;
  }
}

const markOf = (rank: number): number => 1 << (Math.imul(rank, 0x9e3779b1) >>> 27);

function bitsIn(marks: number): number {
  let bits = marks - ((marks >>> 1) & 0x55555555);
  bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
  return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** The share of weight that two texts of a threshold have in common at least. */
const shareOf = (threshold: number): number => Math.max(0.01, threshold) / 100 - ROUNDED;

/**
 * A memory of a kit between two languages, as a rehearsal asks it. The documents are what is indexed; the units of the memory
 * pass by once, and only what matches is kept: a million units take no more room than the documents.
 */
import type { LanguageTag } from '../language/tags.js';
import type { Found } from '../memory/match/search.js';
import { SoughtIndex } from '../memory/match/sought-index.js';
import { isBridged } from '../memory/bridge/plan.js';
import { servingFor, type Fit } from '../memory/serving.js';
import type { Unit } from '../memory/unit.js';
import { exactKey } from '../text/fold.js';
import { ownCopy } from '../text/own-copy.js';
import { withoutCodes } from '../text/inline-codes.js';
import { meetingsOf, type Meeting } from './meeting.js';

export interface KitPair {
  /** With codes. */
  readonly source: string;
  readonly target: string;
  /** The number of its unit in the memory. */
  readonly number: number;
  /** Its id in a file; empty: it has none. */
  readonly id: string;
  readonly isBridged: boolean;
}

/** A pair that matches, and what stands beside it there, as keys; empty: nothing. */
export interface KitMatch extends KitPair {
  /** 0 to 100, nothing taken off. */
  readonly score: number;
  readonly before: string;
  after: string;
}

export interface NumberedUnit {
  readonly unit: Unit;
  /** In its memory. */
  readonly number: number;
}

/** What of a unit serves a pair of languages. */
export interface ServingTexts {
  /** In the source language; one at least. */
  readonly sources: readonly string[];
  readonly target: string;
}

export const keyOfText = (text: string): string => exactKey(withoutCodes(text));

/** Matches of a segment that are kept of one memory; of exact ones more, since one of them may be in context. */
const [KEPT, KEPT_EXACT] = [5, 200];

/** The different texts of documents, to be met by memories. */
export class SoughtTexts {
  private readonly index: SoughtIndex;
  private readonly numbers = new Map<string, number>();

  /** @param threshold points, 1 to 100; nothing below is a match */
  constructor(
    texts: Iterable<string>,
    readonly threshold: number,
  ) {
    for (const text of texts) if (!this.numbers.has(text)) this.numbers.set(text, this.numbers.size);
    this.index = new SoughtIndex([...this.numbers.keys()], threshold);
  }

  /** Undefined: it is not sought. */
  number(text: string): number | undefined {
    return this.numbers.get(text);
  }

  get size(): number {
    return this.numbers.size;
  }

  /** Those that each of some texts matches. @param threshold at least that of all */
  readonly meet = (texts: readonly string[], threshold: number): readonly Meeting[] =>
    meetingsOf(this.index, texts, threshold);

  /** In the order of their numbers. */
  get texts(): readonly string[] {
    return [...this.numbers.keys()];
  }

  /** Of the texts that came before one, the nearest to it; of equally near ones the first. @param number of the text */
  nearestBefore(number: number, text: string, threshold: number): Found | null {
    let nearest: Found | null = null;
    for (const one of this.index.find(text, threshold))
      if (
        one.id < number &&
        (!nearest || one.score > nearest.score || (one.score === nearest.score && one.id < nearest.id))
      )
        nearest = one;
    return nearest;
  }
}

export class KitMemory {
  /** By the number of the sought text, the best first. */
  private readonly matches = new Map<number, KitMatch[]>();
  private readonly languages = new Map<LanguageTag, number>();
  /** The text of the unit before, with its codes. */
  private lastText = '';
  private lastFound: readonly KitMatch[] = [];
  private readonly sourceOf;
  private readonly targetOf;
  private fit: Fit = 'same';
  private serving = 0;

  /** @param offPoints taken off each of its scores: material that is old, foreign or bridged */
  constructor(
    readonly name: string,
    source: LanguageTag,
    target: LanguageTag,
    private readonly sought: SoughtTexts,
    readonly offPoints = 0,
  ) {
    this.sourceOf = servingFor(source);
    this.targetOf = servingFor(target);
  }

  /** Points from which one of its texts matches. */
  get threshold(): number {
    return Math.min(100, this.sought.threshold + this.offPoints);
  }

  /**
   * In the order of the memory.
   * @returns what serves the pair; null: the unit has not both languages
   */
  serve(unit: Unit): ServingTexts | null {
    for (const { language } of unit.variants) this.languages.set(language, (this.languages.get(language) ?? 0) + 1);
    const { variants: from, fit: fromFit } = this.sourceOf(unit.variants);
    const {
      variants: [to],
      fit: toFit,
    } = this.targetOf(unit.variants);
    if (!to || from.length === 0) return null;
    if (fromFit === 'general' || toFit === 'general') this.fit = 'general';
    this.serving++;
    return { sources: from.length === 1 ? [from[0]!.text] : from.map(({ text }) => text), target: to.text };
  }

  /**
   * Keeps what is met of units that serve, each in its turn; of those that meet nothing it is asked as well.
   * @param met of its sources, in their order; `passing` counts them
   */
  keep({ unit, number }: NumberedUnit, { sources, target }: ServingTexts, met: readonly Meeting[]): void {
    if (this.lastFound.length > 0) {
      const key = ownCopy(keyOfText(sources[0]!));
      for (const one of this.lastFound) one.after ||= key;
    }
    const found: KitMatch[] = [];
    let pair: Omit<KitMatch, 'score'> | null = null;
    let of = -1;
    for (const { passing, id, score } of met) {
      if (!this.hasRoom(id, score)) continue;
      if (of !== passing) pair = null;
      of = passing;
      pair ??= this.pairOf(unit, number, sources[passing]!, target);
      const match = { ...pair, score };
      this.put(id, match);
      found.push(match);
    }
    this.lastText = sources[0]!;
    this.lastFound = found;
  }

  /** Units that have both languages. */
  get size(): number {
    return this.serving;
  }

  /** Of all its units, with how many have each. */
  get spoken(): ReadonlyMap<LanguageTag, number> {
    return this.languages;
  }

  /** How it serves the pair; null: it has no unit in both languages. */
  get fitting(): Fit | null {
    return this.serving > 0 ? this.fit : null;
  }

  /** The best first. */
  matchesOf(text: string): readonly KitMatch[] {
    const number = this.sought.number(text);
    return (number === undefined ? undefined : this.matches.get(number)) ?? [];
  }

  /** All that is kept, by the number of its unit: what stands beside each. */
  get kept(): ReadonlyMap<number, KitMatch> {
    const kept = new Map<number, KitMatch>();
    for (const matches of this.matches.values()) for (const match of matches) kept.set(match.number, match);
    return kept;
  }

  private hasRoom(id: number, score: number): boolean {
    const there = this.matches.get(id);
    return !there || there.length < mostOf(score) || score > there.at(-1)!.score;
  }

  private put(id: number, match: KitMatch): void {
    let there = this.matches.get(id);
    if (!there) this.matches.set(id, (there = []));
    const place = there.findIndex(({ score }) => score < match.score);
    there.splice(place < 0 ? there.length : place, 0, match);
    if (there.length > mostOf(match.score)) there.pop();
  }

  /** In memory of its own: the texts of a unit are pieces of the file that it was read from. */
  private pairOf(unit: Unit, number: number, source: string, target: string) {
    return {
      source: ownCopy(source),
      target: ownCopy(target),
      number,
      id: ownCopy(unit.attributes?.tuid ?? ''),
      isBridged: isBridged(unit),
      before: sayingOf(unit, 'x-before') || ownCopy(keyOfText(this.lastText)),
      after: sayingOf(unit, 'x-after'),
    };
  }
}

const mostOf = (score: number): number => (score === 100 ? KEPT_EXACT : KEPT);

/** Whether a segment beside the match says what stands there in the document. Empty keys say nothing. */
export function isInContext(
  { before, after }: Pick<KitMatch, 'before' | 'after'>,
  beside: { readonly before: string; readonly after: string },
): boolean {
  return (beside.before !== '' && before === beside.before) || (beside.after !== '' && after === beside.after);
}

function sayingOf(unit: Unit, type: string): string {
  const said = unit.props?.find((prop) => prop.type === type);
  return said ? keyOfText(said.text) : '';
}

/** What stands beside a unit goes along as properties, so that its context is known where it is cut out. */
export function withNeighbours(unit: Unit, { before, after }: Pick<KitMatch, 'before' | 'after'>): Unit {
  const props = (unit.props ?? []).filter(({ type }) => type !== 'x-before' && type !== 'x-after');
  return {
    ...unit,
    props: [
      ...props,
      ...(before ? [{ type: 'x-before', text: before }] : []),
      ...(after ? [{ type: 'x-after', text: after }] : []),
    ],
  };
}

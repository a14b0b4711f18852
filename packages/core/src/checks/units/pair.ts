/** A unit as pairs of a source and a target text: what most checks of memories look at. */
import { fits, primaryLanguage, type LanguageTag } from '../../language/tags.js';
import { equalHashes } from '../../text/equal-hashes.js';
import type { InlineCode } from '../../text/inline-codes.js';
import type { Severity } from '../../diagnostic.js';
import { NOTHING, type Check, type CheckRun, type Facts, type Finding, type Mark } from '../check.js';
import type { UnitInMemory } from '../looked-at.js';

/** One text of a pair. */
export interface Side {
  readonly language: LanguageTag;
  /** Without its region: "pt". */
  readonly general: string;
  /** Which of the unit's variants, from 0. */
  readonly place: number;
  /** Codes stand in it as one character each. */
  readonly text: string;
  readonly codes: readonly InlineCode[];
}

export interface Pair {
  readonly item: number;
  readonly source: Side;
  readonly target: Side;
}

export interface UnitFacts extends Facts<UnitInMemory> {
  /** The language that is translated from; absent: the first of `languages`. */
  readonly source?: LanguageTag;
  /** Only this one is looked at beside it; absent: every other. */
  readonly target?: LanguageTag;
}

export type UnitCheck = Check<UnitInMemory, UnitFacts>;

interface About {
  readonly id: string;
  readonly severity: Severity;
}

/** Of the unit that was asked for last: all checks ask for one after the other. */
const last: { unit: UnitInMemory | null; facts: UnitFacts | null; pairs: readonly Pair[] } = {
  unit: null,
  facts: null,
  pairs: [],
};

/** The first text of the source language with each text of another one. */
export function pairsOf(unit: UnitInMemory, facts: UnitFacts): readonly Pair[] {
  if (last.unit !== unit || last.facts !== facts) {
    last.pairs = paired(unit, facts.source ?? facts.languages[0], facts.target);
    last.unit = unit;
    last.facts = facts;
  }
  return last.pairs;
}

function paired(
  { id, variants }: UnitInMemory,
  from: LanguageTag | undefined,
  to: LanguageTag | undefined,
): readonly Pair[] {
  if (from === undefined) return [];
  const sides = variants.map(({ language, text, codes }, place): Side => ({
    language,
    general: primaryLanguage(language),
    place,
    text,
    codes,
  }));
  const source =
    sides.find(({ language }) => fits(from, language)) ??
    sides.find(({ general }) => general === primaryLanguage(from));
  if (!source) return [];
  return sides
    .filter((side) => (to === undefined ? side.general !== source.general : side !== source && fits(to, side.language)))
    .map((target) => ({ item: id, source, target }));
}

/** A check that looks at one pair at a time. */
export function perPair(about: About, see: (pair: Pair, facts: UnitFacts) => Iterable<Finding>): UnitCheck {
  return {
    ...about,
    start: (facts) => ({ see: (unit) => inEach(pairsOf(unit, facts), (pair) => see(pair, facts)), end: () => [] }),
  };
}

/** A check that must have seen all pairs before it can say what is out of line. */
export function overPairs(
  about: About,
  start: (facts: UnitFacts) => { see(pair: Pair): Iterable<Finding> | undefined; end(): Iterable<Finding> },
): UnitCheck {
  return {
    ...about,
    start(facts): CheckRun<UnitInMemory> {
      const { see, end } = start(facts);
      return { see: (unit) => inEach(pairsOf(unit, facts), (pair) => see(pair) ?? NOTHING), end };
    },
  };
}

/** A unit has one pair nearly always. */
function inEach(pairs: readonly Pair[], see: (pair: Pair) => Iterable<Finding>): Iterable<Finding> {
  if (pairs.length === 1) return see(pairs[0]!);
  return pairs.length === 0 ? NOTHING : pairs.flatMap((pair) => [...see(pair)]);
}

/** Pairs to come back to, by numbers: a few bytes each. */
export class Candidates {
  private items = new Uint32Array(64);
  private places = new Int16Array(64);
  private notes = new Float64Array(64);
  private count = 0;

  constructor(private readonly facts: UnitFacts) {}

  /** @param note a number to remember with it */
  add({ item, target }: Pair, note = 0): void {
    if (this.count === this.items.length) this.grow();
    this.items[this.count] = item;
    this.places[this.count] = target.place;
    this.notes[this.count++] = note;
  }

  /** Read again; undefined: it is gone. */
  pair(number: number): Pair | undefined {
    const unit = this.facts.item(this.items[number]!);
    return unit && pairsOf(unit, this.facts).find(({ target }) => target.place === this.places[number]);
  }

  /** Numbers of those with equal notes (hashes), two at least, in the order of the first of each. */
  withEqualNotes(): number[][] {
    return [...equalHashes(this.notes, this.count)].sort((a, b) => a[0]! - b[0]!);
  }

  /** @param wanted by its note; the others are not read again */
  *pairs(wanted: (note: number) => boolean = () => true): Generator<readonly [Pair, number]> {
    for (let i = 0; i < this.count; i++) {
      if (!wanted(this.notes[i]!)) continue;
      const pair = this.pair(i);
      if (pair) yield [pair, this.notes[i]!];
    }
  }

  private grow(): void {
    const [items, places, notes] = [this.items, this.places, this.notes];
    this.items = new Uint32Array(items.length * 2);
    this.places = new Int16Array(items.length * 2);
    this.notes = new Float64Array(items.length * 2);
    this.items.set(items);
    this.places.set(places);
    this.notes.set(notes);
  }
}

interface More {
  readonly marks?: readonly Mark[];
  readonly correction?: Finding['correction'] | undefined;
  readonly severity?: Severity;
}

/** A finding about one side of a pair; it holds as long as both texts stay what they are. */
export function onSide(
  { id, severity }: About,
  { item, source, target }: Pair,
  side: Side,
  said: Finding['said'],
  { marks = [], correction, severity: own }: More = {},
): Finding {
  return {
    check: id,
    severity: own ?? severity,
    item,
    language: side.language,
    place: side.place,
    text: side.text,
    said,
    related: [],
    marks,
    ...(correction && { correction }),
    basis: `${source.text}\0${target.text}`,
  };
}

export const onTarget = (about: About, pair: Pair, said: Finding['said'], more: More = {}): Finding =>
  onSide(about, pair, pair.target, said, more);

/** All places of a pattern in a text. @param pattern with the flag g */
export function marksOf({ place, text }: Side, pattern: RegExp): Mark[] {
  return [...text.matchAll(pattern)].map(({ index, 0: { length } }) => ({ place, from: index, to: index + length }));
}

/** Where some texts stand, each once. */
export function marksOfTexts({ place, text }: Side, wanted: readonly string[]): Mark[] {
  const marks: Mark[] = [];
  const next = new Map<string, number>();
  for (const one of wanted) {
    const from = text.indexOf(one, next.get(one) ?? 0);
    if (from < 0) continue;
    next.set(one, from + one.length);
    marks.push({ place, from, to: from + one.length });
  }
  return marks;
}

/** What stands more often in the first list than in the second, as often as it does. */
export function missingIn(wanted: readonly string[], there: readonly string[]): string[] {
  const left = new Map<string, number>();
  for (const one of there) left.set(one, (left.get(one) ?? 0) + 1);
  return wanted.filter((one) => {
    const count = left.get(one) ?? 0;
    if (count > 0) left.set(one, count - 1);
    return count === 0;
  });
}

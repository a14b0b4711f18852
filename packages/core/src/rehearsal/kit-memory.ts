/** A memory of a kit between two languages, as a rehearsal asks it. */
import { fits, meets, type LanguageTag } from '../language/tags.js';
import { MemoryIndex } from '../memory/match/memory-index.js';
import type { Found } from '../memory/match/search.js';
import type { Unit } from '../memory/unit.js';
import { exactKey } from '../text/fold.js';
import { withoutCodes } from '../text/inline-codes.js';

export interface KitPair {
  /** With codes. */
  readonly source: string;
  readonly target: string;
  /** The number of its unit in the file, from 1. */
  readonly number: number;
  /** Its id there; empty: it has none. */
  readonly id: string;
  readonly isBridged: boolean;
}

/** What exact matches are told apart by: the segments beside them, as keys; empty: there is none. */
export interface Neighbours {
  readonly before: string;
  after: string;
}

/** How a language of a memory serves one that is asked for: as it is, or by its general language. */
export type Fit = 'same' | 'general';

export const keyOfText = (text: string): string => exactKey(withoutCodes(text));

/** Some 500 bytes for each unit beside its texts. */
export class KitMemory {
  private readonly index = new MemoryIndex();
  private readonly pairs: KitPair[] = [];
  private readonly neighbours: Neighbours[] = [];
  private readonly languages = new Map<LanguageTag, number>();
  private last: { readonly key: string; readonly at: readonly number[] } = { key: '', at: [] };
  private fit: Fit = 'same';

  /** @param offPoints taken off each of its scores: material that is old, foreign or bridged */
  constructor(
    readonly name: string,
    private readonly source: LanguageTag,
    private readonly target: LanguageTag,
    readonly offPoints = 0,
  ) {}

  /** In the order of its file. */
  add(unit: Unit, number: number, isBridged = false): void {
    for (const { language } of unit.variants) this.languages.set(language, (this.languages.get(language) ?? 0) + 1);
    const from = this.of(unit, this.source);
    const [to] = this.of(unit, this.target);
    if (!to || from.length === 0) return;
    const key = keyOfText(from[0]!.text);
    for (const one of this.last.at) this.neighbours[one]!.after ||= key;
    const at: number[] = [];
    for (const { text } of from) {
      at.push(this.index.add(text));
      this.pairs.push({ source: text, target: to.text, number, id: unit.attributes?.tuid ?? '', isBridged });
      this.neighbours.push({
        before: sayingOf(unit, 'x-before') || this.last.key,
        after: sayingOf(unit, 'x-after'),
      });
    }
    this.last = { key, at };
  }

  get size(): number {
    return this.pairs.length;
  }

  /** Of all its units, with how many have each. */
  get spoken(): ReadonlyMap<LanguageTag, number> {
    return this.languages;
  }

  /** How it serves the pair; null: it has no unit in both languages. */
  get fitting(): Fit | null {
    return this.pairs.length > 0 ? this.fit : null;
  }

  pair(id: number): KitPair {
    return this.pairs[id]!;
  }

  find(text: string, options: { readonly threshold: number; readonly limit: number }): Found[] {
    return this.index.find(text, options);
  }

  /** Whether a segment beside the match says what stands there in the document. Empty keys say nothing. */
  inContext(id: number, before: string, after: string): boolean {
    const there = this.neighbours[id]!;
    return (before !== '' && there.before === before) || (after !== '' && there.after === after);
  }

  /** What stands beside a unit of the file. */
  neighboursOf(number: number): Readonly<Neighbours> {
    return this.neighbours[this.pairs.findIndex((pair) => pair.number === number)] ?? { before: '', after: '' };
  }

  /** Variants in the language itself; where there are none, in its general language or a region of it. */
  private of({ variants }: Unit, language: LanguageTag): Unit['variants'] {
    const same = variants.filter((variant) => fits(language, variant.language));
    if (same.length > 0) return same;
    const near = variants.filter((variant) => meets(language, variant.language));
    if (near.length > 0) this.fit = 'general';
    return near;
  }
}

function sayingOf({ props = [] }: Unit, type: string): string {
  const said = props.find((prop) => prop.type === type);
  return said ? keyOfText(said.text) : '';
}

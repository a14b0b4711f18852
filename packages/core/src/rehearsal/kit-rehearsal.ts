/**
 * A rehearsal from its parts, in the order in which they are known: the documents, the termbases, then the memories, whose
 * units pass by once: for matches, and for what they likely say for words that no termbase has.
 */
import { Counterparts } from '../harvest/counterparts.js';
import { Harvest, type Candidate } from '../harvest/harvest.js';
import type { LanguageTag } from '../language/tags.js';
import type { ConceptBody } from '../termbase/concept.js';
import type { AffixDictionary } from '../termbase/recognition/affixes.js';
import { withoutCodes } from '../text/inline-codes.js';
import { KitMemory, SoughtTexts, type NumberedUnit, type ServingTexts } from './kit-memory.js';
import { KitTerms, type TermInSegment } from './kit-terms.js';
import type { Meet, Meeting } from './meeting.js';
import { Rehearsal, type Rehearsed } from './rehearse.js';
import type { DocumentSegment } from './segment.js';

export interface ToRehearse {
  readonly segments: readonly DocumentSegment[];
  readonly source: LanguageTag;
  readonly target: LanguageTag;
  /** Points, 1 to 100; nothing below is a match. */
  readonly threshold: number;
  readonly concepts: readonly ConceptBody[];
  readonly dictionaryFor?: (language: string) => AffixDictionary | null;
  /** What the client said is no term, in small letters. */
  readonly noTerms?: ReadonlySet<string>;
}

/** Words that are frequent in the documents and in no termbase, with what the memories likely say. */
export interface MissingTerm extends Candidate {
  readonly counterpart: string | null;
  /** Segments that it stands in; the first few. */
  readonly contexts: readonly string[];
}

export interface TermAt extends TermInSegment {
  readonly segment: number;
}

/** Candidates. */
const PROPOSED = 60;

/** Batches whose meetings may be missing while more is read. */
const AHEAD = 8;

interface Served extends NumberedUnit {
  readonly texts: ServingTexts;
}

/** A batch whose meetings somebody works out. */
interface Asked {
  readonly served: readonly Served[];
  /** Of all of them, in their order. */
  readonly sources: readonly string[];
  /** Null: whoever was asked has ended. */
  readonly met: readonly Meeting[] | Promise<readonly Meeting[] | null>;
}

export class KitRehearsal {
  readonly terms: KitTerms;
  readonly memories: KitMemory[] = [];
  private readonly sought: SoughtTexts;
  private readonly candidates: readonly (Candidate & { readonly contexts: readonly string[] })[];
  private readonly counterparts: Counterparts;

  /** Indexes the documents and looks for candidates in them; O(their words). */
  constructor(private readonly asked: ToRehearse) {
    const { segments, source, target, threshold, concepts, dictionaryFor, noTerms } = asked;
    const own = segments.filter(isLookedAt);
    this.sought = new SoughtTexts(
      own.map(({ text }) => text),
      threshold,
    );
    this.terms = new KitTerms(concepts, source, target, dictionaryFor);
    const harvest = new Harvest(source);
    for (const { text } of own) harvest.see(text);
    this.candidates = harvest
      .candidates(PROPOSED, (text) => noTerms?.has(text.toLowerCase()) || this.terms.covers(text))
      .map((one) => ({ ...one, contexts: one.examples.map((i) => withoutCodes(own[i]!.text)) }));
    this.counterparts = new Counterparts(
      this.candidates.map(({ text }) => text),
      source,
      target,
    );
  }

  /** The next in rank. @param offPoints taken off each of its scores */
  memory(name: string, offPoints = 0): KitMemory {
    const { source, target } = this.asked;
    const memory = new KitMemory(name, source, target, this.sought, offPoints);
    this.memories.push(memory);
    return memory;
  }

  /** What is sought in the memories, for whoever looks for it elsewhere. */
  get texts(): readonly string[] {
    return this.sought.texts;
  }

  /**
   * The units of one of them, in its order. While the meetings of a batch are worked out elsewhere, the next ones are read.
   * @param meet who works them out; left out: this thread
   */
  async pass(
    memory: KitMemory,
    batches: AsyncIterable<readonly NumberedUnit[]> | Iterable<readonly NumberedUnit[]>,
    meet: Meet = this.sought.meet,
  ): Promise<void> {
    const ahead: Asked[] = [];
    const next = async (): Promise<void> => {
      const { served, sources, met } = ahead.shift()!;
      // Whatever ends it elsewhere, it is worked out here.
      keepMet(memory, served, (await met) ?? this.sought.meet(sources, memory.threshold));
    };
    for await (const batch of batches) {
      const served: Served[] = [];
      const sources: string[] = [];
      for (const { unit, number } of batch) {
        const texts = memory.serve(unit);
        if (!texts) continue;
        served.push({ unit, number, texts });
        for (const source of texts.sources) sources.push(source);
      }
      const met = meet(sources, memory.threshold);
      ahead.push({ served, sources, met: met instanceof Promise ? met.catch(() => null) : met });
      for (const { texts } of served) this.counterparts.see(texts.sources[0]!, texts.target);
      if (ahead.length > AHEAD) await next();
    }
    while (ahead.length > 0) await next();
  }

  /** When all units have passed. One for each segment. */
  rehearsed(): Rehearsed[] {
    return [...new Rehearsal(this.memories, this.sought).of(this.asked.segments)];
  }

  missing(): MissingTerm[] {
    return this.candidates.map((one) => ({ ...one, counterpart: this.counterparts.of(one.text) }));
  }

  /** The terms in all segments of the document's language. */
  termsFound(): TermAt[] {
    return this.asked.segments.flatMap((segment, i) =>
      isLookedAt(segment) ? this.terms.find(segment.text).map((hit) => ({ segment: i, ...hit })) : [],
    );
  }
}

const isLookedAt = ({ language, isApart }: DocumentSegment): boolean => language === null && !isApart;

/** @param met of the sources of all units, in their order */
function keepMet(memory: KitMemory, units: readonly Served[], met: readonly Meeting[]): void {
  let [from, next] = [0, 0];
  for (const unit of units) {
    const end = from + unit.texts.sources.length;
    const own: Meeting[] = [];
    for (; next < met.length && met[next]!.passing < end; next++)
      own.push({ ...met[next]!, passing: met[next]!.passing - from });
    memory.keep(unit, unit.texts, own);
    from = end;
  }
}

/** What is asked of a bridge, and what comes of it. */
import { hashOfTexts } from '../../text/hash.js';
import type { LanguageTag } from '../../language/tags.js';
import type { Unit, Variant } from '../unit.js';

export interface BridgePlan {
  /** The shared language; "en" is en-GB as well. */
  readonly over: LanguageTag;
  /** Texts that are alike in it but for case, spaces and punctuation join too, and are marked. */
  readonly near: boolean;
  /** What a person decided, by the id of the doubt: the key of a candidate, or `decisionOnAll`. */
  readonly decisions?: Readonly<Record<string, string>>;
}

/**
 * A decision about all candidates of a doubt: that all, or none, are right. It is about those that were there: when another
 * comes, the doubt is asked anew.
 * @param keys of the candidates, in any order
 */
export function decisionOnAll(right: 'all' | 'none', keys: readonly string[]): string {
  return `${right} ${hashOfTexts([...keys].sort()).toString(36)}`;
}

/** How sure a pair was. */
export const SURENESS = ['certain', 'chosen', 'decided'] as const;
export type Sureness = (typeof SURENESS)[number];

export interface BridgeCandidate {
  /** The same for the same two texts. */
  readonly key: string;
  readonly a: Unit;
  readonly b: Unit;
  /** Their numbers in their resources. */
  readonly from: readonly [a: number, b: number];
  /** The texts that it would pair. */
  readonly left: Variant;
  readonly right: Variant;
  /** 0 to 1: its share of what speaks for any of the candidates. */
  readonly support: number;
}

/** A text of the shared language whose candidates nothing tells apart. */
export interface BridgeDoubt {
  /** The same for the same text and pair of languages, whatever else the resources hold. */
  readonly id: string;
  readonly pivot: string;
  /** The likeliest first. */
  readonly candidates: readonly BridgeCandidate[];
  /** A person's decision about it: the key of a candidate, or `decisionOnAll`; null: it waits. */
  readonly decided: string | null;
}

export interface BridgeSinks {
  /** @param from the numbers of the two units in their resources */
  output(unit: Unit, how: Sureness, from: readonly [a: number, b: number]): void;
  doubt?(doubt: BridgeDoubt): void;
  /** A unit without a partner: whose, and its number. */
  alone?(side: 'a' | 'b', number: number): void;
}

export interface BridgeTally {
  written: number;
  certain: number;
  chosen: number;
  /** By a person. */
  decided: number;
  /** Doubts of which a person said that no candidate is right. */
  none: number;
  waiting: number;
  /** Units without a partner. */
  readonly alone: { a: number; b: number };
}

/** What is said of each unit: how sure its pair was, the text that it went over, the two units, and the other text where those were only alike. */
export const BRIDGED = 'bridged';

/** Whether a unit came about by a bridge. */
export const isBridged = ({ props = [] }: Unit): boolean => props.some(({ type }) => type === BRIDGED);
export const BRIDGED_OVER = 'bridged-over';
export const BRIDGED_FROM = 'bridged-from';
export const BRIDGED_NEAR = 'bridged-near';

/** What reading a file of units gives back, whatever its format. */
import type { Unit } from '../memory/unit.js';
import type { Said } from '../said.js';
import type { RowDoubt } from '../sheet/model.js';

/** A unit with its place: the ordinal in the file and the line on which it begins, both from 1. */
export interface ReadUnit {
  readonly number: number;
  readonly line: number;
  readonly unit: Unit;
}

/** A unit that could not be taken, and why. */
export interface LeftUnit {
  readonly number: number;
  readonly line: number;
  readonly reason: LeftReason;
  /** What exactly is wrong. */
  readonly what: Said<LeftCodes>;
}

/** What is wrong with a unit. `damaged` says it in the parser's words. */
export interface LeftCodes {
  readonly 'ends-inside': Readonly<Record<string, never>>;
  readonly 'too-long': { readonly limit: number };
  readonly damaged: { readonly what: string };
  readonly 'no-text': Readonly<Record<string, never>>;
  readonly 'one-language': { readonly language: string };
  readonly 'row-doubt': { readonly doubt: RowDoubt };
  readonly obsolete: Readonly<Record<string, never>>;
  readonly 'no-translation': Readonly<Record<string, never>>;
  readonly fuzzy: Readonly<Record<string, never>>;
}

export type LeftReason =
  'no text' | 'one language' | 'doubtful' | 'damaged' | 'too long' | 'cut off' | 'not translated' | 'obsolete';

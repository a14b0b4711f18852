/** A unit taken apart into the columns of its row, the JSON beside its texts, and the facts that the index keeps of it. */
import {
  authorOf,
  changedAt,
  unitKey,
  type Prop,
  type Said,
  type Unit,
  type Variant,
} from '@fair-copy/core/memory/unit.js';
import { SAMPLED_FROM, sampleLevel } from '@fair-copy/core/memory/merge/sample.js';

/** Tables and columns, in the order in which rows are put in. */
export const UNIT = 'unit (id, said, changed, author, origin, place, length, codes, key, before, after)';
export const SEGMENT = 'segment (unit_id, ordinal, language, text, more)';

/** Where a unit stood in its file: its number, and hashes of the texts before and after it. */
export interface UnitPlace {
  readonly place: number;
  readonly before: number | null;
  readonly after: number | null;
}

/** What the row of a unit holds of its content. */
export interface UnitColumns {
  readonly said: string | null;
  readonly changed: string;
  readonly author: string;
  readonly length: number;
  readonly codes: 0 | 1;
  readonly key: number;
}

export function unitColumns(unit: Unit): UnitColumns {
  const { variants } = unit;
  return {
    said: saidOf(unit),
    changed: changedAt(unit),
    author: authorOf(unit),
    length: variants.reduce((longest, { text }) => Math.max(longest, text.length), 0),
    codes: variants.some((variant) => variant.codes.length > 0) ? 1 : 0,
    key: unitKey(unit),
  };
}

export function saidOf({ attributes, props, notes }: Said): string | null {
  if (!attributes && !props && !notes) return null;
  // Half the time of `JSON.stringify` for what nearly every unit has.
  let json = '{';
  if (attributes) json += `"attributes":${jsonOfTexts(attributes)}`;
  if (props) json += `${attributes ? ',' : ''}"props":[${props.map(jsonOfProp).join()}]`;
  if (notes) json += `${attributes || props ? ',' : ''}"notes":${JSON.stringify(notes)}`;
  return `${json}}`;
}

function jsonOfTexts(texts: Readonly<Record<string, string>>): string {
  let json = '';
  for (const name in texts) json += `${json && ','}${jsonOf(name)}:${jsonOf(texts[name]!)}`;
  return `{${json}}`;
}

function jsonOfProp(prop: Prop): string {
  return prop.attributes ? JSON.stringify(prop) : `{"type":${jsonOf(prop.type)},"text":${jsonOf(prop.text)}}`;
}

const jsonOf = (text: string): string => (TO_ESCAPE.test(text) ? JSON.stringify(text) : `"${text}"`);
/** Halves of characters are, where they stand alone. */
const TO_ESCAPE = /["\\\0-\x1f\ud800-\udfff]/;

export function moreOf({ attributes, props, notes, codes }: Variant): string | null {
  if (codes.length === 0 && !attributes && !props && !notes) return null;
  return JSON.stringify({ ...(codes.length && { codes }), attributes, props, notes });
}

/** Between the parts of a fact. */
const BETWEEN = '\u0001';
/** So much of a value is in the index. */
export const FACT_LENGTH = 80;

/** "20261123" of "20261123T140500Z". */
const DAY_LENGTH = 8;

/** What a fact is about. */
export type FactKind = 'author' | 'day' | 'prop' | 'sample';

/**
 * What is said about a unit: its author, its day, its properties; in which samples its texts are. Languages are added by
 * their ids.
 * @param see told of each fact. `type`: of a property, otherwise empty
 */
export function eachFact(
  unit: Unit,
  { author, changed }: Pick<UnitColumns, 'author' | 'changed'>,
  see: (kind: FactKind, type: string, value: string) => void,
): void {
  if (author) see('author', '', author);
  if (changed) see('day', '', changed.slice(0, DAY_LENGTH));
  if (unit.props) for (const { type, text } of unit.props) see('prop', type, text);
  for (const { text } of unit.variants) {
    const level = sampleLevel(text);
    if (level >= SAMPLED_FROM) see('sample', '', String(level));
  }
}

/** As words of the index. */
export function factsOf(unit: Unit): string[] {
  const facts: string[] = [];
  eachFact(unit, { author: authorOf(unit), changed: changedAt(unit) }, (...fact) => facts.push(factText(...fact)));
  return facts;
}

export function factText(kind: FactKind, type: string, value: string): string {
  switch (kind) {
    case 'author':
      return authorFact(value);
    case 'day':
      return dayFact(value);
    case 'prop':
      return propFact(type, value);
    case 'sample':
      return sampleFact(Number(value));
  }
}

export const authorFact = (author: string): string => `a${BETWEEN}${valueOf(author)}`;
export const propFact = (type: string, text: string): string => `p${BETWEEN}${type}${BETWEEN}${valueOf(text)}`;
export const dayFact = (day: string): string => `d${BETWEEN}${day}`;
/** @param level of `sampleLevel`, from `SAMPLED_FROM` to 32 */
export const sampleFact = (level: number): string => `s${BETWEEN}${level}`;
export const languageFact = (language: number): string => (LANGUAGE_FACTS[language] ??= `l${BETWEEN}${language}`);
/** Asked for with every segment. */
const LANGUAGE_FACTS: string[] = [];
const valueOf = (text: string): string => text.toLowerCase().replace(/\n/g, ' ').slice(0, FACT_LENGTH);

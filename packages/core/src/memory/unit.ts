/** The unit: what a memory is made of. The same content in two or more languages, without a direction. */
import type { LanguageTag } from '../language/tags.js';
import { exactKey } from '../text/fold.js';
import { CODE, withoutCodes, type Segment } from '../text/inline-codes.js';

/** A property with the name that its file gives it. */
export interface Prop {
  readonly type: string;
  readonly text: string;
  /** Further attributes of the element, as in the file (`xml:lang`, `o-encoding`). */
  readonly attributes?: Readonly<Record<string, string>>;
}

export type Note = Omit<Prop, 'type'>;

/**
 * What is said about a unit or a variant. Attributes have the names of TMX: `tuid`, `creationdate`, `creationid`,
 * `changedate`, `changeid`, `usagecount`, `datatype`; dates in its form, "20261123T140500Z".
 */
export interface Said {
  readonly attributes?: Readonly<Record<string, string>>;
  readonly props?: readonly Prop[];
  readonly notes?: readonly Note[];
}

export interface Variant extends Segment, Said {
  readonly language: LanguageTag;
}

/** The content of a unit; its id is given by who stores it. */
export interface Unit extends Said {
  /** At least one; several of a language stand in the order of their file. */
  readonly variants: readonly Variant[];
}

export function languagesOfUnit(unit: Unit): LanguageTag[] {
  return [...new Set(unit.variants.map((variant) => variant.language))];
}

/** What a reader sees of a variant, without white space at its ends. */
export function shownText(variant: Pick<Variant, 'text'>): string {
  return withoutCodes(variant.text).trim();
}

/** Whether there is something to read or a code in it. */
export function isEmptyText(text: string): boolean {
  return text.trim() === '';
}

/** For saying "the same unit": languages with their texts, white space collapsed; codes count as one symbol. */
export function unitKey(unit: Unit): string {
  return unit.variants
    .map(({ language, text }) => `${language}\0${exactKey(text)}`)
    .sort()
    .join('\u0001');
}

/** A 53-bit hash of a text by which neighbours are recognised (FNV-1a, twice 32 bit). */
export function textHash(text: string): number {
  const key = exactKey(text.replaceAll(CODE, ''));
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < key.length; i++) {
    const code = key.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ (code + i), 0x85ebca6b);
  }
  return (a >>> 0) * 0x200000 + ((b >>> 0) & 0x1fffff);
}

/** When it was changed last, in the form of TMX; empty if nothing says. */
export function changedAt(unit: Unit): string {
  const dates = [unit, ...unit.variants].flatMap(({ attributes }) => [
    attributes?.changedate,
    attributes?.creationdate,
  ]);
  return dates.reduce<string>((latest, date) => (date && date > latest ? date : latest), '');
}

/** Who changed it last, or made it. */
export function authorOf(unit: Unit): string {
  const { attributes } = unit;
  const ofVariant = unit.variants.find((v) => v.attributes?.changeid ?? v.attributes?.creationid)?.attributes;
  return attributes?.changeid ?? attributes?.creationid ?? ofVariant?.changeid ?? ofVariant?.creationid ?? '';
}

/** The unit with other properties of a type in place of those there; none takes them away. */
export function withProp(unit: Unit, type: string, values: readonly string[]): Unit {
  const others = (unit.props ?? []).filter((prop) => prop.type !== type);
  return { ...unit, props: [...others, ...values.map((text) => ({ type, text }))] };
}

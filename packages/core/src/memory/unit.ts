/** The unit: what a memory is made of. The same content in two or more languages, without a direction. */
import type { LanguageTag } from '../language/tags.js';
import { TextHash } from '../text/hash.js';
import { withoutCodes, type Segment } from '../text/inline-codes.js';

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

/** For saying "the same unit": a hash of its languages with their texts, white space collapsed. */
export function unitKey(unit: Unit): number {
  const { variants } = unit;
  if (variants.length === 2 && variants[0]!.language < variants[1]!.language) return unitHash(variants);
  return unitHash(
    [...variants].sort((a, b) =>
      a.language < b.language ? -1 : a.language > b.language ? 1 : a.text < b.text ? -1 : 1,
    ),
  );
}

function unitHash(variants: readonly Variant[]): number {
  const hash = new TextHash();
  for (const { language, text } of variants) {
    hash.add(language);
    hash.add(text);
  }
  return hash.value;
}

/** A 53-bit hash of a text by which neighbours are recognised; white space counts as one space, codes not at all. */
export function textHash(text: string): number {
  const hash = new TextHash();
  hash.add(withoutCodes(text));
  return hash.value;
}

/** When it was changed last, in the form of TMX; empty if nothing says. */
export function changedAt(unit: Unit): string {
  let latest = dateOf(unit);
  for (const variant of unit.variants) {
    const date = dateOf(variant);
    if (date > latest) latest = date;
  }
  return latest;
}

function dateOf({ attributes }: Said): string {
  const { changedate = '', creationdate = '' } = attributes ?? {};
  return changedate > creationdate ? changedate : creationdate;
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

/** The texts of a unit by language; several of one language, one under another. */
export function textsByLanguage({ variants }: Unit, shown: (text: string) => string): Record<string, string> {
  const texts: Record<string, string> = {};
  for (const { language, text } of variants)
    texts[language] = language in texts ? `${texts[language]}\n${shown(text)}` : shown(text);
  return texts;
}

/** What a unit says, without where it is stored. */
export function contentOf({ attributes, props, notes, variants }: Unit): Unit {
  return { ...(attributes && { attributes }), ...(props && { props }), ...(notes && { notes }), variants };
}

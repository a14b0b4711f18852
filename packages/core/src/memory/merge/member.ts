/** A unit as the merging sees it: by what it is the same as others, and what else it says. */
import { fits, primaryLanguage, type LanguageTag } from '../../language/tags.js';
import { changedAt, type Unit, type Variant } from '../unit.js';
import { ignoringSet, loosened } from './loosened.js';
import type { MergePlan } from './plan.js';

export interface Member {
  /** Its place among all units that come in. */
  readonly index: number;
  /** The resource that it comes from: 0 goes before 1. */
  readonly rank: number;
  readonly unit: Unit;
  /** In the form of TMX; empty: nothing says. */
  readonly date: string;
  /** How often it was used; 0: nothing says. */
  readonly used: number;
  /** What its other texts say, by language, as they are compared. */
  readonly others: ReadonlyMap<string, string>;
}

/** Parts that cannot stand in a text. */
const PART = '\u0001';
const TEXT = '\u0002';

/** The language of a variant as the plan tells languages apart. */
export const languageKey = ({ language }: Pick<Variant, 'language'>, plan: MergePlan): string =>
  plan.regions === 'fold' ? generalOf(language) : language;

const GENERAL = new Map<string, string>();

/** As `primaryLanguage`, asked for every text. */
function generalOf(language: string): string {
  let general = GENERAL.get(language);
  if (general === undefined) GENERAL.set(language, (general = primaryLanguage(language)));
  return general;
}

/** Whether units are the same by the text of this language. */
export function identifies(language: LanguageTag, plan: MergePlan): boolean {
  if (plan.by === 'all') return true;
  return plan.by.some(
    (by) => fits(by, language) || (plan.regions === 'fold' && primaryLanguage(by) === primaryLanguage(language)),
  );
}

/** The variants by which a unit is known. One that lacks a language of the plan is the same only as one with all its texts. */
export function identifying(
  { variants }: Unit,
  plan: MergePlan,
): { readonly of: readonly Variant[]; readonly lacks: boolean } {
  const { by } = plan;
  if (by === 'all') return { of: variants, lacks: false };
  const lacks = !by.every((tag) => variants.some(({ language }) => identifies(language, { ...plan, by: [tag] })));
  return { of: lacks ? variants : variants.filter(({ language }) => identifies(language, plan)), lacks };
}

/** What equal units have in common. */
export function identity(unit: Unit, plan: MergePlan): string {
  const ignoring = ignoringSet(plan.ignore);
  const { of, lacks } = identifying(unit, plan);
  const parts = of.map((variant) => languageKey(variant, plan) + TEXT + loosened(variant, ignoring));
  const said = parts.length > 1 ? parts.sort().join(PART) : parts[0]!;
  return lacks ? PART + said : said;
}

export function memberOf(index: number, rank: number, unit: Unit, plan: MergePlan): Member {
  return { index, rank, unit, date: changedAt(unit), used: usedCount(unit), others: otherTexts(unit, plan) };
}

function otherTexts(unit: Unit, plan: MergePlan): ReadonlyMap<string, string> {
  const others = new Map<string, string[]>();
  const ignoring = ignoringSet(plan.ignore);
  if (plan.by === 'all') return new Map();
  for (const variant of unit.variants) {
    if (identifies(variant.language, plan)) continue;
    const language = languageKey(variant, plan);
    const texts = others.get(language);
    if (texts) texts.push(loosened(variant, ignoring));
    else others.set(language, [loosened(variant, ignoring)]);
  }
  return new Map([...others].map(([language, texts]) => [language, texts.sort().join(TEXT)]));
}

/** The sum of what the unit and its variants say, as far as they say it. */
function usedCount({ attributes, variants }: Unit): number {
  const of = (said: Readonly<Record<string, string>> | undefined): number => {
    const count = Number(said?.usagecount);
    return count > 0 ? count : 0;
  };
  return of(attributes) || Math.max(...variants.map((variant) => of(variant.attributes)));
}

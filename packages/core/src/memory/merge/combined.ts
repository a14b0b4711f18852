/** One unit out of several that say the same: the first keeps its attributes, and takes over what it lacks. */
import type { Note, Prop, Unit, Variant } from '../unit.js';
import { identifies, languageKey, type Member } from './member.js';
import type { MergePlan } from './plan.js';
import { ignoringSet, loosened } from './loosened.js';

/**
 * @param group what goes into it; the first is kept
 * @param gaveWay may have texts in languages that nobody else has
 * @param stays whether a text (as it is compared) of a language stays
 */
export function combined(
  group: readonly Member[],
  gaveWay: readonly Member[],
  stays: (language: string, key: string) => boolean,
  plan: MergePlan,
): Unit {
  const { unit } = group[0]!;
  // The same record twice is one record.
  const records = [...new Map(group.map((member) => [JSON.stringify(member.unit), member])).values()];
  const variants = variantsOf([...group, ...gaveWay], stays, plan);
  if (records.length === 1 && variants.length === unit.variants.length) return { ...unit, variants };
  const attributes = attributesOf(records);
  const props = distinct(
    records.flatMap(({ unit: { props: all = [] } }) => all),
    propKey,
  );
  const notes = distinct(
    records.flatMap(({ unit: { notes: all = [] } }) => all),
    noteKey,
  );
  return {
    ...unit,
    variants,
    ...(Object.keys(attributes).length > 0 && { attributes }),
    ...(props.length > 0 && { props }),
    ...(notes.length > 0 && { notes }),
  };
}

/** Those of the first, as far as they stay, and of the others those in languages that it lacks. */
function variantsOf(
  members: readonly Member[],
  stays: (language: string, key: string) => boolean,
  plan: MergePlan,
): readonly Variant[] {
  const there = new Set<string>();
  const kept: Variant[] = [];
  const ignoring = ignoringSet(plan.ignore);
  for (const [i, { unit, others }] of members.entries()) {
    const mine = new Set<string>();
    for (const variant of unit.variants) {
      const language = languageKey(variant, plan);
      if (identifies(variant.language, plan)) {
        if (i === 0) kept.push(variant);
        continue;
      }
      if (there.has(language) || !stays(language, others.get(language) ?? loosened(variant, ignoring))) continue;
      kept.push(variant);
      mine.add(language);
    }
    for (const language of mine) there.add(language);
  }
  return kept;
}

/** Made when the first was made, changed when the last was changed, used as often as all together. */
function attributesOf(members: readonly Member[]): Record<string, string> {
  const all = members.map(({ unit }) => unit.attributes ?? {});
  const result: Record<string, string> = {};
  for (const attributes of all)
    for (const [name, value] of Object.entries(attributes)) if (!(name in result)) result[name] = value;
  take(
    result,
    edge(all, 'creationdate', (a, b) => a < b),
    'creationdate',
    'creationid',
  );
  take(
    result,
    edge(all, 'changedate', (a, b) => a > b),
    'changedate',
    'changeid',
  );
  const used = all.flatMap(({ usagecount }) => (Number(usagecount) > 0 ? [Number(usagecount)] : []));
  if (used.length > 0) result.usagecount = String(used.reduce((sum, count) => sum + count, 0));
  return result;
}

type Attributes = Readonly<Record<string, string>>;

function edge(all: readonly Attributes[], name: string, before: (a: string, b: string) => boolean): Attributes | null {
  let found: Attributes | null = null;
  for (const one of all) if (one[name] && (!found || before(one[name], found[name]!))) found = one;
  return found;
}

/** A date and who it is of belong together. */
function take(result: Record<string, string>, from: Attributes | null, date: string, who: string): void {
  if (!from) return;
  result[date] = from[date]!;
  if (from[who] !== undefined) result[who] = from[who];
}

const propKey = ({ type, text }: Prop): string => `${type}\u0001${text}`;
const noteKey = ({ text }: Note): string => text;

function distinct<T>(all: readonly T[], key: (one: T) => string): readonly T[] {
  const there = new Map<string, T>();
  for (const one of all) if (!there.has(key(one))) there.set(key(one), one);
  return [...there.values()];
}

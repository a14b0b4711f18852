/**
 * What becomes of units that are the same by their identity: which stand, which say the same, which give way. What decides is
 * the date, the rank, the use, or a person, never chance: where a plan cannot tell, all stay and the conflict is told.
 */
import { hashOfTexts } from '../../text/hash.js';
import { combined } from './combined.js';
import type { Member } from './member.js';
import type { Fate, MergePlan } from './plan.js';
import type { Unit } from '../unit.js';

export interface Candidate {
  /** Its text as it is compared; what a decision names. */
  readonly key: string;
  /** The unit that says it best: the newest, or the first in rank. */
  readonly member: Member;
  readonly members: number;
  /** Of the memories that say it, each once. */
  readonly ranks: readonly number[];
}

/** The same text with different translations into a language. */
export interface Conflict {
  readonly id: string;
  readonly language: string;
  readonly candidates: readonly Candidate[];
  /** Which of them stays; null: all of them, or none yet. */
  readonly winner: number | null;
  /** Somebody said so. */
  readonly decided: boolean;
}

export interface Output {
  readonly unit: Unit;
  /** The unit whose attributes it keeps. */
  readonly of: Member;
  /** All that it is made of, this one included. */
  readonly from: readonly Member[];
}

export interface Decided {
  readonly outputs: readonly Output[];
  /** By member, in their order. */
  readonly fates: readonly Fate[];
  readonly conflicts: readonly Conflict[];
}

/** What stays in one language: texts as they are compared. */
interface Staying {
  readonly conflict: Conflict | null;
  readonly keys: ReadonlySet<string>;
}

/** @param members all with this identity; one or more */
export function decide(identity: string, members: readonly Member[], plan: MergePlan): Decided {
  if (members.length === 1) {
    const only = members[0]!;
    return { outputs: [{ unit: only.unit, of: only, from: members }], fates: ['written'], conflicts: [] };
  }
  const staying = new Map<string, Staying>();
  for (const { others } of members)
    for (const language of others.keys())
      if (!staying.has(language)) staying.set(language, whatStays(identity, language, members, plan));
  const waits = (member: Member): boolean =>
    [...member.others.keys()].some((language) => staying.get(language)!.keys.size === 0);
  const lost = (member: Member): boolean =>
    [...member.others].some(([language, key]) => !staying.get(language)!.keys.has(key));
  const fates = new Map<Member, Fate>();
  for (const member of members) if (waits(member)) fates.set(member, 'waiting');
  const open = members.filter((member) => !fates.has(member)).sort((a, b) => inOrder(a, b, plan));
  let standing = open.filter((member) => !lost(member));
  // Each lost a text to another: the first of them stands for all, with the texts that stay.
  if (standing.length === 0 && open.length > 0) standing = [open[0]!];
  for (const member of open) if (!standing.includes(member)) fates.set(member, 'gaveWay');
  const groups = grouped(standing);
  for (const [first, ...more] of groups) {
    fates.set(first!, 'written');
    for (const member of more) fates.set(member, 'same');
  }
  const gaveWay = open.filter((member) => fates.get(member) === 'gaveWay');
  return {
    outputs: groups.map((group) => ({
      unit: combined(
        group,
        groups.length === 1 ? gaveWay : [],
        (language, key) => staying.get(language)!.keys.has(key),
        plan,
      ),
      of: group[0]!,
      from: group,
    })),
    fates: members.map((member) => fates.get(member)!),
    conflicts: [...staying.values()].flatMap(({ conflict }) => conflict ?? []),
  };
}

function whatStays(identity: string, language: string, members: readonly Member[], plan: MergePlan): Staying {
  const byText = new Map<string, Member[]>();
  for (const member of members) {
    const key = member.others.get(language);
    if (key === undefined) continue;
    const same = byText.get(key);
    if (same) same.push(member);
    else byText.set(key, [member]);
  }
  const keys = [...byText.keys()];
  if (keys.length < 2) return { conflict: null, keys: new Set(keys) };
  const candidates = [...byText]
    .map(([key, same]) => ({ key, same: [...same].sort((a, b) => inOrder(a, b, plan)) }))
    .sort((a, b) => inOrder(a.same[0]!, b.same[0]!, plan))
    .map(({ key, same }): Candidate & { readonly same: readonly Member[] } => ({
      key,
      member: same[0]!,
      members: same.length,
      ranks: [...new Set(same.map(({ rank }) => rank))],
      same,
    }));
  const id = String(hashOfTexts([language, identity]));
  const decision = plan.decisions?.[id];
  const decided = decision === 'all' || (decision !== undefined && byText.has(decision.text));
  const stay = decided
    ? candidates.filter(({ key }) => decision === 'all' || key === decision.text)
    : bestOf(candidates, plan);
  const winner = stay.length === 1 ? candidates.indexOf(stay[0]!) : null;
  return {
    conflict: {
      id,
      language,
      candidates: candidates.map(({ key, member, members: count, ranks }) => ({ key, member, members: count, ranks })),
      winner,
      decided,
    },
    keys: new Set(stay.map(({ key }) => key)),
  };
}

type Weighed = Candidate & { readonly same: readonly Member[] };

/** Those that a plan prefers; more than one where it cannot tell. */
function bestOf(all: readonly Weighed[], { keep }: MergePlan): readonly Weighed[] {
  switch (keep) {
    case 'all':
      return all;
    case 'ask':
      return [];
    case 'newest':
      return newest(all);
    case 'rank':
      return newest(highest(all, ({ same }) => -Math.min(...same.map(({ rank }) => rank))));
    case 'used':
      return newest(highest(all, ({ same }) => same.reduce((sum, { used }) => sum + used, 0)));
  }
}

function highest(all: readonly Weighed[], of: (one: Weighed) => number): readonly Weighed[] {
  const most = Math.max(...all.map(of));
  return all.filter((one) => of(one) === most);
}

/** What has no date counts as older than what has one; of equal dates, or where none has any, all stay. */
function newest(all: readonly Weighed[]): readonly Weighed[] {
  const dates = all.map(({ same }) => same.reduce((latest, { date }) => (date > latest ? date : latest), ''));
  const latest = dates.reduce((a, b) => (b > a ? b : a), '');
  return all.filter((_, i) => dates[i] === latest);
}

/** Which goes first: by what the plan asks, then by what they say, so that the order in which they came decides nothing. */
function inOrder(a: Member, b: Member, { keep }: MergePlan): number {
  const byRank = a.rank - b.rank;
  const byDate = a.date < b.date ? 1 : a.date > b.date ? -1 : 0;
  const first = keep === 'rank' ? byRank || byDate : keep === 'used' ? b.used - a.used || byDate : byDate;
  if (first !== 0) return first;
  const [left, right] = [JSON.stringify(a.unit), JSON.stringify(b.unit)];
  return left < right ? -1 : left > right ? 1 : byRank || a.index - b.index;
}

/** Units whose texts go together, each group one unit of the result. */
function grouped(standing: readonly Member[]): Member[][] {
  const groups: Member[][] = [];
  // Those that say most come first, so that those that say less find where they belong.
  const said = [...standing].sort((a, b) => b.others.size - a.others.size);
  for (const member of said) {
    const fitting = groups.filter((group) => group.every((other) => agree(member, other)));
    const home = fitting.length > 1 ? fitting.find((group) => group.some((other) => share(member, other))) : fitting[0];
    if (home) home.push(member);
    else groups.push([member]);
  }
  const order = new Map(standing.map((member, i) => [member, i]));
  for (const group of groups) group.sort((a, b) => order.get(a)! - order.get(b)!);
  return groups.sort((a, b) => order.get(a[0]!)! - order.get(b[0]!)!);
}

const agree = (a: Member, b: Member): boolean =>
  [...a.others].every(([language, key]) => (b.others.get(language) ?? key) === key);

const share = (a: Member, b: Member): boolean =>
  [...a.others].some(([language, key]) => b.others.get(language) === key);

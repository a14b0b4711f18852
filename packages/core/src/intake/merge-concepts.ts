/**
 * Several termbases become one. Which concepts are the same is decided as for the rows that Intake takes in (`join.ts`): by
 * the client's id, by their terms, within a subject; what one termbase keeps apart stays apart. Terms are all kept; where fields of which there is one contradict each
 * other, rank or a person decides.
 */
import type { LanguageTag } from '../language/tags.js';
import { CATEGORIES, IDENTIFIER } from '../termbase/categories.js';
import type { ConceptBody, Fields } from '../termbase/concept.js';
import { withValues } from '../termbase/fields.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { hashOfTexts } from '../text/hash.js';
import { ConceptsThere } from './concepts-there.js';
import { draftKeys, withDraft, type Draft } from './draft.js';
import { candidates, inLanguagesOf } from './join.js';
import type { JoinRule } from './reading.js';

/** Of values that contradict each other: those of the termbase that stands higher, all of them, or neither until a person decides. */
export const FIELD_KEEPING = ['rank', 'all', 'ask'] as const;
export type FieldKeeping = (typeof FIELD_KEEPING)[number];

/** What stays where a field differs. */
export const FIELD_CHOICES = ['there', 'brings', 'both'] as const;
export type FieldChoice = (typeof FIELD_CHOICES)[number];

export interface ConceptMergePlan {
  readonly rule: JoinRule;
  readonly keep: FieldKeeping;
  /** By the id of a contradiction. */
  readonly decisions?: Readonly<Record<string, FieldChoice>>;
}

/**
 * What becomes of a concept: it is written; it is the same as one before, to which it adds what that lacks; so too, but a
 * value of it gave way; or it waits, because a contradiction is not decided.
 */
export const CONCEPT_FATES = ['written', 'same', 'gaveWay', 'waiting'] as const;
export type ConceptFate = (typeof CONCEPT_FATES)[number];

export interface FieldConflict {
  /** The same for the same values of the same concepts, whatever else the termbases hold. */
  readonly id: string;
  /** The number of the concept of the result that the others join. */
  readonly concept: number;
  /** Null: it is about the concept. */
  readonly language: LanguageTag | null;
  /** Null: not about one term. */
  readonly term: string | null;
  readonly field: string;
  readonly there: readonly string[];
  readonly brings: readonly string[];
  /** The ranks of the two termbases, from 0. */
  readonly from: readonly [there: number, brings: number];
  /** Null: nobody has decided. */
  readonly choice: FieldChoice | null;
  /** By a person. */
  readonly decided: boolean;
}

/** Fields of which there is one: those with a closed list of values, and these. */
const SINGLE = new Set([
  'definition',
  'subjectField',
  ...CATEGORIES.filter(({ values }) => values !== undefined).map(({ name }) => name),
]);

/** A concept of a termbase: the rank of that, and which of its concepts, from 0. */
export interface ConceptSource {
  readonly rank: number;
  readonly number: number;
}

export class ConceptMerge {
  private readonly there = new ConceptsThere();
  /** By concept of the result: whose concepts have gone into it, the first first. */
  private readonly from: ConceptSource[][] = [];
  private readonly seen: number[] = [];
  readonly tally: Record<ConceptFate, number> = { written: 0, same: 0, gaveWay: 0, waiting: 0 };

  constructor(private readonly plan: ConceptMergePlan) {}

  /** What stands by now, in the order in which it came. */
  get concepts(): readonly ConceptBody[] {
    return this.there.all;
  }

  /** Which concepts have gone into one of the result. */
  sourcesOf(concept: number): readonly ConceptSource[] {
    return this.from[concept]!;
  }

  /**
   * Termbases that stand higher come first. O(terms of the concept).
   * @param rank of its termbase, from 0
   * @param see told of each contradiction
   */
  add(body: ConceptBody, rank: number, see: (conflict: FieldConflict) => void = () => {}): ConceptFate {
    const fate = this.fateOf(body, rank, see);
    this.tally[fate]++;
    return fate;
  }

  private fateOf(body: ConceptBody, rank: number, see: (conflict: FieldConflict) => void): ConceptFate {
    const number = (this.seen[rank] = (this.seen[rank] ?? -1) + 1);
    const concept = this.sameAs(body, rank);
    if (concept === null) {
      this.from[this.there.add(body)] = [{ rank, number }];
      return 'written';
    }
    const target = this.there.body(concept)!;
    const draft = this.plan.rule.regions === 'two' ? body : inLanguagesOf(target, body);
    const conflicts = differences(target, draft).map((difference) => this.decided(difference, concept, rank));
    for (const conflict of conflicts) see(conflict);
    if (conflicts.some(({ choice }) => choice === null)) return 'waiting';
    const kept = without(target, conflicts, 'brings');
    const added = without(withoutId(draft, target), conflicts, 'there');
    const joined = withDraft(kept, added);
    this.from[concept]!.push({ rank, number });
    this.there.replace(concept, { ...joined, origins: [...target.origins, ...body.origins] });
    return conflicts.some(({ choice }) => choice !== 'both') ? 'gaveWay' : 'same';
  }

  /** The concept that it shares most with; of several the first. */
  private sameAs(body: ConceptBody, rank: number): number | null {
    const keys = new Set(draftKeys(body));
    let best: { readonly concept: number; readonly shared: number } | null = null;
    for (const concept of candidates(body, this.plan.rule, this.there)) {
      if (this.from[concept]!.some((source) => source.rank === rank)) continue;
      const shared = draftKeys(this.there.body(concept)!).filter((key) => keys.has(key)).length;
      if (!best || shared > best.shared) best = { concept, shared };
    }
    return best?.concept ?? null;
  }

  private decided(difference: Difference, concept: number, rank: number): FieldConflict {
    const { language, term, field, there, brings } = difference;
    const names = draftKeys(this.there.body(concept)!).sort().slice(0, 1);
    const id = hashOfTexts([...names, language ?? '', term ?? '', field, ...there, '', ...brings]).toString(36);
    const said = this.plan.decisions?.[id];
    const byPlan = { rank: 'there', all: 'both', ask: null } as const;
    return {
      ...difference,
      id,
      concept,
      from: [this.from[concept]![0]!.rank, rank],
      choice: said ?? byPlan[this.plan.keep],
      decided: said !== undefined,
    };
  }
}

type Difference = Pick<FieldConflict, 'language' | 'term' | 'field' | 'there' | 'brings'>;

/** The fields of one value that differ, of the concept, its languages and the terms that both have. */
function differences(target: ConceptBody, draft: Draft): Difference[] {
  const found = differing(target.fields, draft.fields, null, null);
  for (const section of draft.languages) {
    const there = target.languages.find(({ language }) => language === section.language);
    if (!there) continue;
    found.push(...differing(there.fields, section.fields, section.language, null));
    for (const term of section.terms) {
      const same = there.terms.find(({ text }) => exactKey(text) === exactKey(term.text));
      if (same) found.push(...differing(same.fields, term.fields, section.language, same.text));
    }
  }
  return found;
}

function differing(a: Fields, b: Fields, language: LanguageTag | null, term: string | null): Difference[] {
  return Object.entries(b).flatMap(([field, brings]) => {
    const there = a[field];
    if (!SINGLE.has(field) || !there?.length || brings.length === 0) return [];
    const has = new Set(there.map(caselessKey));
    return brings.some((value) => has.has(caselessKey(value))) ? [] : [{ language, term, field, there, brings }];
  });
}

/** Without the values that gave way: those of contradictions where the choice was `winner`, the other side's. */
function without<D extends Draft>(draft: D, conflicts: readonly FieldConflict[], winner: 'there' | 'brings'): D {
  const lost = conflicts.filter(({ choice }) => choice === winner);
  if (lost.length === 0) return draft;
  const keyOf = (language: LanguageTag | null, term: string | null): string =>
    `${language}\0${term === null ? '' : exactKey(term)}`;
  const kept = (fields: Fields, language: LanguageTag | null, term: string | null): Fields =>
    lost
      .filter((one) => keyOf(one.language, one.term) === keyOf(language, term))
      .reduce((all, { field }) => withValues(all, field, []), fields);
  return {
    ...draft,
    fields: kept(draft.fields, null, null),
    languages: draft.languages.map((section) => ({
      ...section,
      fields: kept(section.fields, section.language, null),
      terms: section.terms.map((term) => ({ ...term, fields: kept(term.fields, section.language, term.text) })),
    })),
  };
}

/** A concept has one id: that of the termbase that stands higher. */
function withoutId(draft: Draft, target: ConceptBody): Draft {
  return target.fields[IDENTIFIER]?.length ? { ...draft, fields: withValues(draft.fields, IDENTIFIER, []) } : draft;
}

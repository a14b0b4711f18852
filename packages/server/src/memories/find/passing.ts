/** Which units of a memory a filter lets through. */
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { MemoryFile } from '../../store/memory-file.js';
import type { UnitSet } from '../../store/unit-set.js';
import type { UnitFilter } from '@fair-copy/api/memories.js';
import { conditionsOf } from './conditions.js';
import { textTest, type TextTest } from './text-test.js';
import { candidatesOf } from './with-text.js';

/** Told that all units up to an id are decided; throws to stop. */
export type Looked = (id: number) => void;

/** Units looked at together. */
const BATCH = 2000;
/** From this share on all units between the first and the last of a batch are read in turn, not each by its id. */
const DENSE = 0.2;

/**
 * Ids in ascending order. The index narrows what is looked at, and decides by itself where it can; everything else is
 * read.
 * @param after begins behind this id
 */
export function* passing(file: MemoryFile, filter: UnitFilter, after: number, looked: Looked): Generator<number> {
  const { from, free, decided, look } = planOf(file, filter);
  if (decided) {
    yield* inBatches(from.after(after), looked, (ids) => look.decided(ids, file.edited()));
    return;
  }
  yield* inBatches(from.after(after), looked, (ids) => look.passing(ids, free));
}

interface Plan {
  /** What is looked at. */
  readonly from: UnitSet;
  /** Passes without a look at its texts. */
  readonly free: UnitSet | null;
  /** Whether all of it passes that was not edited. */
  readonly decided: boolean;
  readonly look: Look;
}

/** The last plan is kept: a memory is looked through piece by piece. */
function planOf(file: MemoryFile, filter: UnitFilter): Plan {
  const key = JSON.stringify(filter);
  const last = file.kept('plans', () => ({ key: '', plan: null as Plan | null }));
  // Findings come and go without a change of the memory.
  if (last.key !== key || !last.plan || filter.findings) {
    last.plan = planned(file, filter);
    last.key = key;
  }
  return last.plan;
}

function planned(file: MemoryFile, filter: UnitFilter): Plan {
  const conditions = conditionsOf(file, filter);
  const languages = file.languageIds(filter.language ?? null);
  const test = textTest(filter);
  const candidates = test && candidatesOf(file, filter, languages);
  let among = conditions.among;
  let decided = conditions.decided;
  const narrow = (set: UnitSet): void => {
    among = among ? among.and(set) : set.copy();
  };
  if (candidates && !filter.not) narrow(candidates.units);
  // What certainly holds the text is out; what cannot hold it is in.
  if (candidates?.sure && filter.not) narrow(file.all().copy().without(without(candidates.units, file)));
  if (test && !candidates?.sure) decided = false;
  return {
    from: among ? (among as UnitSet).and(file.all()) : file.all(),
    free: filter.not && candidates ? file.all().copy().without(candidates.units) : null,
    decided,
    look: new Look(file, conditions, test && { test, languages, not: filter.not ?? false }),
  };
}

/** A copy of a set without the units that were edited. */
const without = (set: UnitSet, file: MemoryFile): UnitSet => set.copy().without(file.edited());

function* inBatches(
  ids: Iterable<number>,
  looked: Looked,
  test: (ids: readonly number[]) => readonly number[],
): Generator<number> {
  let batch: number[] = [];
  // The first screen is wanted at once.
  let size = 100;
  for (const id of ids) {
    batch.push(id);
    if (batch.length < size) continue;
    yield* test(batch);
    looked(id);
    batch = [];
    size = BATCH;
  }
  yield* test(batch);
}

interface WantedText {
  readonly test: TextTest;
  readonly languages: readonly number[];
  readonly not: boolean;
}

interface SegmentText {
  readonly id: number;
  readonly language: number;
  readonly text: string;
}

/** Reads units and decides. */
class Look {
  private readonly passes;
  private readonly passBetween;
  private readonly texts;
  private readonly textsBetween;

  constructor(
    { db }: MemoryFile,
    private readonly conditions: { readonly where: string; readonly values: readonly unknown[] },
    private readonly wanted: WantedText | null,
  ) {
    const passing = (ids: string) =>
      conditions.where
        ? db.prepare<unknown[], number>(`SELECT u.id FROM unit u WHERE u.id ${ids} AND ${conditions.where}`).pluck()
        : null;
    this.passes = passing('= ?');
    this.passBetween = passing('BETWEEN ? AND ?');
    const text = 'SELECT unit_id AS id, language, text FROM segment WHERE unit_id';
    this.texts = db.prepare<[number], SegmentText>(`${text} = ? ORDER BY ordinal`);
    this.textsBetween = db.prepare<[number, number], SegmentText>(`${text} BETWEEN ? AND ? ORDER BY unit_id, ordinal`);
  }

  /** Those that the index knows to pass; edited ones are looked at. */
  decided(ids: readonly number[], edited: UnitSet): readonly number[] {
    const doubtful = ids.filter((id) => edited.has(id));
    if (doubtful.length === 0) return ids;
    const passing = new Set(this.passing(doubtful, null));
    return ids.filter((id) => !edited.has(id) || passing.has(id));
  }

  /** @param free units that pass without a look at their texts */
  passing(ids: readonly number[], free: UnitSet | null): readonly number[] {
    const { wanted } = this;
    const left = this.fitting(ids);
    if (!wanted || left.length === 0) return left;
    const open = free ? left.filter((id) => !free.has(id)) : left;
    const holding = this.holding(open, wanted);
    return left.filter((id) => (free?.has(id) ?? false) || holding.has(id) !== wanted.not);
  }

  /** Those that pass in everything but their texts. */
  private fitting(ids: readonly number[]): readonly number[] {
    const { passes, passBetween, conditions } = this;
    if (!passes || !passBetween || ids.length === 0) return ids;
    if (!isDense(ids)) return ids.filter((id) => passes.get(id, ...conditions.values) !== undefined);
    const passing = new Set(passBetween.all(ids[0]!, ids.at(-1)!, ...conditions.values));
    return ids.filter((id) => passing.has(id));
  }

  private holding(ids: readonly number[], { test, languages }: WantedText): Set<number> {
    if (ids.length === 0) return new Set();
    const among = new Set(ids);
    const rows = isDense(ids) ? this.textsBetween.all(ids[0]!, ids.at(-1)!) : ids.flatMap((id) => this.texts.all(id));
    const segments = rows.filter(({ id, language }) => among.has(id) && languages.includes(language));
    const found = test(segments.map(({ text }) => withoutCodes(text)));
    return new Set(segments.flatMap(({ id }, i) => (found[i] ? [id] : [])));
  }
}

/** @param ids ascending, at least one */
const isDense = (ids: readonly number[]): boolean => ids.length > (ids.at(-1)! - ids[0]!) * DENSE;

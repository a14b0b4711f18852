/** What merging does in threads beside: works out what would become of the units, and makes the memory of the result. */
import type Database from 'better-sqlite3';
import type { MergeOutcome } from '@fair-copy/api/merges.js';
import type { Conflict } from '@fair-copy/core/memory/merge/decide.js';
import { emptyTally, Merge, type MergeSinks } from '@fair-copy/core/memory/merge/merge.js';
import { FATES } from '@fair-copy/core/memory/merge/plan.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { estimated } from '../jobs/estimated.js';
import type { TaskContext } from '../jobs/task.js';
import { InFileOrder } from '../memories/staged.js';
import { newMemoryFile } from '../memories/resources.js';
import { openForReading } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import { packed, stagedFile } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import type { OpenInput } from './inputs.js';
import { openedInputs, type MergeToDo } from './opened.js';
import { corePlan } from './plans.js';

export interface CountedMerge {
  readonly basis: string;
  readonly outcome: MergeOutcome;
}

const TABLES = `CREATE TABLE conflict (ordinal INTEGER PRIMARY KEY, open INTEGER NOT NULL, body TEXT NOT NULL) STRICT;
  CREATE TABLE fate (memory_id INTEGER, fate TEXT, ids BLOB, PRIMARY KEY (memory_id, fate)) STRICT, WITHOUT ROWID`;

/** The conflicts, and the units by what becomes of them, go to a file of their own, from which pages are shown. */
export function countMerge(job: MergeToDo, context: TaskContext): CountedMerge {
  const { inputs, basis } = openedInputs(job, context);
  try {
    const outcome = stagedFile(pathsOf(context.dataDir).stagedMerge(job.clientId), TABLES, (staged) => {
      const insert = staged.prepare('INSERT INTO conflict (open, body) VALUES (?, ?)');
      const near = new Map<string, number>();
      let [conflicts, open] = [0, 0];
      const merge = new Merge(inputs.all, corePlan(job.plan), (share) => context.checkpoint(share * 0.95));
      const tally = merge.run({
        output: () => undefined,
        conflict: (conflict) => {
          const isOpen = conflict.winner === null && !conflict.decided;
          conflicts++;
          if (isOpen) open++;
          insert.run(isOpen ? 1 : 0, JSON.stringify(keptConflict(conflict, inputs.all)));
        },
        near: ({ differ }) => near.set(differ.join(), (near.get(differ.join()) ?? 0) + 1),
        nearInDigits: (pairs) => pairs > 0 && near.set('digits', (near.get('digits') ?? 0) + pairs),
      });
      const byInput = inputs.all.map((input, rank) => ({
        memoryId: input.row.id,
        tally: keepFates(staged, input, (number) => merge.fateOf(rank, number)),
      }));
      return {
        tally,
        inputs: byInput,
        conflicts,
        open,
        near: [...near].map(([differ, count]) => ({ differ, count })).sort((a, b) => b.count - a.count),
      };
    });
    return { basis, outcome };
  } finally {
    inputs.close();
  }
}

export interface KeptConflict extends Omit<Conflict, 'candidates'> {
  readonly candidates: readonly {
    readonly key: string;
    readonly memoryId: number;
    readonly unitId: number;
    readonly date: string;
    readonly units: number;
    /** The memories that say it. */
    readonly memories: readonly number[];
  }[];
}

function keptConflict({ candidates, ...conflict }: Conflict, inputs: readonly OpenInput[]): KeptConflict {
  const starts = startsOf(inputs);
  return {
    ...conflict,
    candidates: candidates.map(({ key, member, members, ranks }) => {
      const input = inputs[member.rank]!;
      const unitId = input.idOf(member.index - starts[member.rank]!);
      const memories = ranks.map((rank) => inputs[rank]!.row.id);
      return { key, memoryId: input.row.id, unitId, date: member.date, units: members, memories };
    }),
  };
}

function startsOf(inputs: readonly OpenInput[]): number[] {
  let total = 0;
  return inputs.map(({ count }) => {
    const start = total;
    total += count;
    return start;
  });
}

function keepFates(staged: Database.Database, input: OpenInput, fateOf: (number: number) => (typeof FATES)[number]) {
  const ids = new Map(FATES.map((fate) => [fate, [] as number[]]));
  for (let number = 0; number < input.count; number++) ids.get(fateOf(number))!.push(input.idOf(number));
  const insert = staged.prepare('INSERT INTO fate VALUES (?, ?, ?)');
  const tally = emptyTally();
  for (const [fate, all] of ids) {
    tally[fate] = all.length;
    insert.run(input.row.id, fate, packed(all));
  }
  return tally;
}

export interface BuiltMerge {
  /** The name of the file that holds the result; nobody owns it yet. */
  readonly stored: string;
  readonly units: number;
  readonly basis: string;
  /** Findings of the memory that goes on living: what was let stand, and the number that its unit has now; null: it is gone. */
  readonly stets: readonly (readonly [stet: number, unit: number | null])[];
}

/** Units of the result by origins, as long as there are not too many. */
const ORIGINS = 1000;

/** The share of the time after which all units are decided; the rest goes to the indexes of the result. */
const DECIDED = 0.95;

/** Makes the memory of the result; nothing changes for anybody until it is published. */
export async function buildMerge(job: MergeToDo, context: TaskContext): Promise<BuiltMerge> {
  const begun = performance.now();
  const { inputs, basis } = openedInputs(job, context);
  const stored = newMemoryFile(context.dataDir);
  const builder = new MemoryBuilder(
    pathsOf(context.dataDir).memory(stored),
    inputs.all.map(({ row }) => row.name).join(' + '),
  );
  try {
    const into = inputs.all.findIndex(({ row }) => row.id === job.plan.into);
    const stets = into < 0 ? [] : stetsOf(context.dataDir, job.plan.into!);
    const kept = new Map<number, number>();
    const starts = startsOf(inputs.all);
    const origins = new Origins(inputs.all, starts);
    const wanted = new Set(stets.map(({ unitId }) => unitId));
    const order = new InFileOrder<Unit & { readonly origin: string }>((unit, at) => builder.add(unit, at, unit.origin));
    let place = 0;
    const output: MergeSinks['output'] = ({ unit, from }) => {
      order.add({ ...unit, origin: origins.of(from) }, ++place);
      for (const { rank, index } of from)
        if (rank === into) {
          const id = inputs.all[into]!.idOf(index - starts[into]!);
          if (wanted.has(id)) kept.set(id, place);
        }
    };
    const merge = new Merge(inputs.all, corePlan(job.plan), (share) => context.checkpoint(share * DECIDED));
    for (const step of merge.steps({ output })) {
      void step;
      await builder.breathe();
    }
    order.end();
    const expected = ((performance.now() - begun) * (1 - DECIDED)) / DECIDED;
    await estimated(context, [DECIDED, 0.99], expected, builder.finish({}));
    return { stored, units: place, basis, stets: stets.map(({ id, unitId }) => [id, kept.get(unitId) ?? null]) };
  } catch (error) {
    await builder.abandon();
    removeDatabase(pathsOf(context.dataDir).memory(stored));
    throw error;
  } finally {
    inputs.close();
  }
}

function stetsOf(dataDir: string, memoryId: number): { readonly id: number; readonly unitId: number }[] {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    return db
      .prepare<[number], { id: number; unitId: number }>(
        'SELECT id, unit_id AS unitId FROM unit_stet WHERE memory_id = ?',
      )
      .all(memoryId);
  } finally {
    db.close();
  }
}

/** Where a unit of the result comes from: the memories, and what they say of it. */
class Origins {
  private readonly known = new Set<string>();

  constructor(
    private readonly inputs: readonly OpenInput[],
    private readonly starts: readonly number[],
  ) {}

  of(from: readonly { readonly rank: number; readonly index: number }[]): string {
    const all = from.map(({ rank, index }) => {
      const input = this.inputs[rank]!;
      const originId = input.originOf(index - this.starts[rank]!);
      return `${input.row.name}: ${input.file.kept(`origin ${originId}`, () => input.file.originName(originId))}`;
    });
    const said = [...new Set(all)].join(' + ');
    if (this.known.has(said)) return said;
    if (this.known.size >= ORIGINS)
      return [...new Set(from.map(({ rank }) => this.inputs[rank]!.row.name))].join(' + ');
    this.known.add(said);
    return said;
  }
}

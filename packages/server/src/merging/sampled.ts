/** What would become of the units, worked out on a sample of them: an answer at once, while all are counted. */
import type { MergeOutcome, MergeSample } from '@fair-copy/api/merges.js';
import { emptyTally, Merge, type MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import { FATES, type MergePlan } from '@fair-copy/core/memory/merge/plan.js';
import { SAMPLED_FROM, unitLevel } from '@fair-copy/core/memory/merge/sample.js';
import { contentOf, type Unit } from '@fair-copy/core/memory/unit.js';
import type { TaskContext } from '../jobs/task.js';
import { sampleFact } from '../store/unit-columns.js';
import { UnitSet } from '../store/unit-set.js';
import { FACTS } from '../store/word-index.js';
import type { MergeInputs, OpenInput } from './inputs.js';
import { openedInputs, type MergeToDo } from './opened.js';
import { corePlan } from './plans.js';

/** Units that are looked at, about: what can be answered at once. */
const ENOUGH = 1500;
/** The highest level there is. */
const LEVELS = 32;

/** Null: there are so few that all are counted as quickly, or a memory was made by a version that took no samples. */
export function sampleMerge(job: MergeToDo, context: TaskContext): MergeSample | null {
  const { inputs } = openedInputs(job, context);
  try {
    return sampled(inputs, corePlan(job.plan));
  } finally {
    inputs.close();
  }
}

function sampled({ all }: MergeInputs, plan: MergePlan): MergeSample | null {
  const total = all.reduce((sum, { count }) => sum + count, 0);
  const level = Math.max(SAMPLED_FROM, Math.ceil(Math.log2(total / ENOUGH)));
  if (total <= 2 * ENOUGH || !all.every(({ file }) => file.hasSamples)) return null;
  const samples = all.map((input) => sampleOf(input, level, plan));
  const looked = samples.reduce((sum, { count }) => sum + count, 0);
  if (looked === 0) return null;
  const near = new Map<string, number>();
  let [conflicts, open] = [0, 0];
  const merge = new Merge(samples, plan);
  merge.run({
    output: () => undefined,
    conflict: ({ winner, decided }) => {
      conflicts++;
      if (winner === null && !decided) open++;
    },
    near: ({ differ }) => near.set(differ.join(), (near.get(differ.join()) ?? 0) + 1),
    nearInDigits: (pairs) => pairs > 0 && near.set('digits', (near.get('digits') ?? 0) + pairs),
  });
  const scaled = (count: number): number => Math.round((count * total) / looked);
  const tally = emptyTally();
  const byInput = all.map((input, rank) => {
    const own = emptyTally();
    for (let number = 0; number < samples[rank]!.count; number++) own[merge.fateOf(rank, number)]++;
    // Each of the memory's units is accounted for, as in the whole.
    const { count } = samples[rank]!;
    for (const fate of FATES)
      tally[fate] += own[fate] = count === 0 ? 0 : Math.round((own[fate] * input.count) / count);
    return { memoryId: input.row.id, tally: own };
  });
  const outcome: MergeOutcome = {
    tally,
    inputs: byInput,
    conflicts: scaled(conflicts),
    open: scaled(open),
    near: [...near].map(([differ, count]) => ({ differ, count: scaled(count) })).sort((a, b) => b.count - a.count),
  };
  return { outcome, looked, total };
}

/** The index lists units by the levels of their texts; which of those the plan means is seen in the units. */
function sampleOf({ file }: OpenInput, level: number, plan: MergePlan): MergeInput {
  const listed = new UnitSet(file.highest);
  for (let each = level; each <= LEVELS; each++)
    file.words.unitsWith(FACTS, { kind: 'equal', text: sampleFact(each) }, listed);
  const units: Unit[] = [];
  for (const id of listed.after(0)) {
    const unit = file.unit(id);
    if (unit && unitLevel(unit, plan) >= level) units.push(contentOf(unit));
  }
  return { count: units.length, units: () => units, unit: (number) => units[number]! };
}

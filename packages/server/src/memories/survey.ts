/** A file on the desk as units: what it holds and what could not be taken, before anything is written. */
import type { TaskContext } from '../jobs/task.js';
import type { UnitBody, UnitSurvey } from '@fair-copy/api/memories.js';
import { shownUnit } from './shown.js';
import { stage, type FileOfUnits } from './staged.js';

const SAMPLE = 100;
const LEFT_SHOWN = 500;

/** Goes through the whole file once; its units are staged afterwards. */
export async function surveyUnits(file: FileOfUnits, context: TaskContext): Promise<UnitSurvey> {
  const sample: UnitBody[] = [];
  const attributes = new Set<string>();
  let taken = 0;
  const { kind, seen } = await stage(file, context, ({ unit, number }) => {
    taken++;
    if (sample.length < SAMPLE) sample.push(shownUnit({ ...unit, id: number, place: number }, file.name));
    if (attributes.size < 50) for (const { type } of unit.props ?? []) attributes.add(type);
  });
  const { count, left, spellings, notes } = seen;
  const reasons: Record<string, number> = {};
  for (const { reason } of left) reasons[reason] = (reasons[reason] ?? 0) + 1;
  return {
    kind,
    alternatives: file.open.alternatives ?? false,
    count,
    taken,
    languages: [...spellings].map(([spelling, { tag, count: times }]) => ({ spelling, tag, count: times })),
    reasons,
    left: left.slice(0, LEFT_SHOWN),
    notes: [...notes],
    attributes: [...attributes],
    sample,
  };
}

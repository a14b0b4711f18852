/** A file on the desk as units: what it holds and what could not be taken, before anything is written. */
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { TaskContext } from '../jobs/task.js';
import type { UnitBody, UnitSurvey } from './schemas.js';
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
    notes: notes.map(({ severity, message, advice }) => ({ severity, message, advice })),
    attributes: [...attributes],
    sample,
  };
}

/** As the pages get it. */
export function shownUnit(unit: Unit & { readonly id: number; readonly place: number }, origin: string): UnitBody {
  const { id, place, attributes, props, notes, variants } = unit;
  return {
    id,
    place,
    origin,
    ...(attributes && { attributes }),
    ...(props && { props: [...props] as UnitBody['props'] }),
    ...(notes && { notes: [...notes] as UnitBody['notes'] }),
    variants: variants.map((variant) => ({
      language: variant.language,
      text: variant.text,
      codes: variant.codes.map(({ kind, pair, shown }) => ({ kind, pair, shown })),
      ...(variant.attributes && { attributes: variant.attributes }),
      ...(variant.props && { props: [...variant.props] as UnitBody['props'] }),
      ...(variant.notes && { notes: [...variant.notes] as UnitBody['notes'] }),
    })),
  };
}

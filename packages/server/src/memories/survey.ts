/** A file on the desk as units: what it holds and what could not be taken, before anything is written. */
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import type { TaskContext } from '../jobs/task.js';
import { pathsOf } from '../store/paths.js';
import type { UnitBody, UnitSurvey } from './schemas.js';

const SAMPLE = 100;
const LEFT_SHOWN = 500;

export interface UnitsToSurvey {
  readonly sha256: string;
  readonly name: string;
  readonly open: UnitFileOptions;
}

/** Goes through the whole file once. */
export async function surveyUnits({ sha256, name, open }: UnitsToSurvey, context: TaskContext): Promise<UnitSurvey> {
  const file = await UnitFile.open(pathsOf(context.dataDir).original(sha256), name, open);
  try {
    const sample: UnitBody[] = [];
    const attributes = new Set<string>();
    let taken = 0;
    for await (const batch of file.units()) {
      context.checkpoint(file.share * 0.95);
      for (const { unit, number } of batch) {
        taken++;
        if (sample.length < SAMPLE) sample.push(shownUnit({ ...unit, id: number, place: number }, name));
        if (attributes.size < 50) for (const { type } of unit.props ?? []) attributes.add(type);
      }
    }
    const { count, left, spellings, notes } = file.seen;
    const reasons: Record<string, number> = {};
    for (const { reason } of left) reasons[reason] = (reasons[reason] ?? 0) + 1;
    return {
      kind: file.kind,
      alternatives: open.alternatives ?? false,
      count,
      taken,
      languages: [...spellings].map(([spelling, { tag, count: times }]) => ({ spelling, tag, count: times })),
      reasons,
      left: left.slice(0, LEFT_SHOWN),
      notes: notes.map(({ severity, message, advice }) => ({ severity, message, advice })),
      attributes: [...attributes],
      sample,
    };
  } finally {
    file.close();
  }
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

import type { Unit } from '@fair-copy/core/memory/unit.js';
import { versionOf } from '../store/version.js';
import type { UnitBody } from '@fair-copy/api/memories.js';

/** Which state of a unit it is: what an edit says it has seen. */
export function unitVersion({ attributes, props, notes, variants }: Unit): string {
  return versionOf([attributes, props, notes, variants]);
}

/** As the pages get it. */
export function shownUnit(unit: Unit & { readonly id: number; readonly place: number }, origin: string): UnitBody {
  const { id, place, attributes, props, notes, variants } = unit;
  return {
    id,
    place,
    origin,
    version: unitVersion(unit),
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

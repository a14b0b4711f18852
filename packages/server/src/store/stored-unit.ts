/** A unit as a memory has it: with its number, and where it came from. */
import type { Said, Unit, Variant } from '@fair-copy/core/memory/unit.js';

export interface StoredUnit extends Unit {
  readonly id: number;
  readonly originId: number;
  readonly place: number;
  readonly before: number | null;
  readonly after: number | null;
}

/** Always of the same shape: made and read by the million. */
export function storedUnit(
  id: number,
  from: {
    readonly originId: number;
    readonly place: number;
    readonly before: number | null;
    readonly after: number | null;
  },
  variants: readonly Variant[],
  said: Said | null,
): StoredUnit {
  const { originId, place, before, after } = from;
  const unit: { -readonly [K in keyof StoredUnit]: StoredUnit[K] } = { id, originId, place, before, after, variants };
  if (said?.attributes) unit.attributes = said.attributes;
  if (said?.props) unit.props = said.props;
  if (said?.notes) unit.notes = said.notes;
  return unit;
}

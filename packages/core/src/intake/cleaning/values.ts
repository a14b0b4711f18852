/** Texts of fields that are not terms: only what never changes a meaning. */
import { withoutInvisible } from '../../text/invisible.js';
import type { CleaningStepId } from '../reading.js';
import { repaired } from './encoding.js';
import { withoutMarkup } from './entities.js';

export function cleanValue(cell: string, steps: Readonly<Record<CleaningStepId, boolean>>): string {
  let text = cell;
  if (steps.encoding) text = repaired(text);
  if (steps.entities) text = withoutMarkup(text);
  if (steps.unicode) text = withoutInvisible(text);
  return text.replace(/[^\S\n]+/gu, ' ').trim();
}

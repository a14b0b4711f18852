/** What the status of a term says of its use (ISO 12616, in the names of TBX; older files leave the ending out). */
import type { Fields } from './concept.js';

const OUT = new Set([
  'deprecatedTerm-admn-sts',
  'supersededTerm-admn-sts',
  'deprecatedTerm',
  'supersededTerm',
  'notRecommended',
]);
const PREFERRED = new Set(['preferredTerm-admn-sts', 'preferredTerm']);

/** Whether a term is not to be used. */
export const isOut = ({ administrativeStatus = [] }: Fields): boolean =>
  administrativeStatus.some((status) => OUT.has(status));

export const isPreferred = ({ administrativeStatus = [] }: Fields): boolean =>
  administrativeStatus.some((status) => PREFERRED.has(status));

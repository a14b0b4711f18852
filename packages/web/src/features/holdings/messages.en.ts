import { count } from '../../ui/format.js';

export const texts = {
  title: 'Holdings',
  newMemory: 'New memory …',
  memoryKind: 'memory',
  resource: 'Resource',
  kind: 'termbase',
  concepts: 'Concepts or units',
  findings: 'Open findings',
  changed: 'Last change',
  notInspected: 'not inspected',
  none: 'nothing open',
  empty: 'No resources yet.',
  newTermbase: 'New termbase …',
  coverage: 'Terms or units in each language',
  more: (n: number) => `and ${n} more languages`,
  toCopy: (at: string) => `Go back to the copy of ${at}`,
  noCopy: 'There is no copy of it.',
  readOut: 'Take out what can be read',
  remove: 'Delete it',
  mended: (units: number) => `The memory has ${count(units, 'unit', 'units')} again.`,
  removed: 'The memory is deleted; the ledger can bring it back.',
};

/** What can be inspected: termbases by their concepts, memories by their units. Both keep their findings the same way. */
import { FURTHER_MEMORY_CHECKS, MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { FURTHER_TERMBASE_CHECKS, TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';

export interface Subject {
  readonly kind: 'termbase' | 'memory';
  /** Ids of its checks, in the order in which they are shown. */
  readonly checks: readonly string[];
  /** Tables. */
  readonly findings: 'finding' | 'unit_finding';
  readonly stets: 'stet' | 'unit_stet';
  readonly inspections: 'inspection' | 'memory_inspection';
  /** Their columns: what was inspected, which part of it a finding is about, and where in it. */
  readonly owner: 'termbase_id' | 'memory_id';
  readonly item: 'concept_id' | 'unit_id';
  readonly place: 'term_id' | 'variant';
}

export const subjectOf = (kind: Subject['kind']): Subject => (kind === 'memory' ? MEMORIES : TERMBASES);

export const TERMBASES: Subject = {
  kind: 'termbase',
  checks: [...TERMBASE_CHECKS.map(({ id }) => id), ...FURTHER_TERMBASE_CHECKS],
  findings: 'finding',
  stets: 'stet',
  inspections: 'inspection',
  owner: 'termbase_id',
  item: 'concept_id',
  place: 'term_id',
};

export const MEMORIES: Subject = {
  kind: 'memory',
  checks: [...MEMORY_CHECKS.map(({ id }) => id), ...FURTHER_MEMORY_CHECKS],
  findings: 'unit_finding',
  stets: 'unit_stet',
  inspections: 'memory_inspection',
  owner: 'memory_id',
  item: 'unit_id',
  place: 'variant',
};

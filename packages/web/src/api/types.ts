/** The shapes that the server answers with, from its own schemas. */
export type { ClientBody, Holding } from '@fair-copy/api/clients.js';
export type {
  IntakeDecisions,
  IntakeFileBody,
  IntakeRowBody,
  OutcomeKindBody,
  RowPageBody,
  SourceChoicesBody,
  StepPreviewBody,
} from '@fair-copy/api/intake.js';
export type { CellStepId } from '@fair-copy/core/intake/reading.js';
export type {
  FindingBody,
  FoundRow,
  MatterRow,
  StetRule,
  StetRow,
  InspectionOverview,
} from '@fair-copy/api/inspection.js';
export type { HandOverBody } from '@fair-copy/api/hand-over.js';
export type { LedgerEntryBody } from '@fair-copy/api/ledger.js';
export type { HistoryBody } from '@fair-copy/api/upkeep.js';
export type { LookUpBody } from '@fair-copy/api/look-up.js';
export type {
  AlignmentBody,
  AlignmentItem,
  BeadBody,
  FileLook,
  PairTally,
  TermMarks,
} from '@fair-copy/api/alignments.js';
export type { JobBody } from '@fair-copy/api/jobs.js';
export type {
  AnchorsBody,
  BulkBody,
  BulkPreviewBody,
  ConceptBodyOf,
  ConceptChangeBody,
  CursorBody,
  FieldDefinitionBody,
  ListOrder,
  LookUpMode,
  RecognizedBody,
  SelectionBody,
  TermbaseBody,
  TermItem,
} from '@fair-copy/api/termbases.js';
export type {
  ConcordanceBody,
  MemoryBody,
  UnitBody,
  UnitBulkPreview,
  UnitChange,
  UnitFilter,
  UnitPageBody,
  UnitSelection,
  UnitSort,
  UnitSurvey,
} from '@fair-copy/api/memories.js';
export type { UnitDetailBody } from '@fair-copy/api/memories.js';

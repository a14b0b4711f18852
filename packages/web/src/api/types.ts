/** The shapes that the server answers with, from its own schemas. */
export type { ClientBody, Holding } from '@fair-copy/server/clients/routes.js';
export type {
  IntakeDecisions,
  IntakeFileBody,
  IntakeRowBody,
  OutcomeKindBody,
  RowPageBody,
  SourceChoicesBody,
  StepPreviewBody,
} from '@fair-copy/server/intake/schemas.js';
export type { FindingBody, FoundRow, InspectionOverview } from '@fair-copy/server/inspection/schemas.js';
export type { HandOverBody } from '@fair-copy/server/hand-over/routes.js';
export type { LedgerEntryBody } from '@fair-copy/server/ledger/routes.js';
export type { HistoryBody } from '@fair-copy/server/upkeep/routes.js';
export type { LookUpBody } from '@fair-copy/server/look-up/routes.js';
export type {
  AlignmentBody,
  AlignmentItem,
  BeadBody,
  FileLook,
  PairTally,
  TermMarks,
} from '@fair-copy/server/alignments/schemas.js';
export type { JobBody } from '@fair-copy/server/schemas.js';
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
} from '@fair-copy/server/termbases/schemas.js';
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
} from '@fair-copy/server/memories/schemas.js';
export type { UnitDetailBody } from '@fair-copy/server/memories/routes.js';

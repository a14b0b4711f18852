/** What the pages ask of Intake and what they get. The reading itself is the core's. */
import { z } from 'zod';
import { CLEANING_STEPS, type Reading } from '@fair-copy/core/intake/reading.js';
import type { UnitSurvey } from '../memories/schemas.js';
import type { FileOutcome } from './read-tasks.js';
import type { StoredOutcome } from '../store/staging.js';
import { errorBody } from '../schemas.js';

const role = z.union([
  z.object({ kind: z.literal('term'), language: z.string(), type: z.string().max(40).optional() }),
  z.object({
    kind: z.literal('field'),
    field: z.string().min(1).max(100),
    level: z.enum(['concept', 'language', 'term']),
    language: z.string().nullable(),
  }),
  z.object({ kind: z.enum(['term of row', 'language', 'id', 'answer', 'ignored']) }),
]);
export type RoleBody = z.infer<typeof role>;

const linePattern = z.object({
  between: z.string().min(1).max(20),
  then: z.string().min(1).max(20).nullable(),
  groups: z.string().min(1).max(20).nullable(),
});

export const intakeFile = z.object({
  id: z.number(),
  clientId: z.number(),
  name: z.string(),
  sheet: z.string().nullable(),
  size: z.number(),
  state: z.enum(['waiting', 'reading', 'ready', 'failed']),
  targetId: z.number().nullable(),
  /** A recipe of the same shape, and whether it is applied. */
  recipe: z.object({ id: z.number(), name: z.string(), at: z.string(), applied: z.boolean() }).nullable(),
  /** The number of rows that can be shown. */
  rowCount: z.number(),
  reading: z.custom<Reading>().nullable(),
  outcome: z.custom<FileOutcome>().nullable(),
  error: errorBody.nullable(),
  /** What it holds as units; null: it is taken as terms. */
  units: z.custom<UnitSurvey>().nullable(),
  /** Whether it could be taken as units as well as terms. */
  as: z.enum(['terms', 'units']),
  written: z
    .object({
      termbaseId: z.number(),
      termbase: z.string(),
      ledgerId: z.number(),
      entries: z.number(),
      joined: z.number(),
      /** The ledger took it back. */
      undone: z.boolean(),
    })
    .nullable(),
  /** When it was written to a memory. */
  unitsWritten: z
    .object({
      memoryId: z.number(),
      memory: z.string(),
      ledgerId: z.number(),
      units: z.number(),
      skipped: z.number(),
      left: z.number(),
      undone: z.boolean(),
    })
    .nullable(),
});
export type IntakeFileBody = z.infer<typeof intakeFile>;

export const intakeDecisions = z.object({
  headerRow: z.number().int().positive().nullable().optional(),
  roles: z.record(z.string().regex(/^\d+$/), role).optional(),
  steps: z.partialRecord(z.enum(CLEANING_STEPS), z.boolean()).optional(),
  separators: z.array(z.string().min(1).max(10)).optional(),
  takeHidden: z.boolean().optional(),
  grouping: z.enum(['rows', 'id', 'blank']).optional(),
  join: z.object({ languages: z.array(z.string()), id: z.boolean(), subject: z.boolean() }).optional(),
});
export type IntakeDecisions = z.infer<typeof intakeDecisions>;

const marks = z.array(z.string().max(200)).min(2).max(12).readonly();

/** As `MarkedPattern` of the core. */
const markedPattern = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('marks'), marks }),
  z.object({ kind: z.literal('prefixes'), marks }),
  z.object({
    kind: z.literal('alternating'),
    size: z.number().int().min(2).max(20),
    numbered: z.boolean().optional(),
    prefixes: z.array(z.string().max(200)).max(20).readonly().optional(),
  }),
  z.object({ kind: z.literal('blocks'), languages: z.tuple([z.string().max(40), z.string().max(40)]).readonly() }),
]);

export const sourceChoices = z.object({
  encoding: z.string().optional(),
  delimiter: z.string().min(1).max(10).nullable().optional(),
  quote: z.enum(['"', "'"]).nullable().optional(),
  part: z.enum(['tables', 'paragraphs']).optional(),
  pattern: linePattern.nullable().optional(),
  /** Null: no marks, although some were seen. */
  marked: markedPattern.nullable().optional(),
  as: z.enum(['terms', 'units']).optional(),
  /** Spelling in the file → tag. */
  languages: z.record(z.string().max(60), z.string().max(40)).optional(),
  /** Fuzzy messages and alternative translations too. */
  alternatives: z.boolean().optional(),
});
export type SourceChoicesBody = z.infer<typeof sourceChoices>;

export const rowDecision = z.object({
  cells: z.record(z.string().regex(/^\d+$/), z.string().max(100_000)).optional(),
  verdict: z.enum(['take', 'leave', 'turn', 'join', 'replace']).optional(),
});

export const outcomeKind = z.enum(['entry', 'joined', 'held back', 'not data']);
export type OutcomeKindBody = z.infer<typeof outcomeKind>;

const cleanedCell = z.object({
  column: z.number(),
  pieces: z.array(z.object({ text: z.string(), fields: z.record(z.string(), z.array(z.string())) })),
  /** What the cell said about the concept. */
  ofConcept: z.record(z.string(), z.array(z.string())),
  touched: z.array(z.string()),
});

export const intakeRow = z.object({
  position: z.number(),
  number: z.number(),
  /** Where several rows stand in one line of a text. */
  line: z.number().nullable(),
  cells: z.array(z.string()),
  hidden: z.boolean(),
  /** Only the cells that cleaning changes. */
  cleaned: z.array(cleanedCell),
  outcome: z.custom<StoredOutcome>().nullable(),
  question: z.string().nullable(),
  decision: rowDecision.nullable(),
});
export type IntakeRowBody = z.infer<typeof intakeRow>;

export const rowPage = z.object({
  rows: z.array(intakeRow),
  /** How many rows there are under this filter. */
  total: z.number(),
});
export type RowPageBody = z.infer<typeof rowPage>;

export const stepPreview = z.object({
  examples: z.array(z.object({ row: z.number(), column: z.number(), before: z.string(), after: z.array(z.string()) })),
});
export type StepPreviewBody = z.infer<typeof stepPreview>;

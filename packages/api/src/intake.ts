/** What the pages ask of Intake and what they get. The reading itself is the core's. */
import { z } from 'zod';
import { CLEANING_STEPS, type Reading } from '@fair-copy/core/intake/reading.js';
import type { Outcome, StepCount, Tally } from '@fair-copy/core/intake/outcome.js';
import type { CleaningStepId, CellStepId } from '@fair-copy/core/intake/reading.js';
import { jobOf, termsWritten, unitsWritten } from './jobs.js';
import { unitSurvey } from './memories.js';
import { routes } from './route.js';
import { asideBody, done, errorBody, idParam, ofClient, addedBody, whole, spoken, standing } from './shared.js';

/** Pictures that rows name: those that came, and those that are missing. */
export interface PictureOutcome {
  readonly found: number;
  /** Named in a row and not there; the first of them. */
  readonly missing: readonly { readonly name: string; readonly row: number }[];
  readonly missingCount: number;
  /** There and not named. */
  readonly unused: readonly string[];
}

/** What became of a file's rows. */
export interface FileOutcome {
  readonly pictures: PictureOutcome | null;
  readonly tally: Tally;
  readonly steps: Readonly<Record<CleaningStepId, StepCount>>;
  /** How many cells each separator would cut. */
  readonly separators: Readonly<Record<string, number>>;
}

/** An outcome without its draft, which lies beside it. */
export type StoredOutcome =
  | Extract<Outcome, { kind: 'held back' | 'not data' }>
  | { readonly kind: 'entry'; readonly rows?: readonly number[] }
  | { readonly kind: 'joined'; readonly row: number; readonly how: 'same' | 'part' | 'adds' }
  | {
      readonly kind: 'joined existing';
      readonly concept: number;
      readonly how: 'same' | 'part' | 'adds' | 'replaces';
    };

const CELL_STEPS = CLEANING_STEPS.filter((id): id is CellStepId => id !== 'duplicates' && id !== 'swapped');

const role = z.union([
  z.object({ kind: z.literal('term'), language: z.string(), type: z.string().max(40).optional() }),
  z.object({
    kind: z.literal('field'),
    field: z.string().min(1).max(100),
    level: z.enum(['concept', 'language', 'term']),
    language: z.string().nullable(),
  }),
  z.object({ kind: z.enum(['term of row', 'language', 'id', 'ignored']) }),
  z.object({ kind: z.literal('answer'), leaves: z.boolean().optional() }),
]);
export type RoleBody = z.infer<typeof role>;

/** As `LinePattern` of the core. */
const linePattern = z.union([
  z.object({
    between: z.string().min(1).max(20),
    then: z.string().min(1).max(20).nullable(),
    groups: z.string().min(1).max(20).nullable(),
  }),
  z.object({
    cuts: z.array(z.number().int().min(1).max(10_000)).min(1).max(100).readonly(),
    measure: z.enum(['characters', 'places', 'bytes']),
  }),
]);

export const intakeFile = z.object({
  id: z.number(),
  clientId: z.number(),
  name: z.string(),
  sheet: z.string().nullable(),
  size: z.number(),
  state: z.enum(['waiting', 'reading', 'ready', 'failed']),
  targetId: z.number().nullable(),
  /** General and regional tags of the file and of the termbase that it is written to: "en" and "en-GB". */
  meetings: z.array(z.object({ file: z.string(), termbase: z.string() })).readonly(),
  /** A recipe of the same shape, and whether it is applied. */
  recipe: z.object({ id: z.number(), name: z.string(), at: z.string(), applied: z.boolean() }).nullable(),
  /** The number of rows that can be shown. */
  rowCount: z.number(),
  reading: z.custom<Reading>().nullable(),
  outcome: z.custom<FileOutcome>().nullable(),
  error: errorBody.nullable(),
  /** What it holds as units; null: it is taken as terms. */
  units: unitSurvey.nullable(),
  /** Whether it could be taken as units as well as terms. */
  as: z.enum(['terms', 'units']),
  written: termsWritten.omit({ fileId: true }).extend({ standing }).nullable(),
  /** When it was written to a memory. */
  unitsWritten: unitsWritten.extend({ standing }).nullable(),
});
export type IntakeFileBody = z.infer<typeof intakeFile>;

export const intakeDecisions = z.object({
  headerRow: z.number().int().positive().nullable().optional(),
  roles: z.record(z.string().regex(/^\d+$/), role).optional(),
  steps: z.partialRecord(z.enum(CLEANING_STEPS), z.boolean()).optional(),
  separators: z.array(z.string().min(1).max(10)).optional(),
  takeHidden: z.boolean().optional(),
  takeDoubtful: z.boolean().optional(),
  grouping: z.enum(['rows', 'id', 'blank']).optional(),
  join: z
    .object({
      languages: z.array(z.string()),
      id: z.boolean(),
      subject: z.boolean(),
      regions: z.enum(['one', 'two']).optional(),
    })
    .optional(),
  sheetSubject: z.boolean().optional(),
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
    languages: z.array(z.string().max(40)).max(20).readonly().optional(),
  }),
  z.object({
    kind: z.literal('records'),
    by: z.enum(['blank', 'indent']),
    headed: z.boolean(),
    labels: z.array(z.string().max(60)).max(60).readonly(),
    rest: z.enum(['columns', 'together', 'senses']),
    width: z.number().int().min(0).max(60),
    mark: z.string().max(60).optional(),
    numbered: z.boolean().optional(),
  }),
  z.object({
    kind: z.literal('blocks'),
    languages: z.tuple([z.string().max(40), z.string().max(40)]).readonly(),
    even: z.boolean().optional(),
  }),
]);

export const sourceChoices = z.object({
  encoding: z.string().optional(),
  delimiter: z.string().min(1).max(10).nullable().optional(),
  /** `\\"`: marks within quotes stand behind backslashes; null: there are none. */
  quote: z.enum(['"', "'", '\\"']).nullable().optional(),
  part: z.enum(['tables', 'paragraphs']).optional(),
  pattern: linePattern.nullable().optional(),
  /** Null: no marks, although some were seen. */
  marked: markedPattern.nullable().optional(),
  /** One table as it stands, although several are seen on the sheet. */
  tables: z.enum(['one', 'several']).optional(),
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
  /** Of a text in two encodings: the one of this row, where it is not that of the others. */
  recoded: z.string().nullable(),
  /** Only the cells that cleaning changes. */
  cleaned: z.array(cleanedCell),
  outcome: z.custom<StoredOutcome>().nullable(),
  decision: rowDecision.nullable(),
});
export type IntakeRowBody = z.infer<typeof intakeRow>;

export const rowPage = z.object({
  rows: z.array(intakeRow),
  /** How many rows there are under this filter; null while it is being worked out. */
  total: z.number().nullable(),
});
export type RowPageBody = z.infer<typeof rowPage>;

export const stepPreview = z.object({
  examples: z.array(z.object({ row: z.number(), column: z.number(), before: z.string(), after: z.array(z.string()) })),
});
export type StepPreviewBody = z.infer<typeof stepPreview>;
export const intakeContract = routes({
  'GET /intake/files': { query: ofClient, answer: z.array(intakeFile) },
  'POST /intake/files': {
    summary: 'A file as it is (application/octet-stream); reading begins at once',
    query: z.object({ client: whole, name: z.string().min(1).max(300) }),
    answer: z.object({ fileId: z.number().nullable(), jobId: z.number().nullable() }),
  },
  'GET /intake/files/:id': { params: idParam, answer: intakeFile },
  'DELETE /intake/files/:id': {
    summary: 'Takes a file off the desk; it can be put back',
    params: idParam,
    answer: done,
  },
  'GET /intake/aside': { summary: 'Files that were taken off the desk', query: ofClient, answer: z.array(asideBody) },
  'POST /intake/files/:id/put-back': { summary: 'A file comes back as it was', params: idParam, answer: done },
  'PATCH /intake/files/:id/source': {
    summary:
      'Another encoding or separator: the file is read again; what was corrected stays in cells that are the same',
    params: idParam,
    body: sourceChoices,
    answer: intakeFile.extend({
      /** Rows with something decided that does not fit any more, and the texts that were typed there. */
      dropped: z.array(z.object({ row: z.number(), texts: z.array(z.string()) })),
    }),
  },
  'GET /intake/files/:id/lines': {
    summary: 'The first lines of a text as they stand in the file',
    params: idParam,
    answer: z.array(z.string()),
  },
  'POST /intake/files/:id/sheets': {
    summary: 'Take another sheet of the workbook as well',
    params: idParam,
    body: z.object({ sheet: z.string() }),
    answer: z.object({ fileId: z.number() }),
  },
  'PATCH /intake/files/:id/decisions': { params: idParam, body: intakeDecisions, answer: intakeFile },
  'PUT /intake/files/:id/recipe': {
    summary: 'Apply a recipe; null: back to what was proposed',
    params: idParam,
    body: z.object({ recipeId: z.number().nullable() }),
    answer: intakeFile,
  },
  'DELETE /intake/recipes/:id': { params: idParam, answer: done },
  'GET /intake/pictures': {
    summary: 'The pictures that came with the files of a client',
    query: z.object({ client: whole }),
    answer: z.array(z.object({ name: z.string(), sha256: z.string(), size: z.number() })),
  },
  'DELETE /intake/pictures': { query: z.object({ client: whole }), answer: done },
  'PATCH /intake/files/:id/target': {
    summary: 'The termbase that it is to be written to; null: a new one',
    params: idParam,
    body: z.object({ termbaseId: z.number().nullable() }),
    answer: intakeFile,
  },
  'PUT /intake/files/:id/rows/:row': {
    summary: 'A correction or a verdict on one row; null takes it back',
    params: idParam.extend({ row: whole.positive() }),
    body: z.object({ decision: rowDecision.nullable() }),
    answer: done,
  },
  'GET /intake/files/:id/rows': {
    summary: 'Rows in order: with a kind, those of one part of the tally',
    params: idParam,
    query: z.object({
      from: whole.positive().default(1),
      limit: whole.positive().max(500).default(100),
      kind: outcomeKind.optional(),
    }),
    answer: rowPage,
  },
  'GET /intake/files/:id/nearest': {
    summary: 'The next or previous row of one part of the tally',
    params: idParam,
    query: z.object({
      kind: outcomeKind,
      position: whole,
      direction: z.enum(['next', 'previous']),
    }),
    answer: z.object({ position: z.number(), rank: z.number() }).nullable(),
  },
  'GET /intake/files/:id/steps/:step': {
    summary: 'Examples of what a cleaning step does',
    params: idParam.extend({ step: z.enum(CELL_STEPS) }),
    answer: stepPreview,
  },
  'POST /intake/files/:id/write': {
    params: idParam,
    body: z.union([z.object({ termbaseId: z.number() }), z.object({ newName: z.string().max(200) })]),
    answer: jobOf('write terms'),
  },
  'POST /intake/files/:id/write-units': {
    summary: 'Write its units to a memory, with subject, client and any attribute',
    params: idParam,
    body: z.object({
      memoryId: z.number().int().optional(),
      newName: z.string().max(200).optional(),
      ...addedBody,
    }),
    answer: jobOf('write units'),
  },
  'POST /intake/units-there': {
    summary: 'How many units of files a memory has already',
    body: z.object({ ids: z.array(z.number().int()).min(1).max(500), memoryId: z.number().int() }),
    answer: z.object({ units: z.number(), there: z.number() }),
  },
  'POST /intake/write-units': {
    summary: 'Write the units of several files to one memory, or to one each, as one operation',
    body: z.object({
      ids: z.array(z.number().int()).min(1).max(500),
      each: z.boolean().default(false),
      memoryId: z.number().int().optional(),
      newName: z.string().max(200).optional(),
      ...addedBody,
    }),
    answer: jobOf('write units'),
  },
  'POST /intake/files/:id/inspect-ahead': {
    summary: 'What Inspect would say of what the file is written to; nothing is written',
    params: idParam,
    answer: jobOf('inspect ahead'),
  },
  'POST /intake/files/:id/query-list': {
    params: idParam,
    body: z.object({ language: spoken }),
    answer: jobOf('query list'),
  },
});

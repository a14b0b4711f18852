import { AS_SHOWN } from '@fair-copy/core/document/docx.js';
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { routes } from './route.js';
import { asideBody, done, idParam, ofClient, addedBody, UNIT_FORMATS, errorBody, standing } from './shared.js';

/**
 * Source from, to; target from, to (indexes of segments); sureness 0 to 1; 1 where pinned; 1 where it stands elsewhere; how
 * probable it is that something of both belongs together, 0 to 1 (not in alignments of earlier versions).
 */
export const beadBody = z.tuple([
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().min(0).max(1),
  z.union([z.literal(0), z.literal(1)]),
  z.union([z.literal(0), z.literal(1)]),
  z.number().min(0).max(1).optional(),
]);
export type BeadBody = z.infer<typeof beadBody>;

const sideBody = z.object({ name: z.string(), language: z.string().nullable(), segments: z.number() });

/** How many pairs there are, and how much still asks for a look. */
export const pairTally = z.object({
  pairs: z.number(),
  /** With and without counterpart. */
  doubtful: z.number(),
  doubtfulPairs: z.number(),
  pinned: z.number(),
  /** Segments of either side. */
  alone: z.number(),
});
export type PairTally = z.infer<typeof pairTally>;

export const alignmentItem = z.object({
  id: z.number(),
  clientId: z.number(),
  source: sideBody,
  target: sideBody,
  state: z.enum(['running', 'ready', 'failed']),
  error: errorBody.nullable(),
  /** The ledger's entry is missing in alignments of earlier versions. */
  written: z
    .object({
      memoryId: z.number(),
      memory: z.string(),
      units: z.number(),
      ledgerId: z.number().optional(),
      standing,
    })
    .nullable(),
  tally: pairTally,
  /** When it was paired last; what a person changes leaves it as it is. */
  pairedAt: z.string(),
});
export type AlignmentItem = z.infer<typeof alignmentItem>;

export const alignmentBody = alignmentItem.extend({
  sourceSegments: z.array(z.string()),
  targetSegments: z.array(z.string()),
  beads: z.array(beadBody),
});
export type AlignmentBody = z.infer<typeof alignmentBody>;

const keptFile = z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(300) });

/** How files are read and cut. */
export const fileReading = z.object({
  /** Of Word files. */
  hidden: z.boolean(),
  changes: z.enum(['accepted', 'original']),
  /** Words parted at the end of a line stay so; left out: they are made whole. */
  parted: z.boolean().optional(),
  cut: z.enum(['sentences', 'paragraphs']),
  /** An SRX file of one's own; null: the rules that ship with Fair Copy. */
  rules: keptFile.nullable(),
});
export type FileReading = z.infer<typeof fileReading>;
export const USUAL_READING: FileReading = { ...AS_SHOWN, cut: 'sentences', rules: null };

export const newAlignment = z.object({
  clientId: z.number().int(),
  source: keptFile,
  target: keptFile,
  reading: fileReading.default(USUAL_READING),
});

/** Segments of one text, and beads, of which there may be as many as segments on both sides. */
const MOST = { segments: 4_000_000, beads: 8_000_000 };

const segments = z.array(z.string().trim().min(1).max(100_000)).max(MOST.segments);

/** Segments only where they were corrected or cut. */
export const alignmentChange = z.object({
  beads: z.array(beadBody).max(MOST.beads),
  sourceSegments: segments.optional(),
  targetSegments: segments.optional(),
});

/** Alignments of one client whose pairs go out together, in this order. */
export const chosenPairs = z.object({
  ids: z.array(z.number().int()).min(1).max(500),
  /** Pairs less sure than this are left out, unless they are pinned. */
  sure: z.number().min(0).max(1).default(0),
});
export type ChosenPairs = z.infer<typeof chosenPairs>;

/** Where the terms of the client's termbases stand, for each text: from, to, concept. */
export const termMarks = z.object({
  source: z.array(z.array(z.tuple([z.number(), z.number(), z.number()]))),
  target: z.array(z.array(z.tuple([z.number(), z.number(), z.number()]))),
});
export type TermMarks = z.infer<typeof termMarks>;

export const fileLook = z.object({
  name: z.string(),
  sha256: z.string(),
  language: z.string().nullable(),
  paragraphs: z.number(),
  error: errorBody.nullable(),
});
export type FileLook = z.infer<typeof fileLook>;
export const alignmentContract = routes({
  'POST /alignments/files': { summary: 'A file as it is', answer: z.object({ sha256: z.string(), size: z.number() }) },
  'POST /alignments/look': {
    summary: 'The language and length of a file that was sent',
    body: newAlignment.shape.source,
    answer: fileLook,
  },
  'GET /alignments': { query: ofClient, answer: z.array(alignmentItem) },
  'POST /alignments': { body: newAlignment, answer: z.object({ id: z.number(), jobId: z.number() }) },
  'GET /alignments/:id': { params: idParam, answer: alignmentBody },
  'PUT /alignments/:id': {
    summary: 'The beads as the person has set them, and the texts where they were corrected or cut',
    params: idParam,
    body: alignmentChange,
    answer: done,
    bodyLimit: 256 * 1024 * 1024,
  },
  'POST /alignments/:id/again': { summary: 'Pairs again between the pins', params: idParam, answer: jobOf('align') },
  'POST /alignments/:id/languages': {
    summary: 'Other languages: the files are cut and paired again',
    params: idParam,
    body: z.object({ source: z.string(), target: z.string() }),
    answer: jobOf('align'),
  },
  'POST /alignments/write': {
    summary: 'The pairs of one or several to a memory',
    body: chosenPairs.extend({
      memoryId: z.number().int().optional(),
      newName: z.string().max(200).optional(),
      ...addedBody,
    }),
    answer: jobOf('write units'),
  },
  'POST /alignments/inspect-ahead': {
    summary: 'What Inspect would say of the pairs as units; nothing is written',
    body: chosenPairs,
    answer: jobOf('inspect ahead'),
  },
  'POST /alignments/hand-over': {
    summary: 'The pairs of one or several to a file, or what is left out of them; fetch it from /jobs/:id/file',
    body: chosenPairs.extend({ format: z.enum([...UNIT_FORMATS, 'left out']) }),
    answer: jobOf('hand over units'),
  },
  'POST /alignments/:id/terms': {
    summary: 'Where terms of the client stand in some of its texts',
    params: idParam,
    body: z.object({
      source: z.array(z.string().max(100_000)).max(400),
      target: z.array(z.string().max(100_000)).max(400),
    }),
    answer: termMarks,
  },
  'DELETE /alignments/:id': {
    summary: 'Takes an alignment off the desk; it can be put back',
    params: idParam,
    answer: done,
  },
  'GET /alignments/aside': {
    summary: 'Alignments that were taken off the desk',
    query: ofClient,
    answer: z.array(asideBody),
  },
  'POST /alignments/:id/put-back': { summary: 'An alignment comes back as it was', params: idParam, answer: done },
});

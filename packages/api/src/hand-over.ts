/** Termbases and memories go out as files. */
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { selection } from './memories.js';
import { routes } from './route.js';
import { idParam, UNIT_FORMATS } from './shared.js';
import { selection as conceptSelection } from './termbases.js';

export const TERM_FORMATS = ['tbx', 'zip', 'tmx', 'csv', 'tsv', 'xlsx', 'html'] as const;
export type TermFormat = (typeof TERM_FORMATS)[number];

const termsOut = z.object({
  format: z.enum(TERM_FORMATS),
  languages: z.array(z.string()).min(1),
  /** Only these concepts; left out: all. */
  selection: conceptSelection.optional(),
  /** Fields that stay here, by name. */
  withoutFields: z.array(z.string().max(100)).max(500).optional(),
  /** Terms with one of these usage statuses stay here. */
  withoutStatuses: z.array(z.string().max(100)).max(20).optional(),
  delimiter: z.string().min(1).max(5).optional(),
  byteOrderMark: z.boolean().optional(),
  /** Sheets in the shape of the file that was taken in last, not one column for each term and field. */
  asItCame: z.boolean().optional(),
  encoding: z.string().optional(),
});
export type HandOverBody = z.infer<typeof termsOut>;

export const handOverContract = routes({
  'POST /termbases/:id/hand-over': {
    summary: 'Write it to a file; fetch it from /jobs/:id/file',
    params: idParam,
    body: termsOut,
    answer: jobOf('hand over terms'),
  },
  'POST /memories/:id/hand-over': {
    summary: 'Write it to a file; fetch it from /jobs/:id/file',
    params: idParam,
    body: selection.extend({
      format: z.enum(UNIT_FORMATS),
      languages: z.array(z.string().max(40)).max(40).default([]),
    }),
    answer: jobOf('hand over units'),
  },
});

/** Schemas that several features share. */
import type { DiagnosticCode } from '@fair-copy/core/diagnostic.js';
import type { Said } from '@fair-copy/core/said.js';
import type { ErrorCodes } from '@fair-copy/words/errors.js';
import { SPOKEN } from '@fair-copy/words/catalogues.js';
import { z } from 'zod';

/** A whole number in an address. */
export const whole = z.coerce.number<number>().int();

export const idParam = z.object({ id: whole.positive() });

/** A client, or all of them. */
export const ofClient = z.object({ client: whole.optional() });

/** What was made. */
export const made = z.object({ id: z.number() });

/** The operation in the ledger that was made of it. */
export const recorded = z.object({ ledgerId: z.number() });

/** The state that an edit begins from, as the page saw it; left out: whatever it is by now. */
export const seenVersion = z.string().max(40).optional();

/** JSON in a query string. */
export function jsonOf<T extends z.ZodType>(schema: T) {
  return z.string().transform((text, context): z.output<T> => {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      context.addIssue({ code: 'custom', message: 'is not JSON' });
      return z.NEVER;
    }
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    context.addIssue({ code: 'custom', message: parsed.error.issues.map((issue) => issue.message).join(', ') });
    return z.NEVER;
  });
}

export const diagnosticBody = z.object({
  code: z.custom<DiagnosticCode>(),
  severity: z.enum(['error', 'warning', 'info']),
  /** What its words are filled with (`packages/words`). */
  details: z.record(z.string(), z.union([z.string(), z.number()])),
  place: z.object({
    file: z.string().optional(),
    sheet: z.string().optional(),
    row: z.number().optional(),
    column: z.number().optional(),
    line: z.number().optional(),
  }),
});

/** A sentence in English, and what it says as a code with values (`packages/words`) for who speaks otherwise. */
export const told = <M>() => ({ title: z.string(), said: z.custom<Said<M>>() });

export const errorBody = z.object({
  code: z.custom<keyof ErrorCodes>(),
  /** What the code's sentence is made with. */
  values: z.record(z.string(), z.unknown()),
  /** In English. */
  message: z.string(),
  diagnostic: diagnosticBody.optional(),
});
export type ErrorAnswer = z.infer<typeof errorBody>;

export const done = z.object({ ok: z.literal(true) });
export const OK = { ok: true } as const;

/** The reader's language, for documents that are written for people. */
export const spoken = z.enum(SPOKEN).default('en');

/** What is said of every unit that is written to a memory. */
export const addedBody = {
  subject: z.string().max(200).default(''),
  addClient: z.boolean().default(false),
  attributes: z
    .array(z.object({ type: z.string().trim().min(1).max(200), text: z.string().max(2000) }))
    .max(20)
    .default([]),
  /** Units that say the same as one that is there: all are kept, or only the first. */
  duplicates: z.enum(['keep', 'skip']).default('keep'),
  /** A new memory is that of one job. */
  ofJob: z.boolean().default(false),
};

/** The formats in which units are handed over. */
export const UNIT_FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
export type UnitFormat = (typeof UNIT_FORMATS)[number];

/** What was taken off the desk and can be put back. */
export const asideBody = z.object({ id: z.number(), name: z.string(), removedAt: z.string() });
export type AsideBody = z.infer<typeof asideBody>;

/** Of what was written once: whether it is still so. */
export const standing = z.enum(['stands', 'undone', 'deleted']);
export type Standing = z.infer<typeof standing>;

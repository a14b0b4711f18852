/** Schemas that several features share. */
import { z } from 'zod';

/** The state that an edit begins from, as the page saw it; left out: whatever it is by now. */
export const seenVersion = z.string().max(40).optional();

export const idParam = z.object({ id: z.coerce.number().int().positive() });

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
  code: z.string(),
  severity: z.enum(['error', 'warning', 'info']),
  message: z.string(),
  advice: z.string(),
  place: z.object({
    file: z.string().optional(),
    sheet: z.string().optional(),
    row: z.number().optional(),
    column: z.number().optional(),
    line: z.number().optional(),
  }),
});

export const errorBody = z.object({
  code: z.string(),
  message: z.string(),
  diagnostic: diagnosticBody.optional(),
});

export const job = z.object({
  id: z.number(),
  kind: z.string(),
  title: z.string(),
  clientId: z.number().nullable(),
  state: z.enum(['running', 'done', 'failed', 'stopped', 'interrupted']),
  share: z.number(),
  startedAt: z.string(),
  endedAt: z.string().nullable(),
  error: errorBody.nullable(),
  result: z.unknown(),
});
export type JobBody = z.infer<typeof job>;

export const done = z.object({ ok: z.literal(true) });
export const OK = { ok: true } as const;

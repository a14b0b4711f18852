/** Words and phrases that look like terms and are in no termbase. */
import { z } from 'zod';

export const candidateBody = z.object({
  text: z.string(),
  /** Different texts that it stands in. */
  times: z.number(),
  /** What the memories likely say for it. */
  counterpart: z.string().nullable(),
  contexts: z.array(z.string()).readonly(),
});
export type CandidateBody = z.infer<typeof candidateBody>;

export const candidatesFound = z.object({
  source: z.string(),
  target: z.string(),
  candidates: z.array(candidateBody).readonly(),
});
export type CandidatesFound = z.infer<typeof candidatesFound>;

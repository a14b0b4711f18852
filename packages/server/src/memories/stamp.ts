/** What is said of every unit that is written to a memory. */
import { z } from 'zod';
import type { Db } from '../store/database.js';
import { clientById } from '../store/clients.js';
import type { Stamp } from './take-in.js';

export const stampBody = {
  subject: z.string().max(200).default(''),
  stampClient: z.boolean().default(false),
  attributes: z
    .array(z.object({ type: z.string().trim().min(1).max(200), text: z.string().max(2000) }))
    .max(20)
    .default([]),
  duplicates: z.enum(['keep', 'skip']).default('keep'),
};

interface Said {
  readonly subject: string;
  readonly stampClient: boolean;
  readonly attributes: Stamp['attributes'];
}

export function stampOf(db: Db, clientId: number, { subject, stampClient, attributes }: Said): Stamp {
  return { subject, client: stampClient ? clientById(db, clientId).name : '', attributes };
}

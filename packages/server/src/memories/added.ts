/** What is added to every unit that is written to a memory. */
import type { Db } from '../store/database.js';
import { clientById } from '../store/clients.js';
import type { Added } from './take-in.js';

interface Said {
  readonly subject: string;
  readonly addClient: boolean;
  readonly attributes: Added['attributes'];
  readonly ofJob: boolean;
}

export function addedOf(db: Db, clientId: number, { subject, addClient, attributes, ofJob }: Said): Added {
  return { subject, client: addClient ? clientById(db, clientId).name : '', attributes, ofJob };
}

/** Which state of a unit or concept an edit begins from. */
import { createHash } from 'node:crypto';

/** The same for the same contents: what an edit says it has seen. */
export function versionOf(contents: unknown): string {
  return createHash('sha256').update(JSON.stringify(contents)).digest('base64url').slice(0, 22);
}

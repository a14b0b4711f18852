/** Notes on segments, by the segment's document and text: they stay when a document is rehearsed again. */
import type { SegmentNote } from '@fair-copy/api/rehearsals.js';
import type { Db } from '../store/database.js';

export const noteKey = (document: string, text: string): string => `${document}\0${text}`;

export function notesOf(desk: Db, kitId: number): ReadonlyMap<string, string> {
  const rows = desk
    .prepare<[number], SegmentNote>('SELECT document, text, note FROM rehearsal_note WHERE kit_id = ?')
    .all(kitId);
  return new Map(rows.map(({ document, text, note }) => [noteKey(document, text), note]));
}

/** An empty note takes it away. */
export function noteSegment(
  desk: Db,
  { kitId, clientId }: { readonly kitId: number; readonly clientId: number },
  { document, text, note }: SegmentNote,
): void {
  if (note.trim() === '')
    desk
      .prepare('DELETE FROM rehearsal_note WHERE kit_id = ? AND document = ? AND text = ?')
      .run(kitId, document, text);
  else
    desk
      .prepare('INSERT OR REPLACE INTO rehearsal_note (kit_id, client_id, document, text, note) VALUES (?, ?, ?, ?, ?)')
      .run(kitId, clientId, document, text, note.trim());
}

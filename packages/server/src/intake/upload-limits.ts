/** Limits on what may come out of one upload, over all archives within it together. */
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';

/** Archives within archives. */
export const DEPTH = 3;
const FILES = 5000;
/** Files that are no pictures: each of them becomes a reading on the desk. */
const READINGS = 1000;
const BYTES = 2 * 1024 ** 3;
/** Beyond this size, what unpacks to more than so many times the upload is taken for a bomb. */
const SUSPICIOUS = 64 * 1024 ** 2;
const RATIO = 250;

/** What may still come out of an upload. */
export interface UploadLeft {
  readonly files: number;
  readonly bytes: number;
}

interface UploadRow {
  readonly packed: number;
  readonly files: number;
  readonly bytes: number;
}

export class Uploads {
  private readonly turns = new Map<number, Promise<unknown>>();

  constructor(private readonly desk: Db) {}

  /** @param packed the bytes that were sent */
  begin(packed: number): number {
    return Number(this.desk.prepare('INSERT INTO upload (packed) VALUES (?)').run(packed).lastInsertRowid);
  }

  /** One archive of an upload after another, so that each knows what the others took. */
  async inTurn<T>(uploadId: number | null, work: () => Promise<T>): Promise<T> {
    const key = uploadId ?? -1;
    const before = this.turns.get(key) ?? Promise.resolve();
    const mine = before.then(work, work);
    this.turns.set(key, mine);
    try {
      return await mine;
    } finally {
      if (this.turns.get(key) === mine) this.turns.delete(key);
    }
  }

  /** @param packed for a file of an earlier version, whose upload is not known */
  left(uploadId: number | null, packed: number): UploadLeft {
    const upload = this.desk
      .prepare<[number | null], UploadRow>('SELECT packed, files, bytes FROM upload WHERE id = ?')
      .get(uploadId) ?? { packed, files: 0, bytes: 0 };
    const most = Math.min(BYTES, Math.max(SUSPICIOUS, upload.packed * RATIO));
    return { files: FILES - upload.files, bytes: most - upload.bytes };
  }

  took(uploadId: number | null, members: readonly { readonly size: number }[]): void {
    const bytes = members.reduce((sum, { size }) => sum + size, 0);
    this.desk
      .prepare('UPDATE upload SET files = files + ?, bytes = bytes + ? WHERE id = ?')
      .run(members.length, bytes, uploadId);
  }
}

/** Throws `ApiError` before anything is unpacked where an archive is too much. @param claimed sizes as the archive says */
export function requireFitting(
  name: string,
  depth: number,
  members: readonly { readonly size: number; readonly isPicture: boolean }[],
  left: UploadLeft,
): void {
  if (depth >= DEPTH) throw new ApiError('archive-deep', { name, limit: String(DEPTH) });
  const readings = members.filter(({ isPicture }) => !isPicture).length;
  if (members.length > left.files || readings > READINGS)
    throw new ApiError('archive-many', { name, limit: readings > READINGS ? String(READINGS) : String(FILES) });
  // A bomb is told from its own members while they are unpacked; what is merely too much need not be begun.
  const claimed = members.reduce((sum, { size }) => sum + size, 0);
  if (claimed > BYTES) requireRoom(name, claimed, left);
}

/** The same while it is unpacked: an archive may lie about its sizes. */
export function requireRoom(name: string, bytes: number, left: UploadLeft): void {
  if (bytes > left.bytes)
    throw new ApiError('archive-large', { name, limit: `${Math.max(1, Math.round(left.bytes / 1024 ** 2))} MB` });
}

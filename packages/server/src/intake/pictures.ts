/** Pictures on the desk: what came with client files and is named in their rows. */
import type { Db } from '../store/database.js';
import type { PictureFile } from '../store/pictures.js';

export interface DeskPicture extends PictureFile {
  readonly id: number;
}

export class DeskPictures {
  constructor(private readonly desk: Db) {}

  /** A picture of the same path replaces the one that lay there. */
  add(clientId: number, file: PictureFile): number {
    return Number(
      this.desk
        .prepare<[number, string, string, string, number], { id: number }>(
          `INSERT INTO picture_file (client_id, name, sha256, type, size) VALUES (?, ?, ?, ?, ?)
           ON CONFLICT (client_id, name) DO UPDATE SET sha256 = excluded.sha256, type = excluded.type, size = excluded.size
           RETURNING id`,
        )
        .get(clientId, file.name, file.sha256, file.type, file.size)!.id,
    );
  }

  of(clientId: number): DeskPicture[] {
    return this.desk
      .prepare<[number], DeskPicture>(
        'SELECT id, name, sha256, type, size FROM picture_file WHERE client_id = ? ORDER BY name',
      )
      .all(clientId);
  }

  /** All pictures of a client leave the desk; those in termbases stay. */
  clear(clientId: number): void {
    this.desk.prepare('DELETE FROM picture_file WHERE client_id = ?').run(clientId);
  }
}

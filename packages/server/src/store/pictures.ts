/** Pictures of a termbase: which stored file a concept means by a name. */
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import type { Db } from './database.js';
import type { Noting } from './noting.js';

/** A picture that came with client files. */
export interface PictureFile {
  readonly name: string;
  readonly sha256: string;
  readonly type: string;
  readonly size: number;
}

export interface PictureRow extends PictureFile {
  readonly id: number;
}

/** Within an operation: takes the pictures that its concepts name into the termbase, each once. */
export class TermbasePictures {
  private readonly finder: PictureFinder;
  private readonly files: ReadonlyMap<string, PictureFile>;
  private readonly done = new Set<string>();

  constructor(
    private readonly writing: Noting,
    private readonly termbaseId: number,
    files: readonly PictureFile[],
  ) {
    this.files = new Map(files.map((file) => [file.name, file]));
    this.finder = new PictureFinder(this.files.keys());
  }

  use(name: string): void {
    if (this.done.has(name)) return;
    this.done.add(name);
    const path = this.finder.find(name);
    if (path !== null) putPicture(this.writing, this.termbaseId, { ...this.files.get(path)!, name });
  }
}

/** A picture under a name; another one of that name gives way. */
export function putPicture({ db, entry }: Noting, termbaseId: number, file: PictureFile): void {
  const there = pictureNamed(db, termbaseId, file.name);
  if (there?.sha256 === file.sha256) return;
  if (there) {
    const { id, ...state } = there;
    entry.before('picture', id, { ...state, termbase_id: termbaseId });
    db.prepare('UPDATE picture SET sha256 = ?, type = ?, size = ? WHERE id = ?').run(
      file.sha256,
      file.type,
      file.size,
      id,
    );
    return;
  }
  const made = db
    .prepare('INSERT INTO picture (termbase_id, name, sha256, type, size) VALUES (?, ?, ?, ?, ?)')
    .run(termbaseId, file.name, file.sha256, file.type, file.size);
  entry.created('picture', Number(made.lastInsertRowid));
}

export function pictureNamed(db: Db, termbaseId: number, name: string): PictureRow | null {
  return (
    db
      .prepare<[number, string], PictureRow>(
        'SELECT id, name, sha256, type, size FROM picture WHERE termbase_id = ? AND name = ?',
      )
      .get(termbaseId, name) ?? null
  );
}

export function picturesOf(db: Db, termbaseId: number): PictureRow[] {
  return db
    .prepare<[number], PictureRow>(
      'SELECT id, name, sha256, type, size FROM picture WHERE termbase_id = ? ORDER BY name',
    )
    .all(termbaseId);
}

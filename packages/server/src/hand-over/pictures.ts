/** Pictures on their way out: beside a TBX in a zip, or inside a page to print. */
import { createReadStream, readFileSync } from 'node:fs';
import type { ZipMember } from '@fair-copy/files/zip-write.js';
import type { Paths } from '../store/paths.js';
import type { PictureRow } from '../store/pictures.js';

/** Gives each picture a path in the folder `pictures/`; names that would clash get a number. */
export class PictureFolder {
  /** The name that concepts use → the path in the package. */
  readonly paths: ReadonlyMap<string, string>;

  constructor(private readonly pictures: readonly PictureRow[]) {
    const paths = new Map<string, string>();
    const taken = new Map<string, string>();
    for (const { name, sha256 } of pictures) {
      const plain = name.replace(/^.*[/\\]/, '').replace(/[:*?"<>|]/g, '_') || 'picture';
      let path = `pictures/${plain}`;
      for (let n = 2; taken.has(path.toLowerCase()) && taken.get(path.toLowerCase()) !== sha256; n++)
        path = `pictures/${plain.replace(/(\.[^.]*)?$/, ` ${n}$1`)}`;
      taken.set(path.toLowerCase(), sha256);
      paths.set(name, path);
    }
    this.paths = paths;
  }

  *members(tbxName: string, tbx: AsyncIterable<string>, paths: Paths): Generator<ZipMember> {
    yield { name: tbxName, content: tbx, packed: false };
    const done = new Set<string>();
    for (const { name, sha256 } of this.pictures) {
      const path = this.paths.get(name)!;
      if (done.has(path)) continue;
      done.add(path);
      yield { name: path, content: createReadStream(paths.original(sha256)), packed: true };
    }
  }
}

/** Larger than this a picture is left out of a printed page. */
const INLINE_LIMIT = 5 * 1024 ** 2;

/** Pictures as data URLs, so that the page is one file. */
export function pictureSource(pictures: readonly PictureRow[], paths: Paths): (name: string) => string | null {
  const byName = new Map(pictures.map((picture) => [picture.name, picture]));
  return (name) => {
    const picture = byName.get(name);
    if (!picture || picture.size > INLINE_LIMIT) return null;
    return `data:${picture.type};base64,${readFileSync(paths.original(picture.sha256)).toString('base64')}`;
  };
}

/** Pictures beside a TBX in an archive. */
import { createReadStream } from 'node:fs';
import type { ZipMember } from './zip-write.js';

export interface PictureToPack {
  /** What concepts call it. */
  readonly name: string;
  /** Where it lies; the same for the same picture. */
  readonly path: string;
}

/** Gives each picture a path in the folder `pictures/`; names that would clash get a number. */
export class PictureFolder {
  /** By path in the archive, in small letters: as it is written, and where it lies. */
  private readonly taken = new Map<string, { readonly name: string; readonly path: string }>();

  /** @returns the name that concepts use → the path in the archive */
  add(pictures: Iterable<PictureToPack>): ReadonlyMap<string, string> {
    const paths = new Map<string, string>();
    for (const { name, path } of pictures) {
      const plain = name.replace(/^.*[/\\]/, '').replace(/[:*?"<>|]/g, '_') || 'picture';
      let inArchive = `pictures/${plain}`;
      for (let n = 2; !this.isFree(inArchive, path); n++)
        inArchive = `pictures/${plain.replace(/(\.[^.]*)?$/, ` ${n}$1`)}`;
      this.taken.set(inArchive.toLowerCase(), { name: inArchive, path });
      paths.set(name, inArchive);
    }
    return paths;
  }

  /** Of all that were added. */
  *members(): Generator<ZipMember> {
    for (const { name, path } of this.taken.values()) yield { name, content: createReadStream(path), packed: true };
  }

  private isFree(name: string, path: string): boolean {
    const there = this.taken.get(name.toLowerCase());
    return there === undefined || there.path === path;
  }
}

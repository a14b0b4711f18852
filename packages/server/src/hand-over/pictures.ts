/** Pictures on their way out: beside a TBX in a zip, or inside a page to print. */
import { readFileSync } from 'node:fs';
import type { PictureToPack } from '@fair-copy/files/picture-folder.js';
import type { Paths } from '../store/paths.js';
import type { PictureRow } from '../store/pictures.js';

/** As an archive takes them. */
export function picturesToPack(pictures: readonly PictureRow[], paths: Paths): PictureToPack[] {
  return pictures.map(({ name, sha256 }) => ({ name, path: paths.original(sha256) }));
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

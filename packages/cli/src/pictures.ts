/** Pictures in a folder beside a client file, by the names that its cells give them. */
import { readdir } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import { PICTURE_NAME, PictureFinder } from '@fair-copy/core/intake/pictures.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';

const DEPTH = 2;
const MOST = 20_000;

/** Paths of the pictures beside a file, from its folder. */
export async function picturesBeside(path: string): Promise<string[]> {
  const root = dirname(path);
  const found: string[] = [];
  const look = async (folder: string, depth: number): Promise<void> => {
    const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
    for (const entry of entries) {
      if (found.length >= MOST || entry.name.startsWith('.')) continue;
      if (entry.isDirectory() && depth < DEPTH) await look(join(folder, entry.name), depth + 1);
      else if (entry.isFile() && PICTURE_NAME.test(entry.name))
        found.push(relative(root, join(folder, entry.name)).replaceAll('\\', '/'));
    }
  };
  await look(root, 0);
  return found;
}

/** Counts which pictures were found, which are missing and which nobody names. */
export class PictureUse {
  private readonly missing: string[] = [];

  miss(name: string, row: number): void {
    this.missing.push(`${name} (row ${row})`);
  }

  report(inputs: readonly { readonly pictures: PictureFinder }[]): void {
    const used = new Set(inputs.flatMap(({ pictures }) => [...pictures.used]));
    if (used.size + this.missing.length === 0) return;
    process.stderr.write(`Pictures: ${used.size} found, ${this.missing.length} missing\n`);
    for (const name of this.missing) process.stderr.write(`  missing: ${name}\n`);
    const folders = new Set([...used].map((path) => dirname(path)));
    const unused = new Set(
      inputs.flatMap(({ pictures }) => pictures.all.filter((path) => !used.has(path) && folders.has(dirname(path)))),
    );
    for (const path of unused) process.stderr.write(`  not named in any row: ${path}\n`);
  }
}

/** The concept with the paths of its pictures in place of the names in its row. */
export function withPictures(
  body: ConceptBody,
  finder: PictureFinder,
  use: PictureUse | null,
  row: number,
): ConceptBody {
  const said = body.fields.xGraphic;
  if (!said) return body;
  const paths = said.map((name) => {
    const path = finder.find(name);
    if (path === null) use?.miss(name, row);
    return path ?? name;
  });
  return { ...body, fields: { ...body.fields, xGraphic: paths } };
}

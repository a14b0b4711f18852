/** Pictures named in cells, found among the files that came with a glossary. */

/** File names that are taken for pictures, by their ending. */
export const PICTURE_NAME = /\.(?:png|jpe?g|gif|webp)$/i;

/** What a picture is by its first bytes; null: none that is shown. SVG is none, since it can hold programs. */
export function pictureType(head: Uint8Array): 'image/png' | 'image/jpeg' | 'image/gif' | 'image/webp' | null {
  const latin = String.fromCharCode(...head.subarray(0, 16));
  if (latin.startsWith('\x89PNG\r\n\x1a\n')) return 'image/png';
  if (latin.startsWith('\xff\xd8\xff')) return 'image/jpeg';
  if (/^GIF8[79]a/.test(latin)) return 'image/gif';
  if (/^RIFF[\s\S]{4}WEBP/.test(latin)) return 'image/webp';
  return null;
}

/** The names in a cell: one, or several on lines of their own or separated by semicolons. */
export function picturesIn(cell: string): string[] {
  return cell
    .split(/[\n;|]/)
    .map((name) => name.trim())
    .filter(Boolean);
}

/** Finds files by what a cell calls them: by path, by name, whatever the case, with or without the ending. */
export class PictureFinder {
  private readonly byKey = new Map<string, string>();
  readonly used = new Set<string>();
  readonly all: readonly string[];

  /** @param names paths of the files, as they came */
  constructor(names: Iterable<string>) {
    const all = [...names];
    this.all = all;
    // The surest key wins: the whole path, then the name, then the name without its ending.
    for (const key of [pathKey, nameKey, stemKey])
      for (const name of all) if (!this.byKey.has(key(name))) this.byKey.set(key(name), name);
  }

  /** The path of the file that is meant, or null. */
  find(said: string): string | null {
    const found =
      this.byKey.get(pathKey(said)) ??
      this.byKey.get(nameKey(said)) ??
      (PICTURE_NAME.test(said) ? undefined : this.byKey.get(stemKey(said))) ??
      null;
    if (found !== null) this.used.add(found);
    return found;
  }
}

function pathKey(name: string): string {
  return `path ${name.normalize('NFC').replace(/\\/g, '/').replace(/^\.\//, '').toLowerCase()}`;
}

function nameKey(name: string): string {
  return `name ${name
    .normalize('NFC')
    .replace(/^.*[/\\]/, '')
    .toLowerCase()}`;
}

function stemKey(name: string): string {
  return `stem ${name
    .normalize('NFC')
    .replace(/^.*[/\\]/, '')
    .replace(/\.[^.]+$/, '')
    .toLowerCase()}`;
}

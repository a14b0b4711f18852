/** What a browser loads before it shows the first page, and how much that may be. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const DIST = 'packages/web/dist';

/** The stage that opens first. */
const FIRST = /^HoldingsPage-.*\.js$/;

/** In bytes, compressed: a second on a slow line (2 Mbit/s). */
const LIMIT = 250_000;

/** Throws where the first page weighs more than it may. Fonts and pictures are not counted: text shows without them. */
export function weighFirstPage() {
  const page = readFileSync(join(DIST, 'index.html'), 'utf8');
  const named = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map(([, path]) => path);
  const first = readdirSync(join(DIST, 'assets')).filter((name) => FIRST.test(name));
  const files = ['index.html', ...named, ...first.map((name) => `assets/${name}`)];
  const bytes = files.reduce((sum, file) => sum + gzipSync(readFileSync(join(DIST, file))).length, 0);
  process.stdout.write(`${files.length} files, ${Math.round(bytes / 1000)} kB of ${LIMIT / 1000}\n`);
  if (first.length !== 1 || named.length < 2) throw new Error('The files of the first page were not found.');
  if (bytes > LIMIT)
    throw new Error('The first page has become too heavy: let what only some pages need load with them.');
}

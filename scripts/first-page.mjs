/** What a browser loads before it shows the first page, and how much that may be. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const DIST = 'packages/web/dist';

/** The page itself, the stage that opens first, and the texts that it shows in one language. */
const FIRST = [
  'index.html',
  'src/features/holdings/HoldingsPage.tsx',
  'src/features/holdings/messages.en.ts',
  'src/messages/en.ts',
  'src/parts/messages.en.ts',
  'src/words.en.ts',
];

/** In bytes, compressed: a second on a slow line (2 Mbit/s). */
const LIMIT = 250_000;

/** Throws where the first page weighs more than it may. Fonts and pictures are not counted: text shows without them. */
export function weighFirstPage() {
  const manifest = JSON.parse(readFileSync(join(DIST, '.vite/manifest.json'), 'utf8'));
  const files = new Set(['index.html']);
  const add = (name) => {
    const chunk = manifest[name];
    if (!chunk) throw new Error(`The build knows no ${name}.`);
    if (files.has(chunk.file)) return;
    files.add(chunk.file);
    for (const style of chunk.css ?? []) files.add(style);
    for (const imported of chunk.imports ?? []) add(imported);
  };
  FIRST.forEach(add);
  const bytes = [...files].reduce((sum, file) => sum + gzipSync(readFileSync(join(DIST, file))).length, 0);
  process.stdout.write(`${files.size} files, ${Math.round(bytes / 1000)} kB of ${LIMIT / 1000}\n`);
  if (bytes > LIMIT)
    throw new Error('The first page has become too heavy: let what only some pages need load with them.');
}

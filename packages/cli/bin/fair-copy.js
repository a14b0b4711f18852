#!/usr/bin/env node
// Kept apart from the built code, so that npm can link the command before the build.
import { existsSync } from 'node:fs';

const main = new URL('../dist/main.js', import.meta.url);
if (!existsSync(main)) {
  process.stderr.write('fair-copy: not built yet. Run "npm run build" first.\n');
  process.exit(2);
}
await import(main.href);

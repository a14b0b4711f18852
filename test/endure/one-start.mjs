/** What the server does at its start, in a process of its own that may be cut off: `node one-start.mjs FOLDER`. */
import { fileURLToPath } from 'node:url';

const dist = (path) => import(fileURLToPath(new URL(`../../packages/server/dist/${path}`, import.meta.url)));
const { recover } = await dist('upkeep/recover.js');
recover(process.argv[2]);

/** One task of the writing thread in a process of its own, which may be cut off: `node one-task.mjs FOLDER NAME ARGS`. */
import { fileURLToPath } from 'node:url';

const [, , dataDir, name, args] = process.argv;
const worker = new URL('../../packages/server/dist/worker.js', import.meta.url);
const { default: run } = await import(fileURLToPath(worker));
const reply = await run({ name, args: JSON.parse(args), dataDir, jobId: null, stop: null, port: null });
process.stdout.write(JSON.stringify(reply));
process.exit(0);

/** One task of the threads in a process of its own, which may be cut off: `node one-task.mjs FOLDER NAME ARGS`. */
import { fileURLToPath } from 'node:url';
import { inspection } from './inspection.mjs';

const [, , dataDir, name, args] = process.argv;
const { default: run } = await import(fileURLToPath(new URL('../../packages/server/dist/worker.js', import.meta.url)));
const reply =
  name === 'inspection'
    ? await inspection(run, JSON.parse(args), { dataDir })
    : await run({ name, args: JSON.parse(args), dataDir, jobId: null, stop: null, port: null });
process.stdout.write(JSON.stringify(reply));
process.exit(0);

/**
 * Sets up what is missing and starts the application.
 *   npm run demo [-- --reset]          with the scenario, in a folder of its own
 *   npm start [-- --data FOLDER]       with your own data, by default in .fair-copy under your home
 */
import { existsSync, rmSync } from 'node:fs';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { inServerProcess } from './server-process.mjs';
import { build, install, root } from './set-up.mjs';

if (!(await inServerProcess())) process.exit();

const { values } = parseArgs({
  options: {
    demo: { type: 'boolean', default: false },
    reset: { type: 'boolean', default: false },
    data: { type: 'string' },
    port: { type: 'string', default: '4317' },
    host: { type: 'string', default: '127.0.0.1' },
    'from-copy': { type: 'boolean', default: false },
  },
});
const dataDir = resolve(values.data ?? (values.demo ? join(root, '.data', 'demo') : join(homedir(), '.fair-copy')));
if (values.reset) {
  if (!values.demo) {
    process.stderr.write('--reset begins the demo anew; your own data is never deleted.\n');
    process.exit(2);
  }
  rmSync(dataDir, { recursive: true, force: true });
}

install();
build();

const isNew = !existsSync(join(dataDir, 'workspace.db'));
process.argv = [
  ...process.argv.slice(0, 2),
  ...['--data', dataDir, '--port', values.port, '--host', values.host],
  ...(values['from-copy'] ? ['--from-copy'] : []),
];
await import('../packages/server/dist/main.js');
if (values.demo && isNew) {
  const { fillWorkspace } = await import('../demo/fill-workspace.mjs');
  const address = `http://${values.host}:${values.port}`;
  process.stdout.write('Filling the demo workspace …\n');
  await fillWorkspace(address, join(dataDir, 'client-files'));
  process.stdout.write(`The demo is ready at ${address}. Its client files lie in ${join(dataDir, 'client-files')}.\n`);
}

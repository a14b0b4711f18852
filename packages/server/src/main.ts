/** Starts the server: `node dist/main.js [--data FOLDER] [--port N] [--host ADDRESS] [--from-copy]`. */
import { homedir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { growHeapSlowly } from '@fair-copy/files/heap-growth.js';
import { buildApp, type App } from './app.js';
import { goBackToCopies, startFailure } from './upkeep/start-failure.js';

growHeapSlowly();
const { values } = parseArgs({
  options: {
    data: { type: 'string', default: join(homedir(), '.fair-copy') },
    port: { type: 'string', default: '4317' },
    host: { type: 'string', default: '127.0.0.1' },
    /** Where the workspace or the desk is damaged: go back to the copies that were made last. */
    'from-copy': { type: 'boolean', default: false },
  },
});
/** Characters of a passphrase. */
const SHORTEST = 4;

const isLocal = ['127.0.0.1', 'localhost', '::1'].includes(values.host);
// Whoever sets a passphrase wants it asked for, on this machine as well.
const passphrase = process.env.FAIR_COPY_PASSPHRASE;
if (!isLocal && !passphrase) {
  process.stderr.write('To listen beyond this machine, set a passphrase in FAIR_COPY_PASSPHRASE.\n');
  process.exit(2);
}
if (passphrase !== undefined && passphrase.trim().length < SHORTEST) {
  process.stderr.write(`The passphrase in FAIR_COPY_PASSPHRASE is too short: ${SHORTEST} characters at least.\n`);
  process.exit(2);
}

const app = await started();
try {
  const address = await app.listen({ host: values.host, port: Number(values.port) });
  process.stdout.write(`Fair Copy is at ${address}\n`);
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  process.stderr.write(
    code === 'EADDRINUSE'
      ? `Port ${values.port} is taken by another program. Choose another with --port.\n`
      : `Fair Copy cannot listen on ${values.host}, port ${values.port}: ${(error as Error).message}\n`,
  );
  await app.close();
  process.exit(1);
}

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    void app.close().then(() => process.exit(0));
  });
}
// What nobody waited for must not end the work of everybody; data is safe, since all of it is written by operations.
process.on('unhandledRejection', (error) => process.stderr.write(`${String((error as Error)?.stack ?? error)}\n`));

/** Ends the program with a message for people where the folder is in use, damaged, or of a newer version. */
async function started(): Promise<App> {
  try {
    const aside = values['from-copy'] ? goBackToCopies(values.data) : null;
    return await buildApp({ dataDir: values.data, ...(passphrase && { security: { passphrase } }), aside });
  } catch (error) {
    process.stderr.write(`${startFailure(error, values.data)}\n`);
    process.exit(1);
  }
}

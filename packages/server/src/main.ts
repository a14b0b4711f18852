/** Starts the server: `node dist/main.js [--data FOLDER] [--port N] [--host ADDRESS]`. */
import { homedir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { buildApp } from './app.js';

const { values } = parseArgs({
  options: {
    data: { type: 'string', default: join(homedir(), '.fair-copy') },
    port: { type: 'string', default: '4317' },
    host: { type: 'string', default: '127.0.0.1' },
  },
});

const isLocal = ['127.0.0.1', 'localhost', '::1'].includes(values.host);
const passphrase = process.env.FAIR_COPY_PASSPHRASE;
if (!isLocal && !passphrase) {
  process.stderr.write('To listen beyond this machine, set a passphrase in FAIR_COPY_PASSPHRASE.\n');
  process.exit(2);
}

const app = await buildApp({ dataDir: values.data, security: !isLocal && passphrase ? { passphrase } : {} });
try {
  const address = await app.listen({ host: values.host, port: Number(values.port) });
  process.stdout.write(`Fair Copy is at ${address}\n`);
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  process.stderr.write(
    code === 'EADDRINUSE'
      ? `Port ${values.port} is taken. Is Fair Copy running already? Otherwise choose another with --port.\n`
      : `${String(error)}\n`,
  );
  process.exit(1);
}

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    void app.close().then(() => process.exit(0));
  });
}

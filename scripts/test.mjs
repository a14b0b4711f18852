/** `npm test`: sets up what is missing, then type check, lint, unit and conformance tests, end-to-end tests. */
import { getOutside } from './outside.mjs';
import { weighFirstPage } from './first-page.mjs';
import { build, install, root, run } from './set-up.mjs';
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const took = [];
/** Characters of a failed test's page that are printed. */
const PAGE = 12_000;

async function step(name, work) {
  process.stdout.write(`\n== ${name}\n`);
  const start = performance.now();
  await work();
  took.push([name, (performance.now() - start) / 1000]);
}

await step('Packages', install);
await step('What comes from Debian', getOutside);
// Beside building, on the other core.
const lint = spawn('npm', ['run', '--silent', 'lint'], { cwd: root, shell: process.platform === 'win32' });
const said = [];
for (const stream of [lint.stdout, lint.stderr]) stream.on('data', (chunk) => said.push(chunk));
const linted = new Promise((resolve) => lint.on('close', resolve));
await step('Build', build);
await step('Weight of the first page', weighFirstPage);
await step('Type check', () => run('npx', ['tsc', '-b']));
await step('Lint (the rest of it)', async () => {
  const code = await linted;
  process.stdout.write(Buffer.concat(said));
  if (code !== 0) process.exit(code ?? 1);
});
await step('Unit and conformance tests', () =>
  run('npm', ['run', '--silent', 'unit'], { env: { ...process.env, FAIR_COPY_BUILT: '1' } }),
);
await step('End-to-end tests', async () => {
  const code = await new Promise((resolve) =>
    spawn('npx', ['playwright', 'test'], {
      cwd: root,
      stdio: 'inherit',
      shell: process.platform === 'win32',
    }).on('close', resolve),
  );
  tellFailedPages();
  if (code !== 0) process.exit(code ?? 1);
});

/** What stood on the page where a test failed: whoever reads it may not have the machine. */
function tellFailedPages() {
  const results = join(root, 'test-results');
  for (const name of existsSync(results) ? readdirSync(results) : []) {
    const file = join(results, name, 'error-context.md');
    if (existsSync(file)) process.stdout.write(`\n${readFileSync(file, 'utf8').slice(0, PAGE)}\n`);
  }
}

process.stdout.write('\nWhat each part took:\n');
for (const [name, seconds] of took) {
  const [minutes, rest] = [Math.floor(seconds / 60), Math.round(seconds % 60)];
  process.stdout.write(`  ${name.padEnd(28)} ${minutes}:${String(rest).padStart(2, '0')}\n`);
}

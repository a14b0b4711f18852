/** What a fresh clone needs before anything runs: the packages, and the built application. Quick when it is there. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project; ends the program with its exit code if it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error || status !== 0) {
    if (error) process.stderr.write(`${command}: ${error.message}\n`);
    process.exit(status ?? 1);
  }
}

/** `npm ci` when the packages are missing or the lock file is not the one they were installed from. */
export function install() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) {
    process.stderr.write(`Fair Copy needs Node 20 or later; this is ${process.version}.\n`);
    process.exit(1);
  }
  const stamp = join(root, 'node_modules', '.fair-copy-installed');
  const wanted = digest([join(root, 'package-lock.json')]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  process.stdout.write('Installing packages (once, a few minutes) …\n');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  mkdirSync(join(root, 'node_modules'), { recursive: true });
  writeFileSync(stamp, wanted);
}

/** Compiles and bundles when a source is newer than the last build. */
export function build() {
  const stamp = join(root, 'node_modules', '.fair-copy-built');
  const sources = [...files(join(root, 'packages')), join(root, 'package-lock.json')];
  const wanted = digest(sources);
  const built = ['packages/server/dist/main.js', 'packages/cli/dist/main.js', 'packages/web/dist/index.html'].every(
    (f) => existsSync(join(root, f)),
  );
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  process.stdout.write('Building …\n');
  run('npx', ['tsc', '-b', 'packages/server', 'packages/cli', 'packages/web']);
  run('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(root, 'packages/web') });
  writeFileSync(stamp, wanted);
}

function* files(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (['node_modules', 'dist', 'dist-types'].includes(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* files(path);
    else if (!entry.name.endsWith('.test.ts')) yield path;
  }
}

function digest(paths) {
  const hash = createHash('sha256').update(process.version);
  for (const path of paths) {
    const { size } = statSync(path);
    hash.update(`${path.slice(root.length)}\0${size}\0`).update(readFileSync(path));
  }
  return hash.digest('hex');
}

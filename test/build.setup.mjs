/** Before tests that start the program as people do: what they start is what stands in the sources. */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

export default function build() {
  // Set where it was built a moment ago.
  if (process.env.FAIR_COPY_BUILT) return;
  execFileSync('npx', ['tsc', '-b', 'packages/server', 'packages/cli'], { cwd: ROOT, stdio: 'inherit' });
}

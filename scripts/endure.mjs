/** `npm run endure [-- PATTERN]`: random work, kills and full disks at every place, damaged files; takes an hour. */
import { build, install, run } from './set-up.mjs';

install();
build();
run('node', [
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  '--config',
  'jest.endure.config.mjs',
  ...process.argv.slice(2),
]);

import { build, install, run } from './set-up.mjs';

install();
build();
run('node', ['bench/run.mjs', ...process.argv.slice(2)]);

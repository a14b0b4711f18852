/** `npm run bench`: sets up what it needs, then measures; with names of parts only those. */
import { getOutside } from './outside.mjs';
import { build, install, run } from './set-up.mjs';

/** References for the recognition of terms: the words' base forms, as others know them. */
const ANALYSERS = [
  ['hunspell', '/usr/bin/hunspell'],
  ['sqlite3', '/usr/bin/sqlite3'],
];

install();
getOutside(ANALYSERS);
build();
run('node', ['bench/run.mjs', ...process.argv.slice(2)]);

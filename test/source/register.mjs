/** `node --import register.mjs`: threads and processes of tests run the sources, never what was built some time ago. */
import { register } from 'node:module';

register('./hooks.mjs', import.meta.url);

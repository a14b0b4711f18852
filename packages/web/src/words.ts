/** What the core and the server have to say, in the reader's language. */
import { en } from '@fair-copy/words/en/index.js';
import type { Catalogue } from '@fair-copy/words/catalogue.js';

export const words: Catalogue = en;

/** All words of the reader's language, findings among them: for the pages that show findings. */
import type { Catalogue } from '@fair-copy/words/catalogue.js';
import { en } from '@fair-copy/words/en/index.js';

export const words: Catalogue = en;

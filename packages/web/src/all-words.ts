/** All words of the reader's language, findings among them: for the pages that show findings. */
import type { Catalogue } from '@fair-copy/words/catalogue.js';
import { textsOf } from './messages/texts-of.js';

export const words = await textsOf<Catalogue>({
  en: async () => ({ texts: (await import('@fair-copy/words/en/index.js')).en }),
  de: async () => ({ texts: (await import('@fair-copy/words/de/index.js')).de }),
});

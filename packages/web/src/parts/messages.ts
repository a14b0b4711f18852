/** What the pages of several features say of resources, in the reader’s language. */
import { textsOf } from '../messages/texts-of.js';

const texts = await textsOf({ en: () => import('./messages.en.js'), de: () => import('./messages.de.js') });

export const shared = texts;

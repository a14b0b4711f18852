/** Texts of this feature’s pages, in the reader’s language. */
import { textsOf } from '../../messages/texts-of.js';
import { shared } from '../../parts/messages.js';

const texts = await textsOf({ en: () => import('./messages.en.js'), de: () => import('./messages.de.js') });

export const memoryTexts = { ...shared, ...texts };

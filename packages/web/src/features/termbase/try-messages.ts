/** Texts of this feature’s pages, in the reader’s language. */
import { textsOf } from '../../messages/texts-of.js';

const texts = await textsOf({ en: () => import('./try-messages.en.js'), de: () => import('./try-messages.de.js') });

export const tryTexts = texts;

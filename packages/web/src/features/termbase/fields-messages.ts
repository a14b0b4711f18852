/** Texts of this feature’s pages, in the reader’s language. */
import { textsOf } from '../../messages/texts-of.js';

const texts = await textsOf({
  en: () => import('./fields-messages.en.js'),
  de: () => import('./fields-messages.de.js'),
});

export const fieldTexts = texts;

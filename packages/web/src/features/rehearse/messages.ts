/** Texts of this feature’s pages, in the reader’s language. */
import { textsOf } from '../../messages/texts-of.js';

export const rehearseTexts = await textsOf({
  en: () => import('./messages.en.js'),
  de: () => import('./messages.de.js'),
});

/** Texts of every page: names of stages, the masthead, what is said everywhere. What only one feature says lives with it. */
import { textsOf } from './texts-of.js';

export const m = await textsOf({ en: () => import('./en.js'), de: () => import('./de.js') });

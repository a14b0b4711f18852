/** The checks of termbases that apply to units as well, in the words of memories; what concerns the form of a term does not. */
import { bracketsCheck } from './brackets.js';
import type { Check } from './check.js';
import { emptyLanguageCheck } from './empty-language.js';
import { differentSourcesCheck, differentTargetsCheck } from './homonyms.js';
import { missingTargetCheck } from './missing-target.js';
import { otherLanguageCheck } from './other-language.js';
import { spacesCheck } from './spaces.js';

const said = (check: Check, explains: string, title = check.title): Check => ({ ...check, title, explains });

export const MEMORY_CHECKS: readonly Check[] = [
  said(differentTargetsCheck, 'The same text of the first language has different texts in another language.'),
  differentSourcesCheck,
  said(missingTargetCheck, 'A unit has no text in a language that nearly all others have.'),
  said(emptyLanguageCheck, 'In place of a text there is a dash, “n/a” or the like.', 'Language without a real text'),
  said(otherLanguageCheck, 'A text reads like one of another language of this memory.'),
  said(spacesCheck, 'A text begins or ends with a space, has two in a row, or holds a character that cannot be seen.'),
  bracketsCheck,
];

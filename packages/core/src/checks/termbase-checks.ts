/** The checks for termbases, in the order in which they are shown. Adding one touches this folder only. */
import { bracketsCheck } from './brackets.js';
import { capitalsCheck } from './capitals.js';
import type { Check } from './check.js';
import { duplicateInConceptCheck } from './duplicate-in-concept.js';
import { finalPunctuationCheck } from './final-punctuation.js';
import { differentTargetsCheck, severalConceptsCheck } from './homonyms.js';
import { missingTargetCheck } from './missing-target.js';
import { spacesCheck } from './spaces.js';

export const TERMBASE_CHECKS: readonly Check[] = [
  differentTargetsCheck,
  severalConceptsCheck,
  missingTargetCheck,
  duplicateInConceptCheck,
  spacesCheck,
  finalPunctuationCheck,
  capitalsCheck,
  bracketsCheck,
];

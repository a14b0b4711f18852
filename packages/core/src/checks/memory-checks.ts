/** The checks for memories, in the order in which they are shown. A new one is a file of this folder and a line here. */
import { bracketsCheck } from './brackets.js';
import type { Check } from './check.js';
import { emptyLanguageCheck } from './empty-language.js';
import { differentSourcesCheck, differentTargetsCheck } from './homonyms.js';
import type { UnitInMemory } from './looked-at.js';
import { missingTargetCheck } from './missing-target.js';
import { otherLanguageCheck } from './other-language.js';
import { spacesCheck } from './spaces.js';

export const MEMORY_CHECKS: readonly Check<UnitInMemory>[] = [
  differentTargetsCheck,
  differentSourcesCheck,
  missingTargetCheck,
  emptyLanguageCheck,
  otherLanguageCheck,
  spacesCheck,
  bracketsCheck,
];

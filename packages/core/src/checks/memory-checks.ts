/** The checks for memories, in the order in which they are shown. A new one is a file of this folder and a line here. */
import type { Check } from './check.js';
import { emptyLanguageCheck } from './empty-language.js';
import { differentSourcesCheck, differentTargetsCheck } from './homonyms.js';
import { missingTargetCheck } from './missing-target.js';
import { addressCheck } from './units/addresses.js';
import { codeAddedCheck, codeMissingCheck, codeOrderCheck } from './units/codes.js';
import { duplicateCheck } from './units/duplicates.js';
import { encodingCheck } from './units/encoding.js';
import { finalMarkCheck } from './units/final-mark.js';
import { unitCapitalsCheck } from './units/initial-capital.js';
import { unitLanguageCheck } from './units/language.js';
import { sentenceMissingCheck, unitLengthCheck } from './units/length.js';
import { numberCheck } from './units/numbers.js';
import type { UnitCheck } from './units/pair.js';
import { placeholderCheck } from './units/placeholders.js';
import { quotesCheck, unitBracketsCheck } from './units/quotes.js';
import { repeatedWordCheck } from './units/repeated-word.js';
import { invisibleCheck, unitSpacesCheck } from './units/spaces.js';
import { doubleMarkCheck, spaceBeforeMarkCheck } from './units/spacing.js';
import { untranslatedCheck } from './units/untranslated.js';
import { widthCheck } from './units/width.js';
import type { UnitInMemory } from './looked-at.js';

const ofTexts: readonly Check<UnitInMemory>[] = [differentTargetsCheck, differentSourcesCheck];
const ofLanguages: readonly Check<UnitInMemory>[] = [missingTargetCheck, emptyLanguageCheck];

export const MEMORY_CHECKS: readonly UnitCheck[] = [
  ...ofTexts,
  duplicateCheck,
  ...ofLanguages,
  untranslatedCheck,
  unitLanguageCheck,
  sentenceMissingCheck,
  unitLengthCheck,
  numberCheck,
  placeholderCheck,
  addressCheck,
  codeMissingCheck,
  codeAddedCheck,
  codeOrderCheck,
  finalMarkCheck,
  doubleMarkCheck,
  spaceBeforeMarkCheck,
  unitBracketsCheck,
  quotesCheck,
  unitSpacesCheck,
  invisibleCheck,
  repeatedWordCheck,
  unitCapitalsCheck,
  encodingCheck,
  widthCheck,
];

/** Those that need a termbase, word lists or a client's own rules. */
export const FURTHER_MEMORY_CHECKS = ['term-missing', 'term-forbidden', 'spelling', 'own-pattern'] as const;

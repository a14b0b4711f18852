/** The checks for termbases, in the order in which they are shown. A new one is a file of this folder and a line here. */
import { OTHERWISE, UNUSED } from './across/memories.js';
import { ELSEWHERE } from './across/termbases.js';
import { WITHOUT_TERM } from './across/words-without-term.js';
import { bracketsCheck } from './brackets.js';
import { capitalsCheck } from './capitals.js';
import type { TermbaseCheck } from './check.js';
import { forbiddenInDefinitionCheck } from './concepts/forbidden-in-definition.js';
import {
  duplicateIdCheck,
  missingDefinitionCheck,
  samePictureCheck,
  spellingVariantsCheck,
  subjectSpellingCheck,
} from './concepts/identity.js';
import { allCapitalsCheck, noteInTermCheck, severalTermsCheck, termEncodingCheck } from './concepts/term-text.js';
import { definitionIsTermCheck, definitionTwiceCheck } from './definitions.js';
import { doublettesCheck } from './doublettes.js';
import { duplicateInConceptCheck } from './duplicate-in-concept.js';
import { emptyPartsCheck } from './empty-language.js';
import { missingFieldCheck, valueOutsideListCheck } from './fields.js';
import { finalPunctuationCheck } from './final-punctuation.js';
import { formCheck } from './form.js';
import { differentTermsCheck, severalConceptsCheck } from './homonyms.js';
import { homonymsWithoutSubjectCheck } from './homonyms-without-subject.js';
import { lengthCheck } from './length.js';
import { missingTermCheck } from './missing-target.js';
import { otherLanguageCheck } from './other-language.js';
import { referencesCheck } from './references.js';
import { spacesCheck } from './spaces.js';
import { statusCheck } from './status.js';

export const TERMBASE_CHECKS: readonly TermbaseCheck[] = [
  differentTermsCheck,
  doublettesCheck,
  spellingVariantsCheck,
  duplicateIdCheck,
  severalConceptsCheck,
  homonymsWithoutSubjectCheck,
  missingTermCheck,
  emptyPartsCheck,
  otherLanguageCheck,
  statusCheck,
  missingFieldCheck,
  missingDefinitionCheck,
  valueOutsideListCheck,
  subjectSpellingCheck,
  samePictureCheck,
  referencesCheck,
  duplicateInConceptCheck,
  definitionTwiceCheck,
  definitionIsTermCheck,
  forbiddenInDefinitionCheck,
  severalTermsCheck,
  noteInTermCheck,
  formCheck,
  lengthCheck,
  spacesCheck,
  finalPunctuationCheck,
  capitalsCheck,
  allCapitalsCheck,
  bracketsCheck,
  termEncodingCheck,
];

/** Ids of those that look at other resources beside the termbase. */
export const FURTHER_TERMBASE_CHECKS = [UNUSED.id, OTHERWISE.id, WITHOUT_TERM.id, ELSEWHERE.id] as const;

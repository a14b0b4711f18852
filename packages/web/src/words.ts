/** What every page has to say of what the server tells, in the reader's language. */
import type { ErrorAnswer } from '@fair-copy/api/shared.js';
import { inWords, type Said } from '@fair-copy/core/said.js';
import type { ClosedCodes, DoneCodes } from '@fair-copy/words/done.js';
import type { ErrorCodes } from '@fair-copy/words/errors.js';
import type { WorkCodes } from '@fair-copy/words/work.js';
import { textsOf } from './messages/texts-of.js';

const words = await textsOf({
  en: () => import('./words.en.js'),
  de: () => import('./words.de.js'),
});

/** What an operation did. */
export const doneWords = ({ said }: { readonly said: Said<DoneCodes> }): string => inWords(words.done, said);

/** Why an operation can no longer be undone. */
export const closedWords = ({ said }: { readonly said: Said<ClosedCodes> }): string => inWords(words.closed, said);

/** What running work does. */
export const workWords = ({ said }: { readonly said: Said<WorkCodes> }): string => inWords(words.work, said);

/** Why something could not be done. */
export const errorWords = ({
  code,
  values,
  message,
}: Pick<ErrorAnswer, 'code' | 'message'> & Partial<ErrorAnswer>): string =>
  values && code in words.errors ? inWords(words.errors, { code, values } as Said<ErrorCodes>) : message;

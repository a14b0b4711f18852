/** What every page has to say of what the server tells, in the reader's language. */
import type { ErrorAnswer } from '@fair-copy/api/shared.js';
import { inWords, type Said } from '@fair-copy/core/said.js';
import type { Catalogue } from '@fair-copy/words/catalogue.js';
import type { ClosedCodes, DoneCodes } from '@fair-copy/words/done.js';
import { closed, done } from '@fair-copy/words/en/done.js';
import { errors } from '@fair-copy/words/en/errors.js';
import { work } from '@fair-copy/words/en/work.js';
import type { ErrorCodes } from '@fair-copy/words/errors.js';
import type { WorkCodes } from '@fair-copy/words/work.js';

const words: Pick<Catalogue, 'closed' | 'done' | 'errors' | 'work'> = { closed, done, errors, work };

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

/** Of what the server tells, as much as every page says. */
import type { Catalogue } from '@fair-copy/words/catalogue.js';
import { closed, done } from '@fair-copy/words/de/done.js';
import { errors } from '@fair-copy/words/de/errors.js';
import { work } from '@fair-copy/words/de/work.js';

export const texts: Pick<Catalogue, 'closed' | 'done' | 'errors' | 'work'> = { closed, done, errors, work };

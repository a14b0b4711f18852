/** What the stores keep to be said, as it is answered: in English, and as a code with values for who speaks otherwise. */
import type { Said } from '@fair-copy/core/said.js';
import type { ClosedCodes, DoneCodes, KeptClosed, KeptDone } from '@fair-copy/words/done.js';
import { whatWasDone, whyClosed } from '@fair-copy/words/en/done.js';
import { whatIsDone } from '@fair-copy/words/en/work.js';
import { readKept } from '@fair-copy/words/kept.js';
import type { KeptWork, WorkCodes } from '@fair-copy/words/work.js';

export interface Told<M> {
  readonly title: string;
  readonly said: Said<M>;
}

export function toldDone(kept: KeptDone): Told<DoneCodes> {
  return { title: whatWasDone(kept), said: readKept<DoneCodes>(kept) };
}

export function toldWork(kept: KeptWork): Told<WorkCodes> {
  return { title: whatIsDone(kept), said: readKept<WorkCodes>(kept) };
}

export function toldClosed(kept: KeptClosed): Told<ClosedCodes> {
  return { title: whyClosed(kept), said: readKept<ClosedCodes>(kept) };
}

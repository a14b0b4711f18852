/** All routes: what the server serves and the pages call. */
import { alignmentContract } from './alignments.js';
import { clientContract, holdingContract } from './clients.js';
import { handOverContract } from './hand-over.js';
import { inspectionContract } from './inspection.js';
import { intakeContract } from './intake.js';
import { jobContract } from './jobs.js';
import { kitContract } from './kits.js';
import { ledgerContract } from './ledger.js';
import { lookUpContract } from './look-up.js';
import { memoryContract } from './memories.js';
import { mergeContract } from './merges.js';
import { termMergeContract } from './term-merges.js';
import { rehearsalContract } from './rehearsals.js';
import { twoContract } from './two.js';
import { pictureContract } from './pictures.js';
import { sessionContract } from './session.js';
import { termbaseContract } from './termbases.js';
import { upkeepContract } from './upkeep.js';

export const contract = {
  ...alignmentContract,
  ...clientContract,
  ...handOverContract,
  ...holdingContract,
  ...inspectionContract,
  ...intakeContract,
  ...jobContract,
  ...kitContract,
  ...ledgerContract,
  ...lookUpContract,
  ...memoryContract,
  ...mergeContract,
  ...termMergeContract,
  ...rehearsalContract,
  ...twoContract,
  ...pictureContract,
  ...sessionContract,
  ...termbaseContract,
  ...upkeepContract,
};
export type Contract = typeof contract;

/** What operations in the ledger say that they did. */
import type { Said } from '@fair-copy/core/said.js';
import { keep, type Kept, type KeptCodes } from './kept.js';

export interface DoneCodes extends KeptCodes {
  readonly 'client-created': { readonly name: string };
  readonly 'client-renamed': { readonly from: string; readonly to: string };
  readonly 'client-erased': Record<string, never>;
  readonly 'termbase-created': { readonly name: string };
  readonly 'resource-moved': { readonly name: string; readonly from: string; readonly to: string };
  readonly 'termbase-renamed': { readonly from: string; readonly to: string };
  readonly 'termbase-deleted': { readonly name: string };
  readonly 'fields-changed': { readonly name: string };
  readonly 'concept-added': { readonly text: string };
  readonly 'concept-deleted': { readonly text: string };
  readonly 'concept-split': { readonly taken: string; readonly rest: string };
  /** `title`: of the operation, as the ledger keeps it. */
  readonly 'concept-returned': { readonly text: string; readonly title: KeptDone };
  readonly 'term-added': { readonly text: string };
  readonly 'term-changed': { readonly from: string; readonly to: string };
  readonly 'term-deleted': { readonly text: string };
  readonly 'form-said': { readonly form: string; readonly term: string; readonly is: boolean };
  readonly 'stem-marked': { readonly text: string };
  readonly 'field-set': { readonly field: string; readonly text: string };
  readonly 'field-cleared': { readonly field: string; readonly text: string };
  readonly 'picture-added': { readonly name: string; readonly text: string };
  /** An empty `value`: the field was taken out. */
  readonly 'concepts-field-set': { readonly count: number; readonly field: string; readonly value: string };
  readonly 'concepts-language': { readonly count: number; readonly from: string; readonly to: string };
  readonly 'concepts-moved': { readonly count: number; readonly from: string; readonly to: string };
  readonly 'concepts-merged': { readonly count: number };
  readonly 'concepts-deleted': { readonly count: number };
  readonly 'concepts-taken': { readonly count: number; readonly memory: string; readonly termbase: string };
  readonly 'entries-taken-in': { readonly file: string; readonly count: number; readonly termbase: string };
  /** Of `files`, the first of which is `file`; to `memories`, the first of which is `memory`. */
  readonly 'units-taken-in': {
    readonly file: string;
    readonly files: number;
    readonly count: number;
    readonly memory: string;
    readonly memories: number;
  };
  readonly 'memory-created': { readonly name: string };
  readonly 'memory-renamed': { readonly from: string; readonly to: string };
  readonly 'memory-job': { readonly name: string; readonly on: boolean };
  readonly 'reference-set': { readonly name: string; readonly on: boolean };
  readonly 'kit-created': { readonly name: string };
  readonly 'kit-renamed': { readonly from: string; readonly to: string };
  readonly 'kit-changed': { readonly name: string };
  readonly 'kit-deleted': { readonly name: string };
  readonly 'memory-subject': { readonly name: string };
  readonly 'memory-deleted': { readonly name: string };
  readonly 'memory-made': { readonly name: string; readonly termbase: string; readonly count: number };
  readonly 'memory-copy': { readonly name: string; readonly count: number };
  readonly 'memory-salvaged': { readonly name: string; readonly count: number };
  /** Of so many memories; `deleted` of them went away with it. */
  readonly 'memory-taken-apart': { readonly name: string; readonly count: number };
  readonly bridged: { readonly name: string; readonly a: string; readonly b: string; readonly count: number };
  readonly 'termbases-merged': {
    readonly name: string;
    readonly termbases: number;
    readonly count: number;
    readonly deleted: number;
  };
  readonly 'memories-merged': {
    readonly name: string;
    readonly memories: number;
    readonly count: number;
    readonly deleted: number;
  };
  readonly 'unit-changed': { readonly name: string };
  readonly 'unit-text-added': { readonly name: string };
  readonly 'unit-returned': { readonly name: string };
  readonly 'units-replaced': {
    readonly count: number;
    readonly name: string;
    readonly find: string;
    readonly by: string;
  };
  readonly 'units-deleted': { readonly count: number; readonly name: string };
  readonly 'units-attribute': {
    readonly count: number;
    readonly name: string;
    readonly type: string;
    readonly value: string;
  };
  readonly 'units-language': {
    readonly count: number;
    readonly name: string;
    readonly from: string;
    readonly to: string;
  };
  readonly 'units-newest': { readonly count: number; readonly name: string };
  readonly 'units-moved': { readonly count: number; readonly name: string; readonly to: string };
  readonly 'units-copied': { readonly count: number; readonly name: string; readonly to: string };
  readonly 'findings-stet': { readonly count: number; readonly text: string; readonly reason: string };
  readonly 'stet-rule': { readonly text: string; readonly count: number; readonly reason: string };
  readonly 'queries-answered': { readonly name: string; readonly count: number };
  readonly 'stets-called-back': { readonly count: number; readonly reason: string };
  readonly 'findings-put-right': { readonly count: number; readonly text: string };
  /** An operation that is still being done. */
  readonly 'under-way': Record<string, never>;
}

/** What was done, as the ledger keeps it. */
export type KeptDone = Kept<DoneCodes>;

export const did = <C extends keyof DoneCodes>(code: C, values: DoneCodes[C]): KeptDone =>
  keep<DoneCodes>({ code, values } as Said<DoneCodes>);

/** Why something can no longer be undone, as the ledger keeps it. */
export interface ClosedCodes extends KeptCodes {
  readonly 'for-good': Record<string, never>;
  readonly cleared: Record<string, never>;
  readonly 'kept-for-days': { readonly days: number };
  readonly 'memory-damaged': Record<string, never>;
}

export type KeptClosed = Kept<ClosedCodes>;

export const closedBecause = <C extends keyof ClosedCodes>(code: C, values: ClosedCodes[C]): KeptClosed =>
  keep<ClosedCodes>({ code, values } as Said<ClosedCodes>);

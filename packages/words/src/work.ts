/** What running work says that it does. */
import type { Said } from '@fair-copy/core/said.js';
import type { KeptDone } from './done.js';
import { keep, type Kept, type KeptCodes } from './kept.js';

export interface WorkCodes extends KeptCodes {
  readonly reading: { readonly name: string };
  readonly writing: { readonly name: string };
  readonly 'writing-files': { readonly count: number };
  readonly 'writing-pairs': Couple;
  readonly 'query-list': { readonly name: string };
  readonly pairing: { readonly source: string; readonly target: string };
  readonly 'handing-over': { readonly format: string; readonly name: string };
  readonly 'handing-over-pairs': Couple & { readonly format: string };
  readonly 'changing-units': { readonly name: string };
  readonly 'changing-concepts': { readonly name: string };
  readonly 'taking-terms': { readonly name: string };
  readonly inspecting: { readonly name: string };
  readonly harvesting: { readonly name: string };
  /** Documents. */
  readonly rehearsing: { readonly count: number };
  readonly reporting: { readonly name: string };
  /** `title`: of the operation, as the ledger keeps it. */
  readonly undoing: { readonly title: KeptDone };
  readonly redoing: { readonly title: KeptDone };
  readonly 'clearing-undo': Record<string, never>;
  readonly 'backing-up': Record<string, never>;
  readonly 'taking-apart': { readonly name: string };
  readonly 'counting-merge': { readonly count: number };
  readonly 'counting-term-merge': { readonly count: number };
  readonly 'counting-bridge': { readonly a: string; readonly b: string };
  readonly bridging: { readonly name: string };
  readonly comparing: { readonly a: string; readonly b: string };
  readonly merging: { readonly name: string };
  readonly mending: { readonly name: string };
}

/** An alignment, and how many more there are. */
interface Couple {
  readonly source: string;
  readonly target: string;
  readonly more: number;
}

/** What is being done, as the desk keeps it. */
export type KeptWork = Kept<WorkCodes>;

export const doing = <C extends keyof WorkCodes>(code: C, values: WorkCodes[C]): KeptWork =>
  keep<WorkCodes>({ code, values } as Said<WorkCodes>);

/** What is answered where something cannot be done. */
import type { Told } from './diagnostics.js';
import type { KeptClosed, KeptDone } from './done.js';

/** What there is none of. */
export type Missing =
  | 'address'
  | 'alignment'
  | 'alignment of this client'
  | 'client'
  | 'concept'
  | 'copy of this memory'
  | 'earlier state'
  | 'entry'
  | 'entry in the ledger'
  | 'file'
  | 'file of this client'
  | 'job'
  | 'kit'
  | 'language'
  | 'memory'
  | 'memory of this client'
  | 'picture'
  | 'recipe'
  | 'staged unit'
  | 'term'
  | 'termbase'
  | 'termbase of this client'
  | 'text'
  | 'unit';

/** Kinds of things that have names. */
export type Named = 'client' | 'termbase' | 'memory' | 'kit';

export interface ErrorCodes {
  /** `name`: of the one that was looked for, where it has one. */
  readonly 'not-found': { readonly what: Missing; readonly name?: string };
  /** In English, for whoever looks into it. */
  readonly 'invalid-request': { readonly what: string };
  /** A pattern of a client's rule. `why`: in the words of the engine. */
  readonly 'rule-unreadable': { readonly name: string; readonly why: string };
  readonly 'name-empty': Record<string, never>;
  readonly 'name-taken': { readonly what: Named };
  readonly 'file-not-ready': { readonly name: string };
  readonly 'nothing-chosen': Record<string, never>;
  readonly 'nothing-to-rehearse': Record<string, never>;
  readonly 'not-rehearsed': Record<string, never>;
  readonly 'reference-only': { readonly name: string };
  readonly 'nothing-to-write': { readonly name: string };
  readonly 'no-text': { readonly name: string };
  readonly 'already-undone': Record<string, never>;
  readonly 'not-undone': Record<string, never>;
  /** `title`: of the operation, as the ledger keeps it. */
  readonly 'changed-since': { readonly title: KeptDone };
  /** `title`: of the operation, as the ledger keeps it. */
  readonly 'undone-before': { readonly title: KeptDone };
  readonly 'entry-closed': { readonly why: KeptClosed };
  readonly unfinished: { readonly what: string };
  /** `title`: of the operation, as the ledger keeps it; null where it is not known. */
  readonly 'changed-meanwhile': { readonly title: KeptDone | null };
  readonly 'file-being-written': { readonly name: string };
  readonly 'memory-damaged': { readonly name: string; readonly what: string };
  readonly 'file-damaged': { readonly name: string; readonly what: string };
  readonly 'client-at-work': Record<string, never>;
  readonly 'nothing-to-mend': { readonly name: string };
  readonly 'client-confirm': Record<string, never>;
  readonly 'term-empty': Record<string, never>;
  readonly 'term-there': Record<string, never>;
  readonly 'language-unknown': { readonly what: string };
  readonly 'split-nothing': Record<string, never>;
  readonly 'field-fixed': Record<string, never>;
  readonly 'field-twice': Record<string, never>;
  readonly 'no-earlier-state': Record<string, never>;
  readonly 'nothing-to-change': Record<string, never>;
  readonly 'two-needed': Record<string, never>;
  readonly 'two-different': Record<string, never>;
  readonly 'nothing-shared': { readonly a: string; readonly b: string };
  readonly 'merge-one': Record<string, never>;
  readonly 'merge-many': { readonly limit: string };
  readonly 'not-a-picture': Record<string, never>;
  readonly 'unit-empty': Record<string, never>;
  readonly 'codes-broken': Record<string, never>;
  readonly 'pattern-wrong': { readonly what: string };
  readonly 'pattern-slow': Record<string, never>;
  readonly 'encoding-unknown': { readonly what: string };
  readonly 'no-query-list': { readonly file: string };
  readonly 'nothing-answered': { readonly count: number };
  readonly 'finding-gone': Record<string, never>;
  readonly 'too-large': { readonly limit: string };
  readonly 'archive-deep': { readonly name: string; readonly limit: string };
  readonly 'archive-many': { readonly name: string; readonly limit: string };
  readonly 'archive-large': { readonly name: string; readonly limit: string };
  readonly 'upload-broken': Record<string, never>;
  readonly 'disk-full': Record<string, never>;
  readonly 'not-allowed': Record<string, never>;
  readonly 'passphrase-needed': Record<string, never>;
  readonly 'too-many-tries': Record<string, never>;
  /** What was found in a file, and what can be done. */
  readonly 'data-error': Told;
  /** In English, for whoever looks into it. */
  readonly internal: { readonly what: string };
  readonly stopped: Record<string, never>;
}

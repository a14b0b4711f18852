/** All errors that the server answers with, each with its HTTP status. What they say: `packages/words`. */
import { DataError, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { inWords, type Said } from '@fair-copy/core/said.js';
import { errors } from '@fair-copy/words/en/errors.js';
import type { ErrorCodes } from '@fair-copy/words/errors.js';
import { DamagedFileError, isDamage, isDiskFull } from './damage.js';

export type ErrorCode = keyof ErrorCodes;

const STATUS: Readonly<Record<ErrorCode, number>> = {
  'not-found': 404,
  'invalid-request': 400,
  'rule-unreadable': 400,
  'name-empty': 400,
  'name-taken': 409,
  'file-not-ready': 409,
  'nothing-chosen': 409,
  'nothing-to-rehearse': 409,
  'not-rehearsed': 409,
  'reference-only': 409,
  'nothing-to-write': 409,
  'no-text': 422,
  'already-undone': 409,
  'not-undone': 409,
  'changed-since': 409,
  'undone-before': 409,
  'entry-closed': 409,
  unfinished: 507,
  'changed-meanwhile': 409,
  'file-being-written': 409,
  'memory-damaged': 409,
  'file-damaged': 409,
  'client-at-work': 409,
  'nothing-to-mend': 409,
  'client-confirm': 400,
  'term-empty': 400,
  'term-there': 409,
  'language-unknown': 400,
  'split-nothing': 409,
  'field-fixed': 409,
  'field-twice': 409,
  'no-earlier-state': 409,
  'nothing-to-change': 409,
  'two-needed': 409,
  'two-different': 409,
  'nothing-shared': 409,
  'merge-one': 409,
  'merge-many': 409,
  'not-a-picture': 415,
  'unit-empty': 400,
  'codes-broken': 409,
  'pattern-wrong': 400,
  'pattern-slow': 409,
  'encoding-unknown': 400,
  'finding-gone': 409,
  'no-query-list': 422,
  'nothing-answered': 409,
  'too-large': 413,
  'archive-deep': 422,
  'archive-many': 422,
  'archive-large': 422,
  'upload-broken': 400,
  'disk-full': 507,
  'not-allowed': 403,
  'passphrase-needed': 401,
  'too-many-tries': 429,
  'data-error': 422,
  internal: 500,
  stopped: 409,
};

/** A code with its values, and what that is in English, for whoever reads it without a page. */
export type ErrorBody = Said<ErrorCodes> & { readonly message: string; readonly diagnostic?: Diagnostic };

/** Values where the code has any. */
type ValuesOf<C extends ErrorCode> = ErrorCodes[C] extends Record<string, never> ? [] : [values: ErrorCodes[C]];

export class ApiError<C extends ErrorCode = ErrorCode> extends Error {
  readonly said: Said<ErrorCodes>;

  constructor(code: C, ...values: ValuesOf<C>) {
    const said = { code, values: values[0] ?? {} } as Said<ErrorCodes>;
    super(inWords(errors, said));
    this.name = 'ApiError';
    this.said = said;
  }

  static of({ code, values }: Said<ErrorCodes>): ApiError {
    return new ApiError(code, ...([values] as unknown as ValuesOf<typeof code>));
  }

  get code(): ErrorCode {
    return this.said.code;
  }

  get status(): number {
    return STATUS[this.code];
  }
}

/** Errors lose their class on their way from a worker: they travel as plain values. */
export type Carried =
  | { readonly kind: 'api'; readonly said: Said<ErrorCodes> }
  | { readonly kind: 'data'; readonly diagnostic: Diagnostic }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'internal'; readonly message: string };

export class StoppedError extends Error {}

export function carried(error: unknown): Carried {
  if (error instanceof StoppedError) return { kind: 'stopped' };
  if (error instanceof ApiError) return { kind: 'api', said: error.said };
  if (error instanceof DataError) return { kind: 'data', diagnostic: error.diagnostic };
  if (error instanceof DamagedFileError)
    return carried(new ApiError('file-damaged', { name: error.file, what: error.why }));
  if (isDamage(error))
    return carried(new ApiError('file-damaged', { name: 'of a resource', what: (error as Error).message }));
  const { message } = error as NodeJS.ErrnoException;
  if (isDiskFull(error)) return carried(new ApiError('disk-full'));
  return { kind: 'internal', message: message ?? String(error) };
}

export function bodyOf(error: Carried): { readonly status: number; readonly body: ErrorBody } {
  switch (error.kind) {
    case 'api':
      return said(error.said);
    case 'data': {
      const { diagnostic } = error;
      const { code, details } = diagnostic;
      const { status, body } = said({ code: 'data-error', values: { code, details } });
      return { status, body: { ...body, diagnostic } };
    }
    case 'stopped':
      return said({ code: 'stopped', values: {} });
    default:
      return said({ code: 'internal', values: { what: error.message } });
  }
}

/** An error that the desk kept; one of an earlier version is a sentence. */
export function keptError(kept: string | null): ErrorBody | null {
  if (kept === null) return null;
  const error = parsed(kept);
  if (error.values && (error.code !== 'data-error' || 'details' in error.values)) return error as ErrorBody;
  if (kept === 'stopped' || kept === 'interrupted') return said({ code: 'stopped', values: {} }).body;
  const details = { message: error.message ?? kept, advice: '' };
  return said({ code: 'data-error', values: { code: 'in-words', details } }).body;
}

function parsed(kept: string): { readonly code?: string; readonly values?: object; readonly message?: string } {
  try {
    return JSON.parse(kept) as ErrorBody;
  } catch {
    return {};
  }
}

function said(what: Said<ErrorCodes>): { readonly status: number; readonly body: ErrorBody } {
  return { status: STATUS[what.code], body: { ...what, message: inWords(errors, what) } };
}

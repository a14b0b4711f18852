/** All errors that the server answers with, each with its HTTP status, in one table. */
import { DataError, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { DamagedFileError, isDamage, isDiskFull } from './damage.js';

const ERRORS = {
  'not-found': { status: 404, message: 'There is no such {what}.' },
  'invalid-request': { status: 400, message: 'The request is not as it should be: {what}.' },
  'name-empty': { status: 400, message: 'A name is needed.' },
  'name-taken': { status: 409, message: 'There is a {what} of that name already.' },
  'file-not-ready': { status: 409, message: '“{name}” is still being read. Try again in a moment.' },
  'nothing-to-write': { status: 409, message: 'No row of “{name}” becomes an entry, so there is nothing to write.' },
  'no-text': { status: 422, message: '“{name}” has no running text.' },
  'already-undone': { status: 409, message: 'This has been undone already.' },
  'not-undone': { status: 409, message: 'This has not been undone, so it cannot be done again.' },
  'changed-since': {
    status: 409,
    message: '“{title}” came later and touches the same entries. Undo that first.',
  },
  'undone-before': {
    status: 409,
    message: '“{title}” came before, touches the same entries and was undone. Do that again first.',
  },
  'entry-closed': { status: 409, message: 'This can no longer be undone or done again: {what}.' },
  unfinished: {
    status: 507,
    message:
      'Something that was begun could not be brought to an end: {what}. It is put right before anything else is written; make room on the disk and try again.',
  },
  'changed-meanwhile': {
    status: 409,
    message: 'This was changed meanwhile: {title}. Look at it as it is now, and decide which text stands.',
  },
  'file-being-written': { status: 409, message: '“{name}” is being written. Wait until that is done, or stop it.' },
  'memory-damaged': {
    status: 409,
    message: 'The file of the memory “{name}” is damaged ({what}). Holdings says what can be done.',
  },
  'file-damaged': { status: 409, message: 'The file {name} is damaged: {what}.' },
  'client-at-work': { status: 409, message: 'Work on this client is under way. Wait until it is done, or stop it.' },
  'nothing-to-mend': { status: 409, message: 'The file of “{name}” is sound: there is nothing to mend.' },
  'client-confirm': { status: 400, message: 'To delete a client for good, give its name as it is written here.' },
  'term-empty': { status: 400, message: 'A term cannot be empty. Delete it instead.' },
  'term-there': { status: 409, message: 'The concept has this term in this language already.' },
  'language-unknown': {
    status: 400,
    message: '“{what}” is not a language tag. Use a tag such as de, pt-BR or zh-Hant.',
  },
  'split-nothing': { status: 409, message: 'Choose some of the terms, not all of them: both concepts need one.' },
  'field-fixed': { status: 409, message: 'This is kept as the file had it and written back; it cannot be edited.' },
  'field-twice': { status: 409, message: 'Two fields of the same level have the same name.' },
  'no-earlier-state': { status: 409, message: 'The concept was made then; there is no earlier state to return to.' },
  'nothing-to-change': { status: 409, message: 'Nothing would change.' },
  'merge-one': { status: 409, message: 'Mark at least two concepts to merge them.' },
  'merge-many': { status: 409, message: 'Up to {limit} concepts can be merged into one at a time.' },
  'not-a-picture': { status: 415, message: 'This is no PNG, JPEG, GIF or WebP picture.' },
  'unit-empty': { status: 400, message: 'A text cannot be empty. Delete the unit instead.' },
  'codes-broken': { status: 409, message: 'A code was lost, or closes before it opens. Put it back and try again.' },
  'pattern-wrong': { status: 400, message: 'This is no pattern that can be searched for: {what}.' },
  'pattern-slow': { status: 409, message: 'The pattern takes too long. Make it simpler, or narrow the list first.' },
  'encoding-unknown': { status: 400, message: '“{what}” is not a known encoding.' },
  'finding-gone': { status: 409, message: 'The text has changed since the inspection. Inspect again.' },
  'too-large': { status: 413, message: 'The file is larger than {limit}. Split it, or use the command line.' },
  'archive-deep': {
    status: 422,
    message: '“{name}” lies in archives more than {limit} deep. Nothing of it was taken; unpack it and drop its files.',
  },
  'archive-many': {
    status: 422,
    message:
      '“{name}” holds too many files: with the archives around it, more than {limit}. Nothing of it was taken; send it in parts.',
  },
  'archive-large': {
    status: 422,
    message:
      '“{name}” unpacks to more than the {limit} that are left for this upload. Nothing of it was taken; send it in parts.',
  },
  'upload-broken': { status: 400, message: 'The upload broke off. Nothing was kept; drop the file again.' },
  'disk-full': { status: 507, message: 'The disk is full. Nothing was kept.' },
  'not-allowed': { status: 403, message: 'This address is not allowed to ask.' },
  'passphrase-needed': { status: 401, message: 'The passphrase is needed.' },
  'too-many-tries': { status: 429, message: 'Too many tries from this address at once. Wait until they are answered.' },
  'data-error': { status: 422, message: '{what}' },
  internal: { status: 500, message: 'Something went wrong in the program: {what}. The ledger shows what was done.' },
} as const;

export type ErrorCode = keyof typeof ERRORS;

export interface ErrorBody {
  readonly code: ErrorCode;
  readonly message: string;
  readonly diagnostic?: Diagnostic;
}

export class ApiError extends Error {
  readonly code: ErrorCode;

  constructor(code: ErrorCode, details: Readonly<Record<string, string>> = {}) {
    super(ERRORS[code].message.replace(/\{(\w+)\}/g, (_, name: string) => String(details[name] ?? '')));
    this.name = 'ApiError';
    this.code = code;
  }

  get status(): number {
    return ERRORS[this.code].status;
  }
}

/** Errors lose their class on their way from a worker: they travel as plain values. */
export type Carried =
  | { readonly kind: 'api'; readonly code: ErrorCode; readonly message: string }
  | { readonly kind: 'data'; readonly diagnostic: Diagnostic }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'internal'; readonly message: string };

export class StoppedError extends Error {}

export function carried(error: unknown): Carried {
  if (error instanceof StoppedError) return { kind: 'stopped' };
  if (error instanceof ApiError) return { kind: 'api', code: error.code, message: error.message };
  if (error instanceof DataError) return { kind: 'data', diagnostic: error.diagnostic };
  if (error instanceof DamagedFileError)
    return carried(new ApiError('file-damaged', { name: error.file, what: error.why }));
  if (isDamage(error))
    return carried(new ApiError('file-damaged', { name: 'of a resource', what: (error as Error).message }));
  const { message } = error as NodeJS.ErrnoException;
  if (isDiskFull(error)) return { kind: 'api', code: 'disk-full', message: ERRORS['disk-full'].message };
  return { kind: 'internal', message: message ?? String(error) };
}

export function bodyOf(error: Carried): { readonly status: number; readonly body: ErrorBody } {
  switch (error.kind) {
    case 'api':
      return { status: ERRORS[error.code].status, body: { code: error.code, message: error.message } };
    case 'data': {
      const { diagnostic } = error;
      return {
        status: 422,
        body: { code: 'data-error', message: `${diagnostic.message} ${diagnostic.advice}`, diagnostic },
      };
    }
    case 'stopped':
      return { status: 409, body: { code: 'invalid-request', message: 'Stopped.' } };
    default: {
      const made = new ApiError('internal', { what: error.message });
      return { status: 500, body: { code: 'internal', message: made.message } };
    }
  }
}

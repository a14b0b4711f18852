/**
 * The one shape of every message about data, and the table of its codes.
 *
 * A message says what happened, where, and what to do about it. Each code stands here once; server, terminal and pages
 * find the same words for it.
 */

export type Severity = 'error' | 'warning' | 'info';

/** Where in a client file something is. Rows and columns count from 1, as a spreadsheet shows them. */
export interface Place {
  readonly file?: string;
  readonly sheet?: string;
  readonly row?: number;
  readonly column?: number;
  readonly line?: number;
}

export interface Diagnostic {
  readonly code: DiagnosticCode;
  readonly severity: Severity;
  /** What its words are filled with. */
  readonly details: Details;
  readonly place: Place;
}

/** Their words are in `packages/words`. `in-words`: a sentence that an earlier version kept. */
const SEVERITIES = {
  'file-empty': 'error',
  'file-binary': 'error',
  'rules-unreadable': 'error',
  'file-kind-unknown': 'error',
  'workbook-encrypted': 'error',
  'workbook-damaged': 'error',
  'archive-damaged': 'error',
  'archive-encrypted': 'error',
  'archive-unsafe-path': 'error',
  'too-many-columns': 'error',
  'row-too-long': 'error',
  'quote-open': 'warning',
  'no-rows': 'error',
  'header-only': 'warning',
  'one-column': 'warning',
  'one-language': 'warning',
  'no-entries': 'error',
  'no-units': 'error',
  'no-pairs': 'error',
  'sheet-missing': 'error',
  'hidden-rows': 'info',
  'hidden-columns': 'info',
  'hidden-sheet': 'info',
  'merged-cells': 'info',
  'cell-error': 'warning',
  'language-mixed': 'warning',
  'language-contradiction': 'warning',
  'languages-exchanged': 'warning',
  'encoding-guess': 'warning',
  'encoding-mixed': 'warning',
  'broken-letters': 'warning',
  'xml-malformed': 'error',
  'xml-too-deep': 'error',
  'xml-entities': 'error',
  'units-cut-off': 'warning',
  'row-number-wrong': 'error',
  'text-too-large': 'error',
  'markup-dropped': 'warning',
  'empty-parts': 'warning',
  'about-file-left': 'info',
  'units-mended': 'warning',
  'encoding-declared-wrong': 'warning',
  'encoding-unknown': 'error',
  'encoding-cannot': 'error',
  'language-unknown': 'error',
  'workbook-empty': 'error',
  'workbook-part-missing': 'error',
  'archive-member-missing': 'error',
  'archive-checksum': 'error',
  'archive-too-large': 'error',
  'archive-ratio': 'error',
  'archive-too-many': 'error',
  'rules-no-srx': 'error',
  'rules-pattern': 'error',
  'xml-no-unit': 'error',
  'in-words': 'error',
} as const satisfies Record<string, Severity>;

export type DiagnosticCode = keyof typeof SEVERITIES;
/** Numbers and names; names of kinds of files are codes themselves. */
export type Details = Readonly<Record<string, string | number>>;

/** The message of a code, as it leaves the core. */
export function diagnostic(code: DiagnosticCode, details: Details = {}, place: Place = {}): Diagnostic {
  return { code, severity: SEVERITIES[code], details, place };
}

/** Thrown by readers and writers when data makes it impossible to go on. */
export class DataError extends Error {
  readonly diagnostic: Diagnostic;

  constructor(code: DiagnosticCode, details: Details = {}, place: Place = {}) {
    super();
    this.name = 'DataError';
    this.diagnostic = diagnostic(code, details, place);
    this.message = describe(this.diagnostic);
  }

  /** The error for a message that is there already. */
  static of(made: Diagnostic): DataError {
    const error = new DataError(made.code);
    return Object.assign(error, { diagnostic: made, message: describe(made) });
  }
}

/** For logs and developers; people are told in words. */
function describe({ code, details, place }: Diagnostic): string {
  return `${code} ${JSON.stringify({ ...details, ...place })}`;
}

/** The same message, with the name of the file in its place. */
export function inFile(d: Diagnostic, file: string): Diagnostic {
  return { ...d, place: { ...d.place, file } };
}

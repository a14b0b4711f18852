/**
 * The one shape of every message about data, and the table of its codes.
 *
 * A message says what happened, where, and what to do about it. Each code stands here once, so that the
 * server, the terminal and the pages say the same thing.
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
  readonly message: string;
  readonly advice: string;
  readonly place: Place;
}

interface CodeEntry {
  readonly severity: Severity;
  readonly message: string;
  readonly advice: string;
}

/** `{name}` in a text stands for a detail given with the message. */
const CODES = {
  'file-empty': {
    severity: 'error',
    message: 'The file is empty.',
    advice: 'Ask the client to send it again.',
  },
  'file-binary': {
    severity: 'error',
    message: 'This is {what}, not a table or text.',
    advice: 'Ask for the glossary as a spreadsheet or as delimited text.',
  },
  'rules-unreadable': {
    severity: 'error',
    message: 'The file of segmentation rules cannot be used: {what}.',
    advice: 'Choose a file of segmentation rules (SRX 2.0), or the rules that come with Fair Copy.',
  },
  'file-kind-unknown': {
    severity: 'error',
    message: 'The file is of a kind that Fair Copy does not read yet ({what}).',
    advice: 'Save it as XLSX, CSV or tab-delimited text and drop it again.',
  },
  'workbook-encrypted': {
    severity: 'error',
    message: 'The workbook is protected with a password, or is in the binary format used before 2007.',
    advice: 'Open it with its password in a spreadsheet program and save it as XLSX without one.',
  },
  'workbook-damaged': {
    severity: 'error',
    message: 'The workbook is damaged: {what}.',
    advice: 'Open it in a spreadsheet program, let it repair the file, save it again, or ask for a new copy.',
  },
  'archive-damaged': {
    severity: 'error',
    message: 'The archive is damaged: {what}.',
    advice: 'Ask for the file again; it was probably cut off on the way.',
  },
  'archive-encrypted': {
    severity: 'error',
    message: 'The archive is protected with a password.',
    advice: 'Unpack it with its password and drop the files themselves.',
  },
  'archive-bomb': {
    severity: 'error',
    message: 'The archive unpacks to more than is allowed ({what}).',
    advice: 'It was not unpacked. If the file is genuine, split it into smaller ones.',
  },
  'archive-unsafe-path': {
    severity: 'error',
    message: 'The archive holds a path that leads outside it ({what}).',
    advice: 'It was not unpacked. Ask the sender to pack it again.',
  },
  'too-many-columns': {
    severity: 'error',
    message: 'Row {row} has {count} columns; up to {limit} are read.',
    advice: 'Delete the columns that are not part of the glossary, or choose another separator.',
  },
  'row-too-long': {
    severity: 'error',
    message: 'Row {row} is longer than {limit} characters without an end.',
    advice:
      'The file is not a table in lines, or a quotation mark is never closed. Check the separator and the quotes.',
  },
  'quote-open': {
    severity: 'warning',
    message: 'The quotation mark opened in row {row} is never closed.',
    advice: 'Quotation marks are read as ordinary characters. Look at that row.',
  },
  'no-rows': {
    severity: 'error',
    message: 'There is not a single row with text in it.',
    advice: 'Check whether the right file was sent.',
  },
  'header-only': {
    severity: 'warning',
    message: 'There is a header and nothing below it.',
    advice: 'Ask the client for the file with its contents.',
  },
  'one-column': {
    severity: 'warning',
    message: 'Only one column was found, so there are no pairs.',
    advice: 'Choose the separator above, or ask for the other language.',
  },
  'one-language': {
    severity: 'warning',
    message: 'Only one language was found.',
    advice: 'Give the column of the other language its role above.',
  },
  'sheet-missing': {
    severity: 'error',
    message: 'The workbook has no sheet called “{what}”. It has: {have}.',
    advice: 'Choose one of these.',
  },
  'hidden-rows': {
    severity: 'info',
    message: 'Hidden rows: {count}. They are left out.',
    advice: 'Switch them on if the client meant them to count.',
  },
  'hidden-columns': {
    severity: 'info',
    message: 'Hidden columns: {what}. They are ignored.',
    advice: 'Give them a role if the client meant them to count.',
  },
  'hidden-sheet': {
    severity: 'info',
    message: 'The sheet “{what}” is hidden and is left out.',
    advice: 'Take it as well if the client meant it to count.',
  },
  'merged-cells': {
    severity: 'info',
    message: 'Merged cells: {count}. A value merged down over rows is read in each of them.',
    advice: 'Look whether the rows below mean the same.',
  },
  'cell-error': {
    severity: 'warning',
    message: 'Cells that show a spreadsheet error such as #N/A: {count}, the first in row {row}.',
    advice: 'They are read as empty. Ask the client what belongs there.',
  },
  'language-mixed': {
    severity: 'warning',
    message: 'Column {column} holds {count} rows that read as {other} among those in {language}.',
    advice: 'Look at them: the column may hold several languages, or parts of two lists.',
  },
  'language-contradiction': {
    severity: 'warning',
    message: 'The header of column {column} says {header}, but the text reads as {content}.',
    advice: 'Decide which is right.',
  },
  'encoding-guess': {
    severity: 'warning',
    message: 'The encoding is a guess: {encoding}. {other} is nearly as likely.',
    advice: 'Look at the letters with accents and choose the other one if they are wrong.',
  },
  'broken-letters': {
    severity: 'warning',
    message: 'Characters that cannot be read in {encoding}: {count}, the first in row {row}.',
    advice: 'Choose another encoding, or ask for the file again.',
  },
  'xml-malformed': {
    severity: 'error',
    message: 'The XML breaks off: {what}.',
    advice: 'Nothing was taken in. Ask for the file again or export it anew.',
  },
  'xml-too-deep': {
    severity: 'error',
    message: 'The XML is nested more than {limit} levels deep.',
    advice: 'This is no exchange file; nothing was taken in.',
  },
  'xml-entities': {
    severity: 'error',
    message: 'The XML defines entities of its own, which can be used to attack the program that reads them.',
    advice: 'Nothing was taken in. Export the file anew; exchange files need no entities.',
  },
  'units-cut-off': {
    severity: 'warning',
    message: 'The file is cut off at line {line}.',
    advice: 'What stands before is taken. Ask for the file again.',
  },
  'row-number-wrong': {
    severity: 'error',
    message: 'A row of the sheet is numbered {what}, after row {row}.',
    advice: 'No program writes a workbook like that: open it in a spreadsheet program and save it again.',
  },
  'text-too-large': {
    severity: 'error',
    message: 'The running text is longer than {limit} characters.',
    advice: 'Split it into chapters, and align these.',
  },
  'markup-dropped': {
    severity: 'warning',
    message: 'Markup inside texts ({what}): {count} of them, the first in line {line}.',
    advice: 'Their text is kept, the markup within it is not.',
  },
  'about-file-left': {
    severity: 'info',
    message: 'The file says something of itself: {what}.',
    advice: 'That is about the file and not about its entries; it is not taken over.',
  },
  'units-mended': {
    severity: 'warning',
    message:
      'Units with control characters, unknown entities or a bare “&”, which XML does not allow: {count}, the first in line {line}.',
    advice: 'They were put right while reading. Look at them.',
  },
  'encoding-declared-wrong': {
    severity: 'warning',
    message: 'The file declares the encoding {what}, but its bytes are {encoding}.',
    advice: 'It was read as {encoding}. Look at the letters with accents.',
  },
  'encoding-unknown': {
    severity: 'error',
    message: 'The encoding “{what}” is not known.',
    advice: 'Use one of: {have}.',
  },
  'encoding-cannot': {
    severity: 'error',
    message: 'Row {row} holds “{what}”, which {encoding} cannot write.',
    advice: 'Choose UTF-8, which can write everything.',
  },
  'language-unknown': {
    severity: 'error',
    message: '“{what}” is not a language tag.',
    advice: 'Use a tag such as de, pt-BR or zh-Hant.',
  },
} as const satisfies Record<string, CodeEntry>;

export type DiagnosticCode = keyof typeof CODES;
export type Details = Readonly<Record<string, string | number>>;

/** Makes the message of a code; details also fill the `{…}` of its texts. */
export function diagnostic(code: DiagnosticCode, details: Details = {}, place: Place = {}): Diagnostic {
  const entry = CODES[code];
  return {
    code,
    severity: entry.severity,
    message: fill(entry.message, details),
    advice: fill(entry.advice, details),
    place,
  };
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

/** One line for a person: place, what happened, what to do. */
export function describe(d: Diagnostic): string {
  const where = [
    d.place.file,
    d.place.sheet && `sheet “${d.place.sheet}”`,
    d.place.row && `row ${d.place.row}`,
    d.place.line && `line ${d.place.line}`,
  ].filter(Boolean);
  return `${where.length ? where.join(', ') + ': ' : ''}${d.message} ${d.advice}`;
}

/** The same message, with the name of the file in its place. */
export function inFile(d: Diagnostic, file: string): Diagnostic {
  return { ...d, place: { ...d.place, file } };
}

function fill(text: string, details: Details): string {
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const value = details[name];
    return value === undefined ? whole : typeof value === 'number' ? value.toLocaleString('en') : value;
  });
}

/** Rows to delimited text (RFC 4180), formula injection neutralised so that reading gives the very same text back. */

export interface DelimitedStyle {
  readonly delimiter: string;
  /** RFC 4180 says CRLF. */
  readonly lineEnd: '\r\n' | '\n';
  /**
   * A cell that a spreadsheet program would take for a formula gets an apostrophe before it, and so does one that
   * begins with apostrophes before such a character: `restoredCell` takes exactly one away again.
   */
  readonly guardFormulas: boolean;
}

export function delimitedLine(cells: readonly string[], style: DelimitedStyle): string {
  return cells.map((cell) => delimitedCell(cell, style)).join(style.delimiter) + style.lineEnd;
}

const RISKY = /^'*[=+\-@\t\r]/;

function delimitedCell(cell: string, style: DelimitedStyle): string {
  const text = style.guardFormulas ? guardedCell(cell) : cell;
  const quoted = text.includes(style.delimiter) || /["\r\n]/.test(text) || (text !== '' && text.trim() !== text);
  return quoted ? `"${text.replace(/"/g, '""')}"` : text;
}

export function guardedCell(cell: string): string {
  return RISKY.test(cell) ? `'${cell}` : cell;
}

/** Undoes `guardedCell`. */
export function restoredCell(cell: string): string {
  return /^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

/** What the terminal says of client files: English words, with the place before them. */
import type { Diagnostic } from '@fair-copy/core/diagnostic.js';
import { toldDiagnostic } from '@fair-copy/words/en/diagnostics.js';

/** One line: place, what happened, what to do. */
export function lineOf(diagnostic: Diagnostic): string {
  const { file, sheet, row, line } = diagnostic.place;
  const where = [file, sheet && `sheet “${sheet}”`, row && `row ${row}`, line && `line ${line}`].filter(Boolean);
  const { message, advice } = toldDiagnostic(diagnostic);
  return `${where.length ? `${where.join(', ')}: ` : ''}${message} ${advice}`;
}

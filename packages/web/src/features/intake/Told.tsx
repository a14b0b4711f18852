import type { Diagnostic } from '@fair-copy/core/diagnostic.js';
import { words } from '../../all-words.js';

/** What is to be said of a file; what to do about it stands beside where it is more than a hint. */
export function Told({ note }: { readonly note: Pick<Diagnostic, 'code' | 'details' | 'severity'> }) {
  const { message, advice } = words.toldDiagnostic(note);
  return (
    <>
      <span title={advice}>{message}</span> {note.severity !== 'info' && advice}
    </>
  );
}

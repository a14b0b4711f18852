import { number } from '../../ui/format.js';

export const texts = {
  title: 'Ledger',
  empty: 'Nothing has been done yet.',
  emptyAdvice: 'Everything that changes a resource is listed here and can be undone.',
  when: 'When',
  what: 'What was done',
  client: 'Client',
  undo: 'Undo',
  redo: 'Redo',
  undone: 'undone',
  older: 'Show older entries',
  closed: (why: string) => `stays: ${why}`,
  kept: 'Undo and backup',
  keptText: (entries: number, size: string, since: string | null) =>
    entries === 0
      ? 'Nothing is kept for undo at present.'
      : `For ${entries === 1 ? 'one entry' : `${number(entries)} entries`} of all clients${since ? `, the oldest of ${since},` : ''} what undo needs is kept: ${size}.`,
  keepFor: 'Keep it for',
  days: (days: number | null) => (days === null ? 'ever' : days === 1 ? 'one day' : `${days} days`),
  clear: 'Clear now …',
  clearTitle: 'Clear all undo?',
  clearText:
    'Everything that was done stays done: no entry of the ledger can be undone or done again any more, deleted termbases and memories cannot be brought back, and histories begin anew. Nothing else changes.',
  clearGo: 'Clear undo for good',
  cleared: 'Undo is cleared.',
  backUp: 'Back up everything',
  backUpText:
    'All clients, termbases, memories, the desk and the original files in one zip, as they are at one moment.',
  backingUp: 'The backup is being made …',
  backedUp: (files: number) => `Backed up: ${number(files)} files.`,
  backedUpWithout: (names: string) => `Backed up without what is damaged: ${names}.`,
};

import { useNavigate } from 'react-router';
import { call } from './http.js';
import type { LedgerEntryBody } from './types.js';
import { m } from '../messages/index.js';
import { useToast } from '../ui/toast-store.js';
import { doneWords } from '../words.js';

/**
 * Undoes the newest operation that still stands and concerns what is shown, as the ledger has it at that moment.
 * @param concerns whether an entry does
 */
export function useUndoNewest(concerns: (entry: LedgerEntryBody) => boolean): () => void {
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const undo = async (): Promise<void> => {
    const entries = await call('GET /ledger', { query: { limit: 50 } });
    const newest = entries.find((entry) => concerns(entry) && !entry.undoneAt && !entry.closed);
    if (!newest) return say(m.undo.nothingToUndo);
    const undone = await call('POST /ledger/:id/undo', { params: { id: newest.id } });
    say(m.undo.undoneToast(doneWords(undone)), { label: m.stages.ledger, run: () => void navigate('/ledger') });
  };
  return () => void undo().catch(fail);
}

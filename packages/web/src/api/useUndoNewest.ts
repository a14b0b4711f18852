import { useNavigate } from 'react-router';
import { call } from './http.js';
import { pageOpened } from './opening.js';
import type { LedgerEntryBody } from './types.js';
import { m } from '../messages/index.js';
import { useQuestion } from '../ui/question-store.js';
import { moment } from '../ui/format.js';
import { useToast } from '../ui/toast-store.js';
import { doneWords } from '../words.js';

/**
 * Undoes the newest operation that still stands and concerns what is shown, as the ledger has it at that moment. What was not
 * done on this page since it was opened is named and asked for first.
 * @param concerns whether an entry does
 */
export function useUndoNewest(concerns: (entry: LedgerEntryBody) => boolean): () => void {
  const { say, fail } = useToast();
  const ask = useQuestion((state) => state.ask);
  const navigate = useNavigate();
  const undo = async ({ id }: LedgerEntryBody): Promise<void> => {
    const undone = await call('POST /ledger/:id/undo', { params: { id } });
    say(m.undo.undoneToast(doneWords(undone)), { label: m.stages.ledger, run: () => void navigate('/ledger') });
  };
  const begin = async (): Promise<void> => {
    const entries = await call('GET /ledger', { query: { limit: 50 } });
    const newest = entries.find((entry) => concerns(entry) && !entry.undoneAt && !entry.closed);
    if (!newest) return say(m.undo.nothingToUndo);
    if (newest.page === pageOpened()) return undo(newest);
    ask({
      title: m.undo.ask,
      text: m.undo.askText(doneWords(newest), moment(newest.at)),
      go: m.common.undo,
      onGo: () => void undo(newest).catch(fail),
    });
  };
  return () => void begin().catch(fail);
}

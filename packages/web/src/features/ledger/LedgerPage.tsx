import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { ledger } from '../../api/queries.js';
import type { LedgerEntryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { moment } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useToast } from '../../ui/toast-store.js';
import { useKeys } from '../../ui/useKeys.js';
import { KeptSection } from './KeptSection.js';
import { closedWords, doneWords } from '../../words.js';
import { ledgerTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const HINTS: readonly KeyHint[] = [['u', m.keys.undo]];
const PAGE = 50;

export function LedgerPage() {
  const clientId = useDesk((state) => state.clientId);
  const [limit, setLimit] = useState(PAGE);
  const asked = useQuery(ledger(clientId, limit));
  const failure = failureOf(asked);
  const { data: entries = [], isSuccess } = asked;
  const { say, fail } = useToast();
  const act = (entry: LedgerEntryBody): void => {
    const turn = entry.undoneAt ? 'redo' : 'undo';
    call(`POST /ledger/:id/${turn}`, { params: { id: entry.id } }).then(
      () => say(entry.undoneAt ? m.undo.redoneToast(doneWords(entry)) : m.undo.undoneToast(doneWords(entry))),
      fail,
    );
  };
  const undo = useUndoNewest((entry) => clientId === null || entry.clientId === clientId);
  useKeyHints(HINTS);
  useKeys({
    u: undo,
  });
  return (
    <Box sx={{ overflow: 'auto', flex: 1 }}>
      <Box sx={{ maxWidth: 1000, mx: 'auto', p: 3 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 2 }}>
          {ledgerTexts.title}
        </Typography>
        {failure && <Failed failure={failure} />}
        {isSuccess && entries.length === 0 && <EmptyState title={ledgerTexts.empty} advice={ledgerTexts.emptyAdvice} />}
        {entries.length > 0 && (
          <Table size="small" sx={{ bgcolor: 'background.paper' }}>
            <TableHead>
              <TableRow>
                <TableCell sx={{ width: 180 }}>{ledgerTexts.when}</TableCell>
                <TableCell>{ledgerTexts.what}</TableCell>
                <TableCell sx={{ width: 170 }}>{ledgerTexts.client}</TableCell>
                <TableCell sx={{ width: 120 }} align="right">
                  {ledgerTexts.undo}
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {entries.map((entry) => (
                <EntryRow key={entry.id} entry={entry} onAct={() => act(entry)} />
              ))}
            </TableBody>
          </Table>
        )}
        {entries.length === limit && (
          <Button sx={{ mt: 2 }} onClick={() => setLimit(Math.min(200, limit + PAGE))} disabled={limit >= 200}>
            {ledgerTexts.older}
          </Button>
        )}
        <KeptSection />
      </Box>
    </Box>
  );
}

function EntryRow({ entry, onAct }: { readonly entry: LedgerEntryBody; readonly onAct: () => void }) {
  const undone = entry.undoneAt !== null;
  return (
    <TableRow>
      <TableCell>
        <time dateTime={entry.at}>{moment(entry.at)}</time>
      </TableCell>
      <TableCell>
        <Box component="span" sx={undone ? { textDecoration: 'line-through', color: 'text.secondary' } : {}}>
          {doneWords(entry)}
        </Box>
        {undone && (
          <Box component="span" sx={{ color: 'text.secondary', ml: 1 }}>
            {ledgerTexts.undone}
          </Box>
        )}
      </TableCell>
      <TableCell>{entry.client}</TableCell>
      <TableCell align="right">
        {entry.closed ? (
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
            {ledgerTexts.closed(closedWords(entry.closed))}
          </Box>
        ) : (
          <Button
            sx={{ minWidth: 0, mr: -1 }}
            onClick={onAct}
            aria-label={`${undone ? ledgerTexts.redo : ledgerTexts.undo}: ${doneWords(entry)}`}
          >
            {undone ? ledgerTexts.redo : ledgerTexts.undo}
          </Button>
        )}
      </TableCell>
    </TableRow>
  );
}

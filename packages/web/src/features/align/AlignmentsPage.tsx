import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import IconButton from '@mui/material/IconButton';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableFooter from '@mui/material/TableFooter';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { visuallyHidden } from '@mui/utils';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/http.js';
import { alignments as alignmentsQuery, alignmentsAside, clients as clientsQuery } from '../../api/queries.js';
import type { AlignmentItem } from '../../api/types.js';
import { shared } from '../../parts/messages.js';
import { ClientChoice } from '../../parts/ClientChoice.js';
import { TakenOff } from '../../parts/TakenOff.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { number } from '../../ui/format.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { useToast } from '../../ui/toast-store.js';
import { FileCouples } from './FileCouples.js';
import { PairsOut } from './PairsOut.js';
import { alignTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = alignTexts;
const o = t.overview;

/** All file pairs of the client: dropped here, seen together, written together. */
export function AlignmentsPage() {
  const clientId = useDesk((state) => state.clientId);
  const asked = useQuery(alignmentsQuery(clientId));
  const failure = failureOf(asked);
  const { data: list = [], isSuccess } = asked;
  const { data: clients = [] } = useQuery(clientsQuery);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  // Pairs are written together for one client only.
  const chosen = clientId === null ? [] : list.filter(({ id, state }) => state === 'ready' && !left.has(id));
  const sum = (of: (item: AlignmentItem) => number): number => chosen.reduce((all, item) => all + of(item), 0);
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <Box sx={{ maxWidth: 1360, mx: 'auto', p: 3 }}>
          <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 2 }}>
            {o.title}
          </Typography>
          {clientId === null ? <ClientChoice /> : <FileCouples clientId={clientId} />}
          {failure && <Failed failure={failure} />}
          {isSuccess && list.length === 0 && <EmptyState title={t.empty} advice={t.advice} />}
          {list.length > 0 && (
            <Table
              size="small"
              aria-label={t.list}
              sx={{ bgcolor: 'background.paper', '& td, & th': { borderColor: 'divider' } }}
            >
              <TableHead>
                <TableRow>
                  <TableCell padding="checkbox">
                    <Box component="span" sx={visuallyHidden}>
                      {o.together}
                    </Box>
                  </TableCell>
                  <TableCell>{o.files}</TableCell>
                  <TableCell align="right">{o.segments}</TableCell>
                  <TableCell align="right">{o.pairs}</TableCell>
                  <TableCell align="right">{o.doubtful}</TableCell>
                  <TableCell align="right">{o.alone}</TableCell>
                  <TableCell align="right">{o.pinned}</TableCell>
                  <TableCell>{o.state}</TableCell>
                  <TableCell>
                    <Box component="span" sx={visuallyHidden}>
                      {o.acts}
                    </Box>
                  </TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {list.map((item) => (
                  <FilePair
                    key={item.id}
                    item={item}
                    chosen={chosen.includes(item)}
                    client={clientId === null ? clients.find(({ id }) => id === item.clientId)?.name : undefined}
                    onChoose={(on) =>
                      setLeft((now) => new Set(on ? [...now].filter((id) => id !== item.id) : [...now, item.id]))
                    }
                  />
                ))}
              </TableBody>
              {chosen.length > 1 && (
                <TableFooter>
                  <TableRow sx={{ '& td': { color: 'text.primary', fontSize: 14, fontWeight: 600 } }}>
                    <TableCell />
                    <TableCell>{o.chosen(chosen.length)}</TableCell>
                    <TableCell align="right">
                      {number(sum(({ source }) => source.segments))} · {number(sum(({ target }) => target.segments))}
                    </TableCell>
                    <TableCell align="right">{number(sum(({ tally }) => tally.pairs))}</TableCell>
                    <TableCell align="right">{number(sum(({ tally }) => tally.doubtful))}</TableCell>
                    <TableCell align="right">{number(sum(({ tally }) => tally.alone))}</TableCell>
                    <TableCell align="right">{number(sum(({ tally }) => tally.pinned))}</TableCell>
                    <TableCell colSpan={2} />
                  </TableRow>
                </TableFooter>
              )}
            </Table>
          )}
          <Aside clientId={clientId} />
        </Box>
      </Box>
      {clientId !== null && list.length > 0 && (
        <Box sx={{ px: 3, py: 1, borderTop: 1, borderColor: 'divider', display: 'flex', alignItems: 'center', gap: 2 }}>
          <Box sx={{ flex: 1, fontSize: 14 }}>{o.chosen(chosen.length)}</Box>
          <PairsOut
            clientId={clientId}
            ids={chosen.map(({ id }) => id)}
            name={chosen[0]?.source.name ?? ''}
            pairs={sum(({ tally }) => tally.pairs)}
            doubtful={sum(({ tally }) => tally.doubtfulPairs)}
            written={chosen.every(({ written }) => written?.standing === 'stands')}
          />
        </Box>
      )}
    </Box>
  );
}

function Aside({ clientId }: { readonly clientId: number | null }) {
  const { data: items = [] } = useQuery(alignmentsAside(clientId));
  const fail = useToast((state) => state.fail);
  return (
    <TakenOff
      items={items}
      onPutBack={(id) => void call('POST /alignments/:id/put-back', { params: { id } }).catch(fail)}
    />
  );
}

interface FilePairProps {
  readonly item: AlignmentItem;
  readonly chosen: boolean;
  /** Said where the work of all clients is listed. */
  readonly client: string | undefined;
  readonly onChoose: (on: boolean) => void;
}

function FilePair({ item, chosen, client, onChoose }: FilePairProps) {
  const fail = useToast((state) => state.fail);
  const say = useToast((state) => state.say);
  const { id, source, target, tally, state, written } = item;
  const name = `${source.name} · ${target.name}`;
  const remove = (): void => {
    call('DELETE /alignments/:id', { params: { id } }).then(
      () =>
        say(shared.takenOff.done(name), {
          label: m.common.undo,
          run: () => void call('POST /alignments/:id/put-back', { params: { id } }).catch(fail),
        }),
      fail,
    );
  };
  const ready = state === 'ready';
  return (
    <TableRow hover>
      <TableCell padding="checkbox">
        <Checkbox
          size="small"
          disabled={!ready || client !== undefined}
          checked={chosen}
          onChange={(_, on) => onChoose(on)}
          slotProps={{ input: { 'aria-label': o.take(name) } }}
        />
      </TableCell>
      <TableCell sx={{ overflowWrap: 'anywhere' }}>
        <Box component={Link} to={`/align/${id}`} sx={{ color: 'primary.main' }}>
          {name}
        </Box>
        {client !== undefined && (
          <Typography variant="body2" color="textSecondary">
            {client}
          </Typography>
        )}
        {ready && (
          <Typography variant="body2" color="textSecondary" component="div">
            {[source, target].map(({ language }, k) => (
              <span key={k}>
                {k > 0 && ' → '}
                <LanguageName tag={language ?? 'und'} quiet />
              </span>
            ))}
          </Typography>
        )}
      </TableCell>
      <TableCell align="right">{ready && `${number(source.segments)} · ${number(target.segments)}`}</TableCell>
      <TableCell align="right">{ready && number(tally.pairs)}</TableCell>
      <TableCell align="right">{ready && number(tally.doubtful)}</TableCell>
      <TableCell align="right">{ready && number(tally.alone)}</TableCell>
      <TableCell align="right">{ready && number(tally.pinned)}</TableCell>
      <TableCell>{written ? whereWritten(written) : t.states[state]}</TableCell>
      <TableCell padding="checkbox">
        <IconButton size="small" aria-label={t.remove(name)} onClick={remove}>
          <X size={15} />
        </IconButton>
      </TableCell>
    </TableRow>
  );
}

const whereWritten = ({ standing, units, memory }: NonNullable<AlignmentItem['written']>): string =>
  standing === 'stands' ? t.writtenTo(units, memory) : o.notStanding[standing](memory);

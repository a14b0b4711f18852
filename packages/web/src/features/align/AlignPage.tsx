import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Link, useNavigate, useParams } from 'react-router';
import { send, upload } from '../../api/http.js';
import { alignment as alignmentQuery, alignments as alignmentsQuery } from '../../api/queries.js';
import type { AlignmentItem } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { AlignSheet } from './AlignSheet.js';
import { matched, type Side } from './matched.js';

const t = m.align;

/** Source and target files become a memory. */
export function AlignPage() {
  const id = Number(useParams().id ?? 0);
  const clientId = useDesk((state) => state.clientId);
  const { data: list = [] } = useQuery(alignmentsQuery(clientId));
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
      <Box
        component="aside"
        aria-label={t.list}
        sx={{ width: { xs: 216, xl: 280 }, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto' }}
      >
        {clientId !== null && <NewAlignment clientId={clientId} />}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {list.map((item) => (
            <Item key={item.id} item={item} chosen={item.id === id} />
          ))}
        </Box>
      </Box>
      {id > 0 ? (
        <Chosen key={id} id={id} />
      ) : (
        <EmptyState heading="h1" title={clientId === null ? m.client.chooseFirst : t.empty} advice={t.advice} />
      )}
    </Box>
  );
}

function Chosen({ id }: { readonly id: number }) {
  const { data, error } = useQuery(alignmentQuery(id));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!data) return <Box sx={{ p: 3 }}>{m.common.loading}</Box>;
  if (data.state === 'running')
    return (
      <Box sx={{ flex: 1, p: 4 }}>
        <Typography component="h1" sx={{ fontFamily: "'Source Serif 4 Variable', serif", fontSize: 20, mb: 2 }}>
          {t.running(data.source.name, data.target.name)}
        </Typography>
        <LinearProgress aria-label={t.runningLabel} />
      </Box>
    );
  if (data.state === 'failed') return <Failed id={id} why={data.error} />;
  return <AlignSheet key={data.pairedAt} alignment={data} />;
}

function Failed({ id, why }: { readonly id: number; readonly why: string | null }) {
  const fail = useToast((state) => state.fail);
  const stopped = why === 'stopped' || why === 'interrupted';
  return (
    <EmptyState heading="h1" title={stopped ? t.stopped : (why ?? t.stopped)} advice={stopped ? '' : t.failedAdvice}>
      <Button variant="outlined" onClick={() => void send('POST', `/alignments/${id}/again`).catch(fail)}>
        {t.retry}
      </Button>
    </EmptyState>
  );
}

function Item({ item, chosen }: { readonly item: AlignmentItem; readonly chosen: boolean }) {
  const fail = useToast((state) => state.fail);
  const navigate = useNavigate();
  const name = `${item.source.name} · ${item.target.name}`;
  const remove = async (): Promise<void> => {
    await send('DELETE', `/alignments/${item.id}`);
    if (chosen) void navigate('/align');
  };
  return (
    <Box
      component="li"
      sx={(theme) => ({
        display: 'flex',
        alignItems: 'flex-start',
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: chosen ? theme.inks.tint : undefined,
      })}
    >
      <Box
        component={Link}
        to={`/align/${item.id}`}
        sx={{ flex: 1, minWidth: 0, p: 1.25, color: 'inherit', textDecoration: 'none', overflowWrap: 'anywhere' }}
      >
        <Typography>{item.source.name}</Typography>
        <Typography>{item.target.name}</Typography>
        <Typography variant="body2" color="text.secondary">
          {item.written ? t.writtenTo(item.written.units, item.written.memory) : t.states[item.state]}
        </Typography>
      </Box>
      <IconButton size="small" aria-label={t.remove(name)} onClick={() => void remove().catch(fail)}>
        <X size={15} />
      </IconButton>
    </Box>
  );
}

/** Files are put opposite each other by their names; what is left over waits for its counterpart. */
function NewAlignment({ clientId }: { readonly clientId: number }) {
  const [files, setFiles] = useState<readonly File[]>([]);
  const [busy, setBusy] = useState(false);
  const fail = useToast((state) => state.fail);
  const navigate = useNavigate();
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (dropped) => setFiles((before) => [...before, ...dropped]),
    noClick: true,
    noKeyboard: true,
  });
  const { pairs, left } = matched(files);
  const start = async (): Promise<void> => {
    setBusy(true);
    try {
      const sent = async (file: File): Promise<Side> => ({
        name: file.name,
        sha256: (await upload<{ sha256: string }>('/alignments/files', file)).sha256,
      });
      let first: number | null = null;
      for (const [source, target] of pairs) {
        const body = { clientId, source: await sent(source), target: await sent(target) };
        const { id } = await send<{ id: number }>('POST', '/alignments', body);
        setFiles((now) => now.filter((file) => file !== source && file !== target));
        first ??= id;
      }
      if (first !== null) void navigate(`/align/${first}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Box
      {...getRootProps({ role: 'group', 'aria-label': t.drop, tabIndex: undefined })}
      sx={(theme) => ({
        m: 1.5,
        p: 1.5,
        border: '1.5px dashed',
        borderColor: isDragActive ? theme.inks.petrol : theme.inks.quiet,
        bgcolor: theme.inks.sheet,
      })}
    >
      <input {...getInputProps({ 'aria-label': t.drop })} />
      <Typography>{t.drop}</Typography>
      <Button onClick={open}>{t.choose}</Button>
      {pairs.map(([source, target], k) => (
        <Box key={k} sx={{ my: 1, overflowWrap: 'anywhere' }}>
          <Typography variant="body2">{t.from(source.name)}</Typography>
          <Typography variant="body2">{t.to(target.name)}</Typography>
          <Button
            size="small"
            onClick={() =>
              setFiles((now) => [target, source, ...now.filter((file) => file !== source && file !== target)])
            }
          >
            {t.exchange}
          </Button>
        </Box>
      ))}
      {left.map((file, k) => (
        <Typography key={k} variant="body2" color="text.secondary" sx={{ overflowWrap: 'anywhere' }}>
          {t.alone1(file.name)}
        </Typography>
      ))}
      {files.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
          <Button variant="contained" disabled={pairs.length === 0 || busy} onClick={() => start().catch(fail)}>
            {t.start(pairs.length)}
          </Button>
          <Button onClick={() => setFiles([])}>{m.common.cancel}</Button>
        </Box>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import IconButton from '@mui/material/IconButton';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Link, useNavigate } from 'react-router';
import { call, upload } from '../../api/http.js';
import { clients as clientsQuery, deskPictures, filesAside, intakeFiles } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { useDesk } from '../../ui/desk-store.js';
import { size } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { AskFirst } from '../../ui/AskFirst.js';
import { shared } from '../../parts/messages.js';
import { ClientChoice } from '../../parts/ClientChoice.js';
import { TakenOff } from '../../parts/TakenOff.js';
import { useTakeOff } from './useTakeOff.js';
import { WriteTogether } from './WriteTogether.js';
import { intakeTexts } from './messages.js';

/** The drop zone and the files on the desk, each with its state. */
export function FileList({ chosen }: { readonly chosen: number }) {
  const clientId = useDesk((state) => state.clientId);
  const { data: files = [] } = useQuery(intakeFiles(clientId));
  const { data: clients = [] } = useQuery(clientsQuery);
  return (
    <Box
      component="aside"
      aria-label={intakeTexts.files}
      sx={{
        width: { xs: 216, xl: 280 },
        flex: 'none',
        borderRight: 1,
        borderColor: 'divider',
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
      }}
    >
      {clientId === null ? (
        <Box sx={{ p: 2, borderBottom: 1, borderColor: 'divider' }}>
          <ClientChoice />
        </Box>
      ) : (
        <DropZone clientId={clientId} />
      )}
      {clientId !== null && <Pictures clientId={clientId} />}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, overflow: 'auto', flex: 1 }}>
        {files.map((file) => (
          <FileItem
            key={file.id}
            file={file}
            chosen={file.id === chosen}
            client={clientId === null ? clients.find(({ id }) => id === file.clientId)?.name : undefined}
          />
        ))}
      </Box>
      <Aside clientId={clientId} />
      {clientId !== null && <WriteTogether files={files} />}
    </Box>
  );
}

function DropZone({ clientId }: { readonly clientId: number }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const fail = useToast((state) => state.fail);
  const [coming, setComing] = useState<readonly string[]>([]);
  const receive = async (files: readonly File[]): Promise<void> => {
    let first = true;
    for (const file of files) {
      setComing((names) => [...names, file.name]);
      try {
        const query = { client: clientId, name: pathOf(file) };
        const { fileId } = await upload('POST /intake/files', { query, file });
        await queries.invalidateQueries({ queryKey: ['intake'] });
        // A picture has no page of its own.
        if (fileId === null) continue;
        if (first) void navigate(`/intake/${fileId}`);
        first = false;
      } catch (error) {
        fail(error);
      } finally {
        setComing((names) => names.filter((name) => name !== file.name));
      }
    }
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void receive(files),
    noClick: true,
    noKeyboard: true,
  });
  return (
    <Box sx={{ p: 1.5, borderBottom: 1, borderColor: 'divider' }}>
      <Box
        {...getRootProps({ role: 'group', 'aria-label': intakeTexts.drop, tabIndex: undefined })}
        sx={(theme) => ({
          border: '1.5px dashed',
          borderColor: isDragActive ? theme.inks.petrol : theme.inks.quiet,
          bgcolor: isDragActive ? theme.inks.tint : theme.inks.sheet,
          borderRadius: 1,
          px: 1.5,
          py: 2,
          textAlign: 'center',
        })}
      >
        <input {...getInputProps()} aria-label={intakeTexts.drop} />
        <Typography sx={{ fontWeight: 600 }}>{isDragActive ? intakeTexts.dropNow : intakeTexts.drop}</Typography>
        <Button onClick={open}>{intakeTexts.browse}</Button>
      </Box>
      {coming.map((name) => (
        <Box key={name} sx={{ mt: 1 }}>
          <Typography variant="body2" noWrap>
            {intakeTexts.uploading(name)}
          </Typography>
          <LinearProgress aria-label={intakeTexts.uploading(name)} />
        </Box>
      ))}
    </Box>
  );
}

/** With the folders it was dropped in: that is how rows name pictures. */
function pathOf(file: File): string {
  const { path, webkitRelativePath } = file as File & { readonly path?: string };
  return (webkitRelativePath || path || file.name).replace(/^\.?\//, '');
}

function Pictures({ clientId }: { readonly clientId: number }) {
  const { data: pictures = [] } = useQuery(deskPictures(clientId));
  const queries = useQueryClient();
  const fail = useToast((state) => state.fail);
  const [asking, setAsking] = useState(false);
  if (pictures.length === 0) return null;
  const clear = async (): Promise<void> => {
    await call('DELETE /intake/pictures', { query: { client: clientId } });
    await queries.invalidateQueries({ queryKey: ['intake'] });
  };
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', px: 1.75, py: 0.75, borderBottom: 1, borderColor: 'divider' }}>
      <Typography variant="body2" sx={{ flex: 1 }} title={pictures.map((picture) => picture.name).join('\n')}>
        {intakeTexts.pictures(pictures.length)}
      </Typography>
      <IconButton
        size="small"
        aria-label={intakeTexts.clearPictures}
        title={intakeTexts.clearPictures}
        onClick={() => setAsking(true)}
      >
        <X size={14} />
      </IconButton>
      {asking && (
        <AskFirst
          title={intakeTexts.clearPictures}
          text={shared.takenOff.askPictures(pictures.length)}
          go={shared.takenOff.go}
          onGo={() => void clear().catch(fail)}
          onClose={() => setAsking(false)}
        />
      )}
    </Box>
  );
}

function Aside({ clientId }: { readonly clientId: number | null }) {
  const { data: items = [] } = useQuery(filesAside(clientId));
  const navigate = useNavigate();
  const fail = useToast((state) => state.fail);
  return (
    <TakenOff
      items={items}
      onPutBack={(id) =>
        void call('POST /intake/files/:id/put-back', { params: { id } }).then(() => navigate(`/intake/${id}`), fail)
      }
    />
  );
}

interface ItemProps {
  readonly file: IntakeFileBody;
  readonly chosen: boolean;
  /** Said where the files of all clients are listed. */
  readonly client: string | undefined;
}

function FileItem({ file, chosen, client }: ItemProps) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const fail = useToast((state) => state.fail);
  const takeOff = useTakeOff();
  const discard = async (): Promise<void> => {
    await takeOff(file);
    await queries.invalidateQueries({ queryKey: ['intake', 'files'] });
    if (chosen) void navigate('/intake');
  };
  const written = standing(file.written);
  const unitsWritten = standing(file.unitsWritten);
  const state = written
    ? intakeTexts.written(written.entries)
    : unitsWritten
      ? intakeTexts.unitsWritten(unitsWritten.units)
      : intakeTexts.state[file.state];
  const colour = file.state === 'failed' ? 'error' : written || unitsWritten ? 'success' : 'textSecondary';
  return (
    <Box
      component="li"
      sx={(theme) => ({
        display: 'flex',
        alignItems: 'flex-start',
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: chosen ? theme.inks.sheet : undefined,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.vermilion}` : undefined,
      })}
    >
      <ButtonBase
        component={Link}
        to={`/intake/${file.id}`}
        aria-current={chosen ? 'page' : undefined}
        sx={{ flex: 1, minWidth: 0, display: 'block', textAlign: 'start', pl: 1.75, py: 1 }}
      >
        <Typography sx={{ overflowWrap: 'anywhere', fontWeight: chosen ? 600 : 400 }}>
          {file.name}
          {file.sheet && ` › ${file.sheet}`}
        </Typography>
        {client !== undefined && (
          <Typography variant="body2" color="textSecondary">
            {client}
          </Typography>
        )}
        <Typography variant="body2" color={colour}>
          {state} · {size(file.size)}
        </Typography>
      </ButtonBase>
      <IconButton
        size="small"
        sx={{ mt: 0.75, mr: 0.5 }}
        aria-label={`${intakeTexts.discard}: ${file.name}`}
        title={intakeTexts.discard}
        onClick={() => void discard().catch(fail)}
      >
        <X size={14} />
      </IconButton>
    </Box>
  );
}

/** What was written, as long as it is still so. */
const standing = <W extends { readonly standing: string }>(written: W | null): W | null =>
  written?.standing === 'stands' ? written : null;

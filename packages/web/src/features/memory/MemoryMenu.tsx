import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Ellipsis } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import type { MemoryBody } from '../../api/types.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { MoveToClient } from '../../parts/MoveToClient.js';
import { m } from '../../messages/index.js';
import { NameDialog } from '../../ui/NameDialog.js';
import { useToast } from '../../ui/toast-store.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';
import { generalLanguages, TakeApart } from './TakeApart.js';

const t = memoryTexts;
const HarvestDialog = lazy(async () => ({ default: (await import('./HarvestDialog.js')).HarvestDialog }));

type Asking = 'harvest' | 'rename' | 'subject' | 'move' | 'apart' | 'delete';

export function MemoryMenu({ memory }: { readonly memory: MemoryBody }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [asking, setAsking] = useState<Asking | null>(null);
  const undo = useUndoNewest((entry) => entry.memoryId === memory.id);
  const navigate = useNavigate();
  const fail = useToast((state) => state.fail);
  const ask = (what: Asking) => () => {
    setAnchor(null);
    setAsking(what);
  };
  const remove = (): void => {
    call('DELETE /memories/:id', { params: { id: memory.id } }).then(() => navigate('/holdings'), fail);
  };
  const markJob = (): void => {
    setAnchor(null);
    call('PATCH /memories/:id', { params: { id: memory.id }, body: { ofJob: !memory.ofJob } }).catch(fail);
  };
  const markReference = (): void => {
    setAnchor(null);
    const body = { isReference: !memory.isReference };
    call('PATCH /memories/:id', { params: { id: memory.id }, body }).catch(fail);
  };
  const dialog = { submit: m.common.save, cancel: m.common.cancel, onClose: () => setAsking(null) };
  return (
    <>
      <IconButton
        size="small"
        aria-label={shared.more}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ alignSelf: 'center' }}
      >
        <Ellipsis size={18} />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {memory.languages.length > 1 && <MenuItem onClick={ask('harvest')}>{t.harvest.menu}</MenuItem>}
        <MenuItem onClick={ask('rename')}>{shared.rename}</MenuItem>
        <MenuItem onClick={ask('subject')}>{t.setSubject}</MenuItem>
        <MenuItem onClick={markJob}>{memory.ofJob ? t.notOfJob : t.ofJob}</MenuItem>
        <MenuItem onClick={markReference}>
          {memory.isReference ? shared.notForReference : shared.keepForReference}
        </MenuItem>
        <MenuItem onClick={ask('move')}>{shared.moveTo.menu}</MenuItem>
        {generalLanguages(memory).length > 2 && <MenuItem onClick={ask('apart')}>{t.apart.menu}</MenuItem>}
        <MenuItem onClick={ask('delete')}>{t.deleteMemory}</MenuItem>
      </Menu>
      {asking === 'rename' && (
        <NameDialog
          title={t.renameTitle}
          label={t.memoryName}
          initial={memory.name}
          onSubmit={(name) => call('PATCH /memories/:id', { params: { id: memory.id }, body: { name } })}
          {...dialog}
        />
      )}
      {asking === 'move' && (
        <MoveToClient
          name={memory.name}
          clientId={memory.clientId}
          move={(clientId) => call('POST /memories/:id/move', { params: { id: memory.id }, body: { clientId } })}
          undo={undo}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'subject' && (
        <NameDialog
          title={t.subjectTitle}
          label={t.subject}
          initial={memory.subject}
          onSubmit={(subject) => call('PATCH /memories/:id', { params: { id: memory.id }, body: { subject } })}
          {...dialog}
        />
      )}
      {asking === 'harvest' && (
        <Suspense>
          <HarvestDialog memory={memory} onClose={() => setAsking(null)} />
        </Suspense>
      )}
      {asking === 'apart' && <TakeApart memory={memory} onClose={() => setAsking(null)} />}
      {asking === 'delete' && (
        <Dialog open onClose={() => setAsking(null)}>
          <DialogTitle>{t.deleteTitle(memory.name)}</DialogTitle>
          <DialogContent>{t.deleteSays(memory.units)}</DialogContent>
          <DialogActions>
            <Button onClick={() => setAsking(null)}>{m.common.cancel}</Button>
            <Button color="error" variant="contained" onClick={remove}>
              {m.common.remove}
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </>
  );
}

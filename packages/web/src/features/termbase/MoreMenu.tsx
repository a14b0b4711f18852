import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import type { TermbaseBody } from '../../api/types.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { MoveToClient } from '../../parts/MoveToClient.js';
import { m } from '../../messages/index.js';
import { NameDialog } from '../../ui/NameDialog.js';
import { useToast } from '../../ui/toast-store.js';
import { shared } from '../../parts/messages.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts;

export function MoreMenu({ termbase }: { readonly termbase: TermbaseBody }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [asking, setAsking] = useState<'rename' | 'memory' | 'move' | 'delete' | null>(null);
  const undo = useUndoNewest((entry) => entry.termbaseId === termbase.id);
  const navigate = useNavigate();
  const fail = useToast((state) => state.fail);
  const ask = (what: 'rename' | 'memory' | 'move' | 'delete'): void => {
    setAnchor(null);
    setAsking(what);
  };
  const remove = (): void => {
    call('DELETE /termbases/:id', { params: { id: termbase.id } }).then(() => navigate('/holdings'), fail);
  };
  const markReference = (): void => {
    setAnchor(null);
    const body = { on: !termbase.isReference };
    call('PUT /termbases/:id/reference', { params: { id: termbase.id }, body }).catch(fail);
  };
  return (
    <>
      <IconButton
        size="small"
        aria-label={t.more}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ alignSelf: 'center' }}
      >
        <Ellipsis size={18} />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => ask('rename')}>{t.rename}</MenuItem>
        <MenuItem onClick={markReference}>
          {termbase.isReference ? shared.notForReference : shared.keepForReference}
        </MenuItem>
        <MenuItem onClick={() => ask('move')}>{shared.moveTo.menu}</MenuItem>
        <MenuItem onClick={() => ask('memory')}>{t.ofTermbase}</MenuItem>
        <MenuItem onClick={() => ask('delete')}>{t.deleteTermbase}</MenuItem>
      </Menu>
      {asking === 'rename' && (
        <NameDialog
          title={t.renameTitle}
          label={shared.newTermbaseName}
          initial={termbase.name}
          submit={m.common.save}
          cancel={m.common.cancel}
          onSubmit={(name) => call('PATCH /termbases/:id', { params: { id: termbase.id }, body: { name } })}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'move' && (
        <MoveToClient
          name={termbase.name}
          clientId={termbase.clientId}
          move={(clientId) => call('POST /termbases/:id/move', { params: { id: termbase.id }, body: { clientId } })}
          undo={undo}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'memory' && (
        <NameDialog
          title={t.ofTermbaseTitle}
          label={shared.memoryName}
          initial={termbase.name}
          submit={m.client.createButton}
          cancel={m.common.cancel}
          onSubmit={async (name) => {
            const { id } = await call('POST /termbases/:id/memory', { params: { id: termbase.id }, body: { name } });
            void navigate(`/memories/${id}`);
          }}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'delete' && (
        <Dialog open onClose={() => setAsking(null)}>
          <DialogTitle>{t.deleteTitle(termbase.name)}</DialogTitle>
          <DialogContent>{t.deleteText(termbase.concepts)}</DialogContent>
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

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Ellipsis } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import type { KitItem } from '@fair-copy/api/kits.js';
import type { RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { call } from '../../api/http.js';
import { m } from '../../messages/index.js';
import { shared } from '../../parts/messages.js';
import { NameDialog } from '../../ui/NameDialog.js';
import { Pick } from '../../ui/Pick.js';
import { useToast } from '../../ui/toast-store.js';
import { rehearseTexts as t } from './messages.js';
import { useEndOfJob } from './useEndOfJob.js';

const NewKit = lazy(async () => ({ default: (await import('./NewKit.js')).NewKit }));

interface Props {
  readonly body: RehearsalBody;
  readonly kits: readonly KitItem[];
}

/** Which of the client's kits is in hand, and what is done with a kit as a whole. */
export function KitChooser({ body, kits }: Props) {
  const { kitId, clientId, name } = body;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [asking, setAsking] = useState<'new' | 'rename' | null>(null);
  const navigate = useNavigate();
  const { say, fail } = useToast();
  const endOfJob = useEndOfJob(body);
  const ask = (what: 'new' | 'rename') => () => {
    setAnchor(null);
    setAsking(what);
  };
  const remove = (): void => {
    setAnchor(null);
    call('DELETE /kits/:id', { params: { id: kitId } }).then(() => {
      say(t.kitDeleted(name));
      void navigate('/rehearse');
    }, fail);
  };
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
      <Box sx={{ flex: 1, minWidth: 0, display: 'grid' }}>
        <Pick label={t.kit} value={String(kitId)} onChange={(id) => void navigate(`/rehearse?kit=${id}`)}>
          {kits.map((kit) => (
            <MenuItem key={kit.id} value={String(kit.id)}>
              {kit.name}
            </MenuItem>
          ))}
        </Pick>
      </Box>
      <IconButton
        size="small"
        aria-label={t.kitMenu}
        aria-haspopup="menu"
        sx={{ ml: 0.5 }}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <Ellipsis size={18} />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={ask('new')}>{t.newKit}</MenuItem>
        <MenuItem onClick={ask('rename')}>{shared.rename}</MenuItem>
        {endOfJob && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              endOfJob().catch(fail);
            }}
          >
            {t.endOfJob}
          </MenuItem>
        )}
        <MenuItem onClick={remove}>{t.deleteKit}</MenuItem>
      </Menu>
      {asking === 'new' && (
        <Suspense>
          <NewKit clientId={clientId} onClose={() => setAsking(null)} />
        </Suspense>
      )}
      {asking === 'rename' && (
        <NameDialog
          title={t.renameKit}
          label={t.kitName}
          initial={name}
          submit={m.common.save}
          cancel={m.common.cancel}
          onSubmit={(to) => call('PATCH /kits/:id', { params: { id: kitId }, body: { name: to } })}
          onClose={() => setAsking(null)}
        />
      )}
    </Box>
  );
}

import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useQuery } from '@tanstack/react-query';
import { ChevronDown } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { call } from '../api/http.js';
import { clients as clientsQuery } from '../api/queries.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { useToast } from '../ui/toast-store.js';
import { NameDialog } from '../ui/NameDialog.js';
import { NewClient } from '../parts/NewClient.js';

const EraseClient = lazy(async () => ({ default: (await import('./EraseClient.js')).EraseClient }));

export function ClientMenu() {
  const { clientId, takeInHand } = useDesk();
  const { data: clients = [] } = useQuery(clientsQuery);
  const say = useToast((state) => state.say);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [asking, setAsking] = useState<'create' | 'rename' | 'erase' | null>(null);
  const inHand = clients.find((client) => client.id === clientId);
  const choose = (id: number | null): void => {
    takeInHand(id);
    setAnchor(null);
  };
  return (
    <>
      <Button
        color="inherit"
        endIcon={<ChevronDown size={14} />}
        aria-haspopup="menu"
        aria-label={`${m.client.label}: ${inHand?.name ?? m.client.all}`}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ maxWidth: 210, '& .text': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } }}
      >
        <span className="text">{inHand?.name ?? m.client.all}</span>
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem selected={!inHand} onClick={() => choose(null)}>
          {m.client.all}
        </MenuItem>
        {clients.map((client) => (
          <MenuItem key={client.id} selected={client.id === clientId} onClick={() => choose(client.id)}>
            {client.name}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem
          onClick={() => {
            setAnchor(null);
            setAsking('create');
          }}
        >
          {m.client.create}
        </MenuItem>
        {inHand && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setAsking('rename');
            }}
          >
            {m.client.rename}
          </MenuItem>
        )}
        {inHand && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setAsking('erase');
            }}
          >
            {m.client.erase}
          </MenuItem>
        )}
      </Menu>
      {asking === 'create' && <NewClient onClose={() => setAsking(null)} />}
      {asking === 'rename' && inHand && (
        <NameDialog
          title={m.client.renameTitle}
          label={m.client.name}
          initial={inHand.name}
          submit={m.common.save}
          cancel={m.common.cancel}
          onSubmit={(name) => call('PATCH /clients/:id', { params: { id: inHand.id }, body: { name } })}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'erase' && inHand && (
        <Suspense>
          <EraseClient
            client={inHand}
            onDone={() => {
              setAsking(null);
              takeInHand(null);
              say(m.client.erased);
            }}
            onClose={() => setAsking(null)}
          />
        </Suspense>
      )}
    </>
  );
}

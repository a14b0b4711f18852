import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { clients as clientsQuery } from '../api/queries.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { NewClient } from './NewClient.js';

/** Files belong to a client: before they are dropped, one is taken in hand. */
export function ClientChoice() {
  const { data: clients = [] } = useQuery(clientsQuery);
  const takeInHand = useDesk((state) => state.takeInHand);
  const [naming, setNaming] = useState(false);
  return (
    <Box sx={{ maxWidth: 320, mb: 2 }}>
      <Typography sx={{ mb: 1 }}>{clients.length ? m.client.chooseFirst : m.client.none}</Typography>
      {clients.map((client) => (
        <Button
          key={client.id}
          fullWidth
          variant="outlined"
          sx={{ mb: 0.75, justifyContent: 'flex-start' }}
          onClick={() => takeInHand(client.id)}
        >
          {client.name}
        </Button>
      ))}
      <Button onClick={() => setNaming(true)}>{m.client.create}</Button>
      {naming && <NewClient onClose={() => setNaming(false)} />}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { KitItem } from '@fair-copy/api/kits.js';
import { kits as kitsOf } from '../../api/queries.js';
import { useDesk } from '../../ui/desk-store.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { listed, moment } from '../../ui/format.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { SERIF } from '../../ui/typefaces.js';
import { holdingsTexts as t } from './messages.js';

/** What is chosen for the language pairs of a client, or of all. */
export function Kits({ clientId }: { readonly clientId: number | null }) {
  const asked = useQuery(kitsOf(clientId));
  const failure = failureOf(asked);
  if (failure) return <Failed failure={failure} />;
  if (!asked.data || asked.data.length === 0) return null;
  return (
    <>
      <Typography component="h2" sx={{ fontFamily: SERIF, fontSize: 20, mt: 4, mb: 1 }}>
        {t.kits}
      </Typography>
      <Table
        size="small"
        aria-label={t.kits}
        sx={{ bgcolor: 'background.paper', '& td, & th': { borderColor: 'divider' } }}
      >
        <TableHead>
          <TableRow>
            <TableCell>{t.kit}</TableCell>
            <TableCell>{t.kitLanguages}</TableCell>
            <TableCell>{t.kitUses}</TableCell>
            <TableCell>{t.kitWrites}</TableCell>
            <TableCell>{t.changed}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {asked.data.map((kit) => (
            <KitRow key={kit.id} kit={kit} withClient={clientId === null} />
          ))}
        </TableBody>
      </Table>
    </>
  );
}

function KitRow({ kit, withClient }: { readonly kit: KitItem; readonly withClient: boolean }) {
  const { id, clientId, client, name, source, target, memories, termbases, writes, changedAt } = kit;
  const takeInHand = useDesk((state) => state.takeInHand);
  return (
    <TableRow hover>
      <TableCell sx={{ minWidth: 200 }}>
        <Box
          component={Link}
          to={`/rehearse?kit=${id}`}
          onClick={() => takeInHand(clientId)}
          sx={{ fontFamily: SERIF, fontSize: 17, color: 'primary.main', textDecoration: 'none' }}
        >
          {name}
        </Box>
        {withClient && <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>{client}</Box>}
      </TableCell>
      <TableCell>
        <LanguageName tag={source} /> – <LanguageName tag={target} />
      </TableCell>
      <TableCell>{listed([...memories, ...termbases])}</TableCell>
      <TableCell>{writes.length > 0 ? listed(writes) : '–'}</TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <time dateTime={changedAt}>{moment(changedAt)}</time>
      </TableCell>
    </TableRow>
  );
}

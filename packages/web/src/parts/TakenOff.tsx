import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { AsideBody } from '@fair-copy/api/shared.js';
import { moment } from '../ui/format.js';
import { shared } from './messages.js';

interface Props {
  readonly items: readonly AsideBody[];
  readonly onPutBack: (id: number) => void;
}

/** What was taken off the desk, behind a line that says how much; each can be put back. */
export function TakenOff({ items, onPutBack }: Props) {
  const [open, setOpen] = useState(false);
  if (items.length === 0) return null;
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', px: 1.75, py: 0.5 }}>
      <Button
        size="small"
        aria-expanded={open}
        sx={{ ml: -0.75, color: 'text.secondary' }}
        onClick={() => setOpen(!open)}
      >
        {shared.takenOff.title(items.length)}
      </Button>
      {open && (
        <Box
          component="ul"
          aria-label={shared.takenOff.title(items.length)}
          sx={{ listStyle: 'none', m: 0, p: 0, pb: 1 }}
        >
          {items.map(({ id, name, removedAt }) => (
            <Box component="li" key={id} sx={{ display: 'flex', alignItems: 'baseline', gap: 1, py: 0.25 }}>
              <Typography variant="body2" sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
                {name}{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  {moment(removedAt)}
                </Box>
              </Typography>
              <Button size="small" aria-label={shared.takenOff.putBackName(name)} onClick={() => onPutBack(id)}>
                {shared.takenOff.putBack}
              </Button>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

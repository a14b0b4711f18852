import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { mergeTexts as t } from './messages.js';

interface Props {
  readonly title: string;
  readonly conflicts: number;
  /** Those that nobody has decided. */
  readonly open: number;
  readonly openOnly: boolean;
  readonly onOpenOnly: (openOnly: boolean) => void;
  readonly children?: ReactNode;
}

/** Heads a list of conflicts: all of them, or those that are not decided. */
export function ConflictsHead({ title, conflicts, open, openOnly, onOpenOnly, children }: Props) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
      <Typography component="h2" sx={{ fontWeight: 600 }}>
        {title}
      </Typography>
      {conflicts > 0 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={openOnly ? 'open' : 'all'}
          onChange={(_, value) => value && onOpenOnly(value === 'open')}
        >
          <ToggleButton value="all">{t.shownAll(conflicts)}</ToggleButton>
          <ToggleButton value="open">{t.shownOpen(open)}</ToggleButton>
        </ToggleButtonGroup>
      )}
      {children}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { SERIF } from './typefaces.js';

interface Props {
  readonly title: string;
  readonly advice?: string;
  /** "h1" where nothing else heads the page. */
  readonly heading?: 'h1' | 'h2';
  readonly children?: ReactNode;
}

/** What to do next where there is nothing yet. */
export function EmptyState({ title, advice, heading = 'h2', children }: Props) {
  return (
    <Box sx={{ px: 4, py: 6, maxWidth: 520, mx: 'auto', textAlign: 'center' }}>
      <Typography component={heading} sx={{ fontFamily: SERIF, fontSize: 20, mb: 1 }}>
        {title}
      </Typography>
      {advice && <Typography color="textSecondary">{advice}</Typography>}
      {children && (
        <Box sx={{ mt: 2, display: 'flex', gap: 1, justifyContent: 'center', flexWrap: 'wrap' }}>{children}</Box>
      )}
    </Box>
  );
}

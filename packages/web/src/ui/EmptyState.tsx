import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** What to do next where there is nothing yet. */
export function EmptyState({ title, advice, children }: { readonly title: string; readonly advice?: string; readonly children?: ReactNode }) {
  return (
    <Box sx={{ px: 4, py: 6, maxWidth: 520, mx: 'auto', textAlign: 'center' }}>
      <Typography sx={{ fontFamily: "'Source Serif 4 Variable', Georgia, serif", fontSize: 20, mb: 1 }}>{title}</Typography>
      {advice && <Typography color="text.secondary">{advice}</Typography>}
      {children && <Box sx={{ mt: 2, display: 'flex', gap: 1, justifyContent: 'center', flexWrap: 'wrap' }}>{children}</Box>}
    </Box>
  );
}

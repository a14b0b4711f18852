import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { ClientChoice } from '../../parts/ClientChoice.js';
import { useDesk } from '../../ui/desk-store.js';
import { SERIF } from '../../ui/typefaces.js';
import { mergeTexts as t } from './messages.js';

const PLANS = [
  ['/merge', t.title],
  ['/merge/termbases', t.terms.title],
  ['/merge/bridge', t.bridge.title],
  ['/merge/compare', t.compare.title],
] as const;

/** The page of a client; for all clients, the question whose resources are meant. */
export function OfOneClient({ children }: { readonly children: (clientId: number) => ReactNode }) {
  const clientId = useDesk((state) => state.clientId);
  if (clientId !== null) return children(clientId);
  return (
    <Box sx={{ p: 3, overflow: 'auto' }}>
      <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 2 }}>
        {t.chooseTitle}
      </Typography>
      <ClientChoice />
    </Box>
  );
}

interface FrameProps {
  readonly title: string;
  /** The resources, left of the plan. */
  readonly aside: ReactNode;
  readonly children: ReactNode;
  readonly foot: ReactNode;
}

/** One of the three plans, with the way to the others. */
export function PlanFrame({ title, aside, children, foot }: FrameProps) {
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
      {aside}
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: 3, py: 2 }}>
          <Box sx={{ display: 'flex', alignItems: 'baseline', flexWrap: 'wrap', gap: 2, mb: 1.5 }}>
            <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, flex: 1 }}>
              {title}
            </Typography>
            <Box component="nav" aria-label={t.plans} sx={{ display: 'flex', gap: 2, fontSize: 14 }}>
              {PLANS.map(([to, name]) => (
                <Box
                  key={to}
                  component={NavLink}
                  to={to}
                  end
                  sx={{
                    color: 'primary.main',
                    textDecoration: 'none',
                    '&:hover': { textDecoration: 'underline' },
                    '&[aria-current]': { color: 'text.primary', fontWeight: 600 },
                  }}
                >
                  {name}
                </Box>
              ))}
            </Box>
          </Box>
          {children}
        </Box>
        {foot}
      </Box>
    </Box>
  );
}

/** The line below a plan: where everything goes, and what is done with it. */
export function PlanFoot({ tally, children }: { readonly tally: ReactNode; readonly children: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 3,
        py: 1.25,
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        '& > .MuiButton-root': { maxWidth: '50%' },
      }}
    >
      <Box role="group" aria-label={t.tally} sx={{ flex: 1, fontSize: 14, fontVariantNumeric: 'tabular-nums' }}>
        {tally}
      </Box>
      {children}
    </Box>
  );
}

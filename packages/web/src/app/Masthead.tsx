import { useQuery } from '@tanstack/react-query';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { styled } from '@mui/material/styles';
import { CircleHelp, Moon, Sun, LogOut } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { NavLink } from 'react-router';
import { session } from '../api/queries.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { useTheme } from '@mui/material/styles';
import { ClientMenu } from './ClientMenu.js';
import { LOOK_UP_WIDTH } from './look-up-width.js';
import { RunningWork } from './RunningWork.js';
import { STAGES } from './stages.js';
import { SERIF } from '../ui/typefaces.js';

const StageLink = styled(NavLink)(({ theme }) => ({
  color: theme.inks.ink,
  textDecoration: 'none',
  padding: '15px 1px 13px',
  fontSize: 14,
  lineHeight: '20px',
  borderBottom: '2px solid transparent',
  whiteSpace: 'nowrap',
  '&:hover': { borderBottomColor: theme.inks.hairline },
  '&.active': { borderBottomColor: theme.inks.vermilion, fontWeight: 600 },
  '&.later': { color: theme.inks.quiet, fontStyle: 'italic' },
}));

/** A fifth of what the first page would weigh: it comes a moment later. */
const LookUp = lazy(async () => ({ default: (await import('./LookUp.js')).LookUp }));

export function Masthead({ onHelp }: { readonly onHelp: () => void }) {
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2,
        minHeight: 52,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'background.default',
      }}
    >
      <Box
        component={NavLink}
        to="/holdings"
        sx={{
          fontFamily: SERIF,
          fontStyle: 'italic',
          fontSize: 21,
          fontWeight: 600,
          color: 'primary.main',
          textDecoration: 'none',
          whiteSpace: 'nowrap',
        }}
      >
        {m.name}
      </Box>
      <ClientMenu />
      <Box component="nav" aria-label={m.name} sx={{ display: 'flex', gap: { xs: 1.5, lg: 2 }, flex: 1, minWidth: 0 }}>
        {STAGES.map(({ title, isComing = false, pages: [first] }) =>
          title === undefined ? null : (
            <StageLink
              key={title}
              to={`/${first!.path}`}
              className={isComing ? 'later' : ''}
              title={isComing ? m.notBuilt.mark : undefined}
            >
              {title}
            </StageLink>
          ),
        )}
      </Box>
      <Suspense fallback={<Box sx={LOOK_UP_WIDTH} />}>
        <LookUp onHelp={onHelp} />
      </Suspense>
      <RunningWork />
      <ThemeButton />
      <LeaveButton />
      <Tooltip title={`${m.help.label} (?)`}>
        <IconButton size="small" aria-label={m.help.label} onClick={onHelp}>
          <CircleHelp size={18} />
        </IconButton>
      </Tooltip>
    </Box>
  );
}

/** Where a passphrase was asked for: the way out. */
function LeaveButton() {
  const { data } = useQuery(session);
  if (!data?.passphrase) return null;
  return (
    <form method="post" action="/leave">
      <Tooltip title={m.session.leave}>
        <IconButton size="small" type="submit" aria-label={m.session.leave}>
          <LogOut size={18} />
        </IconButton>
      </Tooltip>
    </form>
  );
}

function ThemeButton() {
  const dark = useTheme().palette.mode === 'dark';
  const setTheme = useDesk((state) => state.setTheme);
  const label = dark ? m.theme.toLight : m.theme.toDark;
  return (
    <Tooltip title={label}>
      <IconButton size="small" aria-label={label} onClick={() => setTheme(dark ? 'light' : 'dark')}>
        {dark ? <Sun size={18} /> : <Moon size={18} />}
      </IconButton>
    </Tooltip>
  );
}

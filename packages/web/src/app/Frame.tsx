import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { lazy, Suspense, useState } from 'react';
import { Outlet } from 'react-router';
import type { Changing } from '@fair-copy/api/events.js';
import { useServerEvents } from '../api/events.js';
import { m } from '../messages/index.js';
import { ConflictDialog } from '../parts/ConflictDialog.js';
import { useToast } from '../ui/toast-store.js';
import { useKeys } from '../ui/useKeys.js';
import { Masthead } from './Masthead.js';
import { STAGES } from './stages.js';

const staleAfter = (what: Changing): readonly (readonly unknown[])[] =>
  STAGES.flatMap((stage) => stage.staleAfter?.[what] ?? []);

const Help = lazy(async () => ({ default: (await import('./Help.js')).Help }));

export function Frame() {
  useServerEvents(staleAfter);
  const [help, setHelp] = useState(false);
  const { toast, clear } = useToast();
  useKeys({ '?': () => setHelp(true) });
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <Masthead onHelp={() => setHelp(true)} />
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        <Suspense fallback={<Box sx={{ p: 3 }}>{m.common.loading}</Box>}>
          <Outlet />
        </Suspense>
      </Box>
      <ConflictDialog />
      {help && (
        <Suspense>
          <Help onClose={() => setHelp(false)} />
        </Suspense>
      )}
      <Snackbar
        key={toast?.key}
        open={toast !== null}
        autoHideDuration={toast?.tone === 'failed' ? 12_000 : 7_000}
        onClose={(_, reason) => reason !== 'clickaway' && clear()}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      >
        <Alert
          severity={toast?.tone === 'failed' ? 'error' : 'success'}
          variant="standard"
          onClose={clear}
          sx={{ boxShadow: 3, alignItems: 'center' }}
          action={
            toast?.action && (
              <Button
                color="inherit"
                onClick={() => {
                  toast.action!.run();
                  clear();
                }}
              >
                {toast.action.label}
              </Button>
            )
          }
        >
          {toast?.text}
        </Alert>
      </Snackbar>
    </Box>
  );
}

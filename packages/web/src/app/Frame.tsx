import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { lazy, Suspense, useLayoutEffect, useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import type { Changing } from '@fair-copy/api/events.js';
import { useServerEvents } from '../api/events.js';
import { openPage } from '../api/opening.js';
import { m } from '../messages/index.js';
import { ConflictDialog } from '../parts/ConflictDialog.js';
import { useQuestion } from '../ui/question-store.js';
import { useToast } from '../ui/toast-store.js';
import { useKeys } from '../ui/useKeys.js';
import { AnnouncedWork } from './AnnouncedWork.js';
import { Masthead } from './Masthead.js';
import { STAGES } from './stages.js';

const staleAfter = (what: Changing): readonly (readonly unknown[])[] =>
  STAGES.flatMap((stage) => stage.staleAfter?.[what] ?? []);

const LeaveGuard = lazy(async () => ({ default: (await import('./LeaveGuard.js')).LeaveGuard }));
const AskFirst = lazy(async () => ({ default: (await import('../ui/AskFirst.js')).AskFirst }));
const Help = lazy(async () => ({ default: (await import('./Help.js')).Help }));

/** Milliseconds for a letter, for who reads slowly. */
const SLOW = 90;

export function Frame() {
  useServerEvents(staleAfter);
  const { pathname } = useLocation();
  useLayoutEffect(openPage, [pathname]);
  const { question, close: closeQuestion } = useQuestion();
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
      <AnnouncedWork />
      <ConflictDialog />
      <Suspense>
        <LeaveGuard />
      </Suspense>
      {question && (
        <Suspense>
          <AskFirst {...question} onClose={closeQuestion} />
        </Suspense>
      )}
      {help && (
        <Suspense>
          <Help onClose={() => setHelp(false)} />
        </Suspense>
      )}
      <Snackbar
        key={toast?.key}
        open={toast !== null}
        autoHideDuration={Math.max(toast?.tone === 'failed' ? 12_000 : 7_000, (toast?.text.length ?? 0) * SLOW)}
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

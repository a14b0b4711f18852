import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { LeaveDialog } from './LeaveDialog.js';
import { useUnsavedWork } from '../ui/unsaved-store.js';

/** Asks before what is typed and not saved is left: by a link, by the browser's way back, by closing the tab. */
export function LeaveGuard() {
  const { all } = useUnsavedWork();
  const blocker = useBlocker(
    ({ currentLocation: here, nextLocation: there }) =>
      useUnsavedWork.getState().all.length > 0 && (here.pathname !== there.pathname || here.search !== there.search),
  );
  const isBlocked = blocker.state === 'blocked';
  // Saved or given up; or the field saved itself when it lost the focus.
  useEffect(() => {
    if (isBlocked && all.length === 0) blocker.proceed();
  }, [isBlocked, all.length, blocker]);
  useEffect(() => {
    if (all.length === 0) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [all.length]);
  if (!isBlocked || all.every(({ isSaving }) => isSaving)) return null;
  return <LeaveDialog all={all} onStay={() => blocker.reset()} />;
}

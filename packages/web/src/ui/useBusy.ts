import { useState } from 'react';
import { useToast } from './toast-store.js';

/** Whether work of a button is under way, and how to begin it: why it fails is said. */
export function useBusy(): { readonly busy: boolean; readonly run: (work: () => Promise<void>) => void } {
  const [busy, setBusy] = useState(false);
  const fail = useToast((state) => state.fail);
  return {
    busy,
    run: (work) => {
      setBusy(true);
      work()
        .catch(fail)
        .finally(() => setBusy(false));
    },
  };
}

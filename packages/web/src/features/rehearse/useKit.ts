/** A kit as it is shown: what is changed on the page at once, and the server's word for the rest. */
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { KitPlan, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { kitOf } from './queries.js';

export interface ShownKit {
  /** What the server said last, with all changes on their way to it. */
  readonly body: RehearsalBody;
  change(part: Partial<KitPlan>): void;
  /** Rehearses the kit as it is shown: one job. */
  run(): void;
  readonly busy: boolean;
}

/**
 * Changes lie over what was asked from the server until it has them all: an answer that comes late, from before a
 * change, neither hides it nor is sent back as the next one.
 */
export function useKit(asked: RehearsalBody): ShownKit {
  const queries = useQueryClient();
  const { fail } = useToast();
  const { busy, run } = useBusy();
  const { kitId } = asked;
  const { queryKey } = kitOf(kitId);
  const [changed, setChanged] = useState<Partial<KitPlan>>({});
  const latest = useRef(changed);
  /** Changes on their way, each after the one before it. */
  const kept = useRef<Promise<void>>(Promise.resolve());
  const lay = (over: Partial<KitPlan>): void => {
    latest.current = over;
    setChanged(over);
  };
  const change = (part: Partial<KitPlan>): void => {
    lay({ ...latest.current, ...part });
    const plan = { ...(queries.getQueryData(queryKey)?.plan ?? asked.plan), ...latest.current };
    // Known here before it is sent: whoever leaves the page and comes back at once finds it.
    queries.setQueryData(queryKey, (now) => now && { ...now, plan });
    const { noTerms: _, ...next } = plan;
    const mine: Promise<void> = kept.current
      .then(() => call('PUT /rehearsals/:id', { params: { id: kitId }, body: next }))
      .catch(fail)
      .then(async () => {
        if (kept.current === mine) await queries.invalidateQueries({ queryKey });
        // What was changed since stays as it is shown.
        if (kept.current === mine) lay({});
      });
    kept.current = mine;
  };
  const rehearse = async (): Promise<void> => {
    await kept.current;
    await jobResult(await call('POST /rehearsals/:id/run', { params: { id: kitId } }));
    await queries.invalidateQueries({ queryKey: ['rehearsal'] });
  };
  return { body: { ...asked, plan: { ...asked.plan, ...changed } }, change, busy, run: () => run(rehearse) };
}

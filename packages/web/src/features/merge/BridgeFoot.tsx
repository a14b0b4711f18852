import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { number } from '../../ui/format.js';
import { mergeTexts } from './messages.js';
import type { Bridging } from './useMerge.js';
import { WriteFoot } from './WriteFoot.js';

const t = mergeTexts.bridge;

/** How many pairs there are by how sure they are, and the button that writes them. */
export function BridgeFoot({ bridging: { body } }: { readonly bridging: Bridging }) {
  const { plan, outcome, stale, clientId } = body;
  const name = plan.newName.trim();
  const written = outcome?.written ?? 0;
  return (
    <WriteFoot
      tally={
        outcome &&
        !stale &&
        `${t.pairs(written)} = ${t.tally(
          { certain: number(outcome.certain), chosen: number(outcome.chosen), decided: number(outcome.decided) },
          number(outcome.waiting),
          number(outcome.none),
        )}`
      }
      name={name}
      nameFirst={t.nameFirst}
      label={t.write(written, name)}
      isReady={!stale && written > 0}
      write={async () => {
        const result = await jobResult(await call('POST /bridges/:id/write', { params: { id: clientId } }));
        if (!result) return null;
        const to = result.memoryId === undefined ? `/termbases/${result.termbaseId}` : `/memories/${result.memoryId}`;
        return { said: t.done(result.units, result.name), open: t.open, to };
      }}
    />
  );
}

import { FATES } from '@fair-copy/core/memory/merge/plan.js';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { mergeTexts as t } from './messages.js';
import type { Merging } from './useMerge.js';
import { WriteFoot } from './WriteFoot.js';

interface Props {
  readonly merging: Merging;
  readonly chosen: readonly MemoryBody[];
}

/** The sum of all units of all memories, and the button that merges them. */
export function Foot({ merging: { body }, chosen }: Props) {
  const { plan, outcome, stale, clientId } = body;
  const name = plan.into === null ? plan.newName.trim() : (chosen.find(({ id }) => id === plan.into)?.name ?? '');
  const written = outcome?.tally.written ?? 0;
  const total = chosen.reduce((sum, { units }) => sum + units, 0);
  return (
    <WriteFoot
      tally={
        outcome &&
        !stale &&
        `${t.units(total)} = ${FATES.map((fate) => `${number(outcome.tally[fate])} ${t.fates[fate]}`).join(' + ')}`
      }
      name={name}
      nameFirst={t.writeFirst}
      label={t.write(written, name)}
      isReady={!stale && written > 0}
      write={async () => {
        const result = await jobResult(await call('POST /merges/:id/write', { params: { id: clientId } }));
        return (
          result && { said: t.done(result.units, result.memory), open: t.open, to: `/memories/${result.memoryId}` }
        );
      }}
    />
  );
}

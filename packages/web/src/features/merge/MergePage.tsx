import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { memories as memoriesQuery } from '../../api/queries.js';
import type { MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { Conflicts } from './Conflicts.js';
import { FateUnits } from './FateUnits.js';
import { Foot } from './Foot.js';
import { Inputs, type Mergeable } from './Inputs.js';
import { LastWritten } from './LastWritten.js';
import { mergeTexts as t } from './messages.js';
import { Outcome } from './Outcome.js';
import { mergePlan, mergeUnits } from './queries.js';
import { OfOneClient, PlanFrame } from './PlanFrame.js';
import { PlanSentences } from './PlanSentences.js';
import { useMerge, type Merging } from './useMerge.js';

export function MergePage() {
  return <OfOneClient>{(clientId) => <OfClient key={clientId} clientId={clientId} />}</OfOneClient>;
}

function OfClient({ clientId }: { readonly clientId: number }) {
  const asked = useQuery(memoriesQuery(clientId));
  const plan = useQuery(mergePlan(clientId));
  const merging = useMerge(clientId);
  const failure = failureOf(asked, plan);
  if (failure) return <Failed heading="h1" failure={failure} />;
  const { data: memories } = asked;
  if (!memories || !merging) return <EmptyState heading="h1" title={m.common.loading} />;
  if (memories.length === 0) return <NothingYet heading="h1" title={t.noMemories} advice={t.noMemoriesAdvice} />;
  return <Desk merging={merging} memories={memories} />;
}

const mergeable = ({ id, name, units, languages, changedAt, damage, ofJob, isReference }: MemoryBody): Mergeable => ({
  id,
  name,
  size: t.units(units),
  languages,
  changedAt,
  isSound: damage === null,
  isOfJob: ofJob,
  isReference,
});

/** Units that are looked at: those of a memory of which the same becomes. */
export interface Looked {
  readonly memory: number;
  readonly fate: Fate;
}

function Desk({ merging, memories }: { readonly merging: Merging; readonly memories: readonly MemoryBody[] }) {
  const { body } = merging;
  const [looked, setLooked] = useState<Looked | null>(null);
  const chosen = body.plan.inputs.flatMap((id) => memories.find((memory) => memory.id === id) ?? []);
  return (
    <PlanFrame
      title={t.title}
      aside={<Inputs plan={body.plan} change={merging.change} all={memories.map(mergeable)} words={t} />}
      foot={chosen.length > 0 && <Foot merging={merging} chosen={chosen} />}
    >
      {chosen.length === 0 ? (
        <Typography color="textSecondary">{t.none}</Typography>
      ) : (
        <>
          <LastWritten
            written={body.written}
            to={(last) => `/memories/${last.memoryId}`}
            open={t.open}
            name={(last) => last.memory}
            says={(last) => t.written(last.units, last.memory)}
          />
          <PlanSentences merging={merging} chosen={chosen} />
          <Outcome merging={merging} chosen={chosen} onLook={setLooked} />
          {looked ? (
            <FateUnits
              key={`${looked.memory} ${looked.fate}`}
              title={t.unitsTitle(t.fates[looked.fate], chosen.find(({ id }) => id === looked.memory)?.name ?? '')}
              pageOf={(page) => mergeUnits(body.clientId, looked.memory, looked.fate, page)}
              said={t.units}
              onClose={() => setLooked(null)}
            />
          ) : (
            body.outcome && <Conflicts merging={merging} memories={memories} />
          )}
        </>
      )}
    </PlanFrame>
  );
}

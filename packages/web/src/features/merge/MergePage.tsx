import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { memories as memoriesQuery } from '../../api/queries.js';
import type { MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { ClientChoice } from '../../parts/ClientChoice.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { WrittenNote } from '../../parts/WrittenNote.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { SERIF } from '../../ui/typefaces.js';
import { Conflicts } from './Conflicts.js';
import { FateUnits } from './FateUnits.js';
import { Foot } from './Foot.js';
import { Inputs } from './Inputs.js';
import { mergeTexts as t } from './messages.js';
import { Outcome } from './Outcome.js';
import { mergePlan } from './queries.js';
import { PlanSentences } from './PlanSentences.js';
import { useMerge, type Merging } from './useMerge.js';

export function MergePage() {
  const clientId = useDesk((state) => state.clientId);
  if (clientId === null)
    return (
      <Box sx={{ p: 3, overflow: 'auto' }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 2 }}>
          {t.chooseTitle}
        </Typography>
        <ClientChoice />
      </Box>
    );
  return <OfClient key={clientId} clientId={clientId} />;
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
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
      <Inputs merging={merging} memories={memories} chosen={chosen} />
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: 3, py: 2 }}>
          <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 1.5 }}>
            {t.title}
          </Typography>
          {chosen.length === 0 ? (
            <Typography color="textSecondary">{t.none}</Typography>
          ) : (
            <>
              {body.written?.standing === 'stands' && (
                <Box sx={{ mb: 1.5 }}>
                  <WrittenNote
                    ledgerId={body.written.ledgerId}
                    to={`/memories/${body.written.memoryId}`}
                    open={t.open}
                    undo={t.undo}
                    undone={t.undone(body.written.memory)}
                  >
                    {t.written(body.written.units, body.written.memory)}
                  </WrittenNote>
                </Box>
              )}
              <PlanSentences merging={merging} chosen={chosen} />
              <Outcome merging={merging} chosen={chosen} onLook={setLooked} />
              {looked ? (
                <FateUnits
                  key={`${looked.memory} ${looked.fate}`}
                  clientId={body.clientId}
                  looked={looked}
                  memory={chosen.find(({ id }) => id === looked.memory)?.name ?? ''}
                  onClose={() => setLooked(null)}
                />
              ) : (
                body.outcome && <Conflicts merging={merging} memories={memories} />
              )}
            </>
          )}
        </Box>
        {chosen.length > 0 && <Foot merging={merging} chosen={chosen} />}
      </Box>
    </Box>
  );
}

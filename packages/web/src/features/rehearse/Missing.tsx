import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { RehearsalBody, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { call } from '../../api/http.js';
import { CandidateTable } from '../../parts/CandidateTable.js';
import { TermPair } from '../../parts/TermPair.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly body: RehearsalBody;
  readonly outcome: RehearsalOutcome;
}

/** Candidates for terms: each goes to a termbase, or is said to be none for this client. */
export function Missing({ body: { clientId, plan }, outcome }: Props) {
  const { say, fail } = useToast();
  const refused = new Set(plan.noTerms);
  const shown = outcome.missing.filter(({ text }) => !refused.has(text.toLowerCase()));
  if (shown.length === 0) return <EmptyState title={t.missing.none} />;
  const refuse = (text: string): void => {
    call('POST /clients/:id/no-terms', { params: { id: clientId }, body: { text } }).then(
      () => say(t.missing.said(text)),
      fail,
    );
  };
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto', bgcolor: 'background.paper' }}>
        <Typography variant="body2" color="textSecondary" sx={{ px: 2, py: 1.5 }}>
          {t.missing.hint}
        </Typography>
        <CandidateTable
          label={t.tabs.missing}
          source={outcome.source}
          target={outcome.target}
          candidates={shown}
          onRefuse={refuse}
        />
      </Box>
      <TermPair clientId={clientId} languages={[outcome.source, outcome.target]} first={plan.writesTermbase} wide />
    </>
  );
}

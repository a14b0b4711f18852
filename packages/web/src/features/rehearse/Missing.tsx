import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { KitPlan, RehearsalBody, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { CandidateTable } from '../../parts/CandidateTable.js';
import { TermPair } from '../../parts/TermPair.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly body: RehearsalBody;
  readonly outcome: RehearsalOutcome;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

/** Candidates for terms: each goes to a termbase, or is said to be none for this client. */
export function Missing({ body: { clientId, plan }, outcome, onChange }: Props) {
  const { say } = useToast();
  const refused = new Set(plan.noTerms);
  const shown = outcome.missing.filter(({ text }) => !refused.has(text.toLowerCase()));
  if (shown.length === 0) return <EmptyState title={t.missing.none} />;
  const refuse = (text: string): void => {
    onChange({ noTerms: [...plan.noTerms, text.toLowerCase()] });
    say(t.missing.said(text));
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
      <TermPair clientId={clientId} languages={[outcome.source, outcome.target]} wide />
    </>
  );
}

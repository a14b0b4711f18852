import Box from '@mui/material/Box';
import { call } from '../../api/http.js';
import type { ConceptBodyOf } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';
import { FindingsPart, HistoryPart, MarginPart } from '../../parts/margin.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts;

/** Beside the concept: what was found about it, where it came from, what was done to it. */
export function ConceptMargin({
  concept,
  onConcept,
}: {
  readonly concept: ConceptBodyOf;
  readonly onConcept: (id: number) => void;
}) {
  const { say, fail } = useToast();
  const goBack = (ledgerId: number): void => {
    call('POST /concepts/:id/return', { params: { id: concept.id }, body: { ledgerId } }).then(
      () => say(t.returned),
      fail,
    );
  };
  return (
    <Box
      component="aside"
      aria-label={t.findings}
      sx={{
        width: { xs: 270, xl: 360 },
        flex: 'none',
        overflow: 'auto',
        borderLeft: 1,
        borderColor: 'divider',
        px: 2,
        py: 2,
      }}
    >
      <FindingsPart
        findings={concept.findings}
        of="termbase"
        to={`/inspect/${concept.termbaseId}`}
        onItem={onConcept}
        level={3}
      />
      <MarginPart title={t.origin} level={3}>
        {concept.origins.length === 0 && t.madeHere}
        {concept.origins.map((origin, i) => (
          <Box key={i} sx={{ overflowWrap: 'anywhere' }}>
            {[origin.file, origin.sheet, origin.row !== undefined && t.row(origin.row)].filter(Boolean).join(', ')}
          </Box>
        ))}
      </MarginPart>
      <HistoryPart
        entries={concept.history}
        canReturn={({ earlier }) => Boolean(earlier)}
        onReturn={goBack}
        level={3}
      />
    </Box>
  );
}

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { inWords } from '@fair-copy/core/said.js';
import { call } from '../../api/http.js';
import type { ConceptBodyOf } from '../../api/types.js';
import { words } from '../../all-words.js';
import { doneWords } from '../../words.js';
import { moment } from '../../ui/format.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { shared } from '../../parts/messages.js';
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
      {concept.findings.length > 0 && (
        <Part title={t.findings}>
          {concept.findings.map((finding) => (
            <Box key={finding.id} sx={{ mb: 1 }}>
              <MarginNote
                tone={finding.severity === 'info' ? 'doubt' : 'error'}
                word={shared.severity[finding.severity]}
                actions={finding.related.slice(0, 2).map((other) => (
                  <WordButton key={other.item} onClick={() => onConcept(other.item)}>
                    {other.text}
                  </WordButton>
                ))}
              >
                {inWords(words.findings('termbase'), finding.said)}
              </MarginNote>
            </Box>
          ))}
          <WordButton as={Link} {...{ to: `/inspect/${concept.termbaseId}` }}>
            {termbaseTexts.inspect}
          </WordButton>
        </Part>
      )}
      <Part title={t.origin}>
        {concept.origins.length === 0 && t.madeHere}
        {concept.origins.map((origin, i) => (
          <Box key={i} sx={{ overflowWrap: 'anywhere' }}>
            {[origin.file, origin.sheet, origin.row !== undefined && t.row(origin.row)].filter(Boolean).join(', ')}
          </Box>
        ))}
      </Part>
      <Part title={t.history}>
        {concept.history.map((entry) => (
          <Box key={entry.ledgerId} sx={{ mb: 0.75 }}>
            <Box sx={entry.undone ? { textDecoration: 'line-through', color: 'text.secondary' } : {}}>
              {doneWords(entry)}
            </Box>
            <Typography variant="body2" color="text.secondary">
              <time dateTime={entry.at}>{moment(entry.at)}</time>
              {entry.undone && `, ${t.undone}`}
            </Typography>
            {entry.earlier && !entry.undone && (
              <WordButton onClick={() => goBack(entry.ledgerId)}>{t.returnTo}</WordButton>
            )}
          </Box>
        ))}
      </Part>
    </Box>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="section" sx={{ mb: 2.5, fontSize: 13 }}>
      <Typography component="h3" sx={{ fontWeight: 600, mb: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}

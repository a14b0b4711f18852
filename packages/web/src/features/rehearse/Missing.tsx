import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import type { KitPlan, RehearsalBody, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { useTermPair } from '../../parts/term-pair-store.js';
import { TermPair } from '../../parts/TermPair.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { number } from '../../ui/format.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly body: RehearsalBody;
  readonly outcome: RehearsalOutcome;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

/** Candidates for terms: each goes to a termbase, or is said to be none for this client. */
export function Missing({ body: { clientId, plan }, outcome, onChange }: Props) {
  const { select, open } = useTermPair();
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
        <Table size="small" aria-label={t.tabs.missing}>
          <TableHead>
            <TableRow>
              <TableCell>{t.missing.text}</TableCell>
              <TableCell align="right">{t.missing.times}</TableCell>
              <TableCell>{t.missing.counterpart}</TableCell>
              <TableCell>{t.missing.context}</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {shown.map(({ text, times, counterpart, contexts }) => (
              <TableRow key={text} hover>
                <TableCell component="th" scope="row">
                  <LanguageText language={plan.source}>{text}</LanguageText>
                </TableCell>
                <TableCell align="right">{number(times)}</TableCell>
                <TableCell>
                  <LanguageText language={plan.target}>{counterpart ?? ''}</LanguageText>
                </TableCell>
                <TableCell sx={{ color: 'text.secondary', fontSize: 13 }}>{contexts[0] ?? ''}</TableCell>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>
                  <WordButton
                    aria-label={t.missing.addOf(text)}
                    onClick={() => {
                      select(plan.source, text);
                      select(plan.target, counterpart ?? '');
                      open();
                    }}
                  >
                    {t.missing.toTermbase}
                  </WordButton>{' '}
                  <WordButton aria-label={t.missing.noTermOf(text)} onClick={() => refuse(text)}>
                    {t.missing.noTerm}
                  </WordButton>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <TermPair clientId={clientId} languages={[plan.source, plan.target]} wide />
    </>
  );
}

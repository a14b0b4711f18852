import { reader } from '../../messages/reader.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { call } from '../../api/http.js';
import { fetchJobFile, jobEnded } from '../../api/jobs.js';
import type { IntakeFileBody, OutcomeKindBody } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { errorWords } from '../../words.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly file: IntakeFileBody;
  readonly kind: OutcomeKindBody | null;
  readonly onKind: (kind: OutcomeKindBody | null) => void;
}

const t = intakeTexts.tally;

/** "1,204 rows = 1,131 entries + 41 joined + 20 held back + 12 not data": each number shows its rows. */
export function Tally({ file, kind, onKind }: Props) {
  const tally = file.outcome?.tally;
  const { fail } = useToast();
  if (!tally) return <Box sx={{ flex: 1, color: 'text.secondary' }}>{t.counting}</Box>;
  const parts: readonly (readonly [OutcomeKindBody, string, number])[] = [
    ['entry', t.entries(tally.entries), tally.entries],
    ['joined', t.joined(tally.joined), tally.joined],
    ['held back', t.heldBack(tally.heldBack), tally.heldBack],
    ['not data', t.notData(tally.notData), tally.notData],
  ];
  const questions = async (): Promise<void> => {
    const job = await jobEnded(
      await call('POST /intake/files/:id/query-list', {
        params: { id: file.id },
        body: { language: reader.language },
      }),
    );
    if (job.state === 'done') fetchJobFile(job.id);
    else if (job.error) fail(new Error(errorWords(job.error)));
  };
  return (
    <Box sx={{ flex: 1, display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
      <Box role="group" aria-label={t.label} sx={{ fontVariantNumeric: 'tabular-nums', fontSize: 14 }}>
        <TallyWord text={t.rows(tally.rows)} on={kind === null} title={t.all} onClick={() => onKind(null)} />
        {parts.map(([part, text], i) => (
          <span key={part}>
            {i === 0 ? ' = ' : ' + '}
            <TallyWord text={text} on={kind === part} onClick={() => onKind(kind === part ? null : part)} />
          </span>
        ))}
      </Box>
      {tally.heldBack > 0 && (
        <Button variant="text" title={intakeTexts.questionsHint} onClick={() => void questions().catch(fail)}>
          {intakeTexts.questions}
        </Button>
      )}
    </Box>
  );
}

function TallyWord({
  text,
  on,
  title,
  onClick,
}: {
  readonly text: string;
  readonly on: boolean;
  readonly title?: string;
  readonly onClick: () => void;
}) {
  return (
    <WordButton
      aria-pressed={on}
      title={title}
      onClick={onClick}
      sx={(theme) => (on ? { bgcolor: theme.inks.tint, textDecorationStyle: 'solid', px: '4px' } : {})}
    >
      {text}
    </WordButton>
  );
}

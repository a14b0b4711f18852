import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { CandidateBody } from '@fair-copy/api/candidates.js';
import { number } from '../ui/format.js';
import { LanguageText } from '../ui/LanguageText.js';
import { WordButton } from '../ui/WordButton.js';
import { shared } from './messages.js';
import { useTermPair } from './term-pair-store.js';

const t = shared.candidates;

interface Props {
  readonly label: string;
  readonly source: string;
  readonly target: string;
  readonly candidates: readonly CandidateBody[];
  /** It is no term for this client. */
  readonly onRefuse: (text: string) => void;
}

/** Words and phrases without a term: each goes to a termbase as a pair, or is said to be none. */
export function CandidateTable({ label, source, target, candidates, onRefuse }: Props) {
  const { select, open } = useTermPair();
  return (
    <Table size="small" aria-label={label}>
      <TableHead>
        <TableRow>
          <TableCell>{t.text}</TableCell>
          <TableCell align="right">{t.times}</TableCell>
          <TableCell>{t.counterpart}</TableCell>
          <TableCell>{t.context}</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {candidates.map(({ text, times, counterpart, contexts }) => (
          <TableRow key={text} hover>
            <TableCell component="th" scope="row">
              <LanguageText language={source}>{text}</LanguageText>
            </TableCell>
            <TableCell align="right">{number(times)}</TableCell>
            <TableCell>
              <LanguageText language={target}>{counterpart ?? ''}</LanguageText>
            </TableCell>
            <TableCell sx={{ '& *': { color: 'text.secondary', fontSize: 14 } }}>
              <LanguageText language={source}>{contexts[0] ?? ''}</LanguageText>
            </TableCell>
            <TableCell sx={{ whiteSpace: 'nowrap' }}>
              <WordButton
                aria-label={t.addOf(text)}
                onClick={() => {
                  select(source, text);
                  select(target, counterpart ?? '');
                  open();
                }}
              >
                {t.toTermbase}
              </WordButton>{' '}
              <WordButton aria-label={t.noTermOf(text)} onClick={() => onRefuse(text)}>
                {t.noTerm}
              </WordButton>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

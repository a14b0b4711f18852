/** What stands beside a concept or a unit: what was found about it, what was done to it. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { FindingBody } from '@fair-copy/api/inspection.js';
import { inWords, type Said } from '@fair-copy/core/said.js';
import type { Inspected } from '@fair-copy/words/catalogue.js';
import type { DoneCodes } from '@fair-copy/words/done.js';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { words } from '../all-words.js';
import { moment } from '../ui/format.js';
import { MarginNote } from '../ui/MarginNote.js';
import { WordButton } from '../ui/WordButton.js';
import { doneWords } from '../words.js';
import { shared } from './messages.js';

interface PartProps {
  readonly title: string;
  /** Of its heading, by what stands above it on the page. */
  readonly level: 2 | 3;
  readonly children: ReactNode;
}

export function MarginPart({ title, level, children }: PartProps) {
  return (
    <Box component="section" sx={{ mb: level === 2 ? 2 : 2.5, fontSize: 13 }}>
      <Typography
        component={`h${level}`}
        sx={{
          fontSize: level === 2 ? 13 : 14,
          fontWeight: 600,
          mb: 0.5,
          ...(level === 2 && { color: 'text.secondary' }),
        }}
      >
        {title}
      </Typography>
      {children}
    </Box>
  );
}

interface FindingsProps extends Pick<PartProps, 'level'> {
  readonly findings: readonly FindingBody[];
  readonly of: Inspected;
  /** The page of the inspection. */
  readonly to: string;
  /** Opens another item that a finding names; left out: they are not offered. */
  readonly onItem?: (id: number) => void;
}

/** Nothing where nothing was found. */
export function FindingsPart({ findings, of, to, onItem, level }: FindingsProps) {
  if (findings.length === 0) return null;
  return (
    <MarginPart title={shared.findings} level={level}>
      {findings.map((finding) => (
        <Box key={finding.id} sx={{ mb: 1 }}>
          <MarginNote
            tone={finding.severity === 'info' ? 'doubt' : 'error'}
            word={shared.severity[finding.severity]}
            {...(onItem && {
              actions: finding.related.slice(0, 2).map((other) => (
                <WordButton key={other.item} onClick={() => onItem(other.item)}>
                  {other.text}
                </WordButton>
              )),
            })}
          >
            {inWords(words.findings(of), finding.said)}
          </MarginNote>
        </Box>
      ))}
      <WordButton as={Link} {...{ to }}>
        {shared.inspect}
      </WordButton>
    </MarginPart>
  );
}

interface Entry {
  readonly ledgerId: number;
  readonly at: string;
  readonly said: Said<DoneCodes>;
  readonly undone: boolean;
}

interface HistoryProps<E extends Entry> extends Pick<PartProps, 'level'> {
  readonly entries: readonly E[];
  /** Whether the state before it is known, so that one can go back to it. */
  readonly canReturn: (entry: E) => boolean;
  readonly onReturn: (ledgerId: number) => void;
  /** How it was before. */
  readonly before?: (entry: E) => ReactNode;
  /** What is said where there is none. */
  readonly empty?: string;
}

export function HistoryPart<E extends Entry>(props: HistoryProps<E>) {
  const { entries, canReturn, onReturn, before, empty, level } = props;
  return (
    <MarginPart title={shared.history} level={level}>
      {entries.length === 0 && empty && <Box sx={{ color: 'text.secondary' }}>{empty}</Box>}
      {entries.map((entry) => (
        <Box key={entry.ledgerId} sx={{ mb: 0.75 }}>
          <Box sx={entry.undone ? { textDecoration: 'line-through', color: 'text.secondary' } : {}}>
            {doneWords(entry)}
          </Box>
          <Typography variant="body2" color="textSecondary">
            <time dateTime={entry.at}>{moment(entry.at)}</time>
            {entry.undone && `, ${shared.undone}`}
          </Typography>
          {canReturn(entry) && !entry.undone && (
            <>
              {before?.(entry)}
              <WordButton onClick={() => onReturn(entry.ledgerId)}>{shared.returnTo}</WordButton>
            </>
          )}
        </Box>
      ))}
    </MarginPart>
  );
}

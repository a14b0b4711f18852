import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

export type NoteTone = 'question' | 'error' | 'doubt' | 'settled' | 'quiet';

const SIGN: Readonly<Record<NoteTone, string>> = { question: '?', error: '!', doubt: '≈', settled: '✓', quiet: '·' };

interface Props {
  readonly tone: NoteTone;
  /** A word for the sign, so that colour and sign never stand alone. */
  readonly word?: string;
  readonly children: ReactNode;
  readonly actions?: ReactNode;
  /** The actions follow the text in the same line. */
  readonly inline?: boolean;
}

/** A remark in the margin, level with its row: what, why, and at most two things to do. */
export function MarginNote({ tone, word, children, actions, inline = false }: Props) {
  return (
    <Box
      sx={(theme) => {
        const colour = {
          question: theme.inks.vermilion,
          error: theme.inks.vermilion,
          doubt: theme.inks.doubtText,
          settled: theme.inks.moss,
          quiet: theme.inks.quiet,
        }[tone];
        return {
          display: 'flex',
          gap: 0.75,
          fontSize: 13,
          lineHeight: '18px',
          color: theme.inks.ink,
          '& .sign': { color: colour, fontWeight: 700, flex: 'none', width: 12, textAlign: 'center' },
          '& .word': { color: colour, fontWeight: 600 },
        };
      }}
    >
      <span className="sign" aria-hidden="true">
        {SIGN[tone]}
      </span>
      <Box sx={{ minWidth: 0 }}>
        {word && <span className="word">{word}: </span>}
        {children}
        {actions && (
          <Box
            component={inline ? 'span' : 'div'}
            sx={{
              display: inline ? 'inline-flex' : 'flex',
              flexWrap: 'wrap',
              columnGap: 1.25,
              rowGap: 0.25,
              ...(inline ? { ml: 1.25 } : { mt: 0.25 }),
            }}
          >
            {actions}
          </Box>
        )}
      </Box>
    </Box>
  );
}

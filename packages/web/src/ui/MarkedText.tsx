import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

export interface Span {
  readonly from: number;
  readonly to: number;
}

/** A text with the evidence in it underlined; a mark between two letters is shown as a gap. */
export function MarkedText({ text, marks }: { readonly text: string; readonly marks: readonly Span[] }) {
  if (marks.length === 0) return text;
  const parts: ReactNode[] = [];
  let at = 0;
  for (const { from, to } of [...marks].sort((a, b) => a.from - b.from)) {
    if (from < at) continue;
    parts.push(text.slice(at, from));
    const said = text.slice(from, to);
    parts.push(
      <Box
        key={from}
        component="mark"
        sx={(theme) => ({
          color: 'inherit',
          bgcolor: 'transparent',
          textDecoration: 'underline wavy',
          textDecorationColor: theme.inks.vermilion,
          textUnderlineOffset: '4px',
          // White space, and what is missing, is seen by its ground.
          ...(/^[\s\p{Cf}]*$/u.test(said) && {
            bgcolor: theme.inks.tint,
            px: said.trim() === said ? '3px' : 0,
            whiteSpace: 'pre',
          }),
        })}
      >
        {said}
      </Box>,
    );
    at = to;
  }
  parts.push(text.slice(at));
  return <>{parts}</>;
}

import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { styled } from '@mui/material/styles';
import { Fragment, type ReactNode } from 'react';
import { m } from '../messages/index.js';
import { LanguageText } from './LanguageText.js';
import { MONO } from './typefaces.js';

export interface ShownCode {
  readonly kind: 'open' | 'close' | 'alone';
  readonly shown: string;
}

/** A code of the file as a small rounded capsule with its meaning; open towards what it encloses. */
export const Capsule = styled('span')<{ readonly kind: ShownCode['kind'] }>(({ theme, kind }) => ({
  display: 'inline-block',
  fontFamily: MONO,
  fontSize: 11,
  lineHeight: '15px',
  padding: '0 5px',
  margin: '0 1px',
  color: theme.inks.quiet,
  backgroundColor: theme.inks.tint,
  border: `1px solid ${theme.inks.hairline}`,
  borderRadius: kind === 'open' ? '8px 2px 2px 8px' : kind === 'close' ? '2px 8px 8px 2px' : 8,
  verticalAlign: 'baseline',
  userSelect: 'all',
}));

function nameOf({ shown }: ShownCode): string {
  return m.codeNames[shown] ?? shown;
}

export function codeLabel(code: ShownCode): string {
  return m.code[code.kind](nameOf(code));
}

export type Span = readonly [from: number, to: number];

/** A text with its codes as capsules, and with marked passages. */
export function CodedText({
  language,
  text,
  codes = [],
  marks = [],
}: {
  readonly language: string;
  readonly text: string;
  readonly codes?: readonly ShownCode[];
  readonly marks?: readonly Span[];
}) {
  const pieces: ReactNode[] = [];
  let next = 0;
  text.split(CODE).forEach((piece, i) => {
    if (i > 0) {
      const code = codes[next++];
      if (code)
        pieces.push(
          <Capsule key={`c${i}`} kind={code.kind} role="img" aria-label={codeLabel(code)}>
            {nameOf(code)}
          </Capsule>,
        );
    }
    if (piece) pieces.push(<Fragment key={`t${i}`}>{marks.length ? marked(piece, marks) : piece}</Fragment>);
  });
  return <LanguageText language={language}>{pieces}</LanguageText>;
}

const Mark = styled('mark')(({ theme }) => ({
  backgroundColor: 'transparent',
  color: 'inherit',
  fontWeight: 600,
  borderBottom: `2px solid ${theme.inks.vermilion}`,
}));

function marked(text: string, marks: readonly Span[]): ReactNode[] {
  const nodes: ReactNode[] = [];
  let at = 0;
  for (const [from, to] of marks) {
    if (from < at) continue;
    if (from > at) nodes.push(text.slice(at, from));
    nodes.push(<Mark key={from}>{text.slice(from, to)}</Mark>);
    at = to;
  }
  nodes.push(text.slice(at));
  return nodes;
}

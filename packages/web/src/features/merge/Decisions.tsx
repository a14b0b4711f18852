/** What a person decides about, one block each: the frame of a block, its lines, and the keys that go through them. */
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useState, type ReactNode } from 'react';
import { chosenLine } from '../../ui/chosen-line.js';
import { useKeys } from '../../ui/useKeys.js';

/**
 * Which block is in hand; `j` and `k` go on.
 * @param keysOf what keys do to the one in hand
 */
export function useBlockInHand<T>(all: readonly T[], keysOf: (here: T) => Record<string, () => void>) {
  const [at, setAt] = useState(0);
  const here = all[at];
  const go = (to: number) => () => setAt(Math.max(0, Math.min(all.length - 1, to)));
  useKeys({
    j: go(at + 1),
    ArrowDown: go(at + 1),
    k: go(at - 1),
    ArrowUp: go(at - 1),
    ...(here !== undefined && keysOf(here)),
  });
  return { at, choose: setAt };
}

interface BlockProps {
  readonly label: string;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly children: ReactNode;
}

export function DecisionBlock({ label, chosen, onChoose, children }: BlockProps) {
  return (
    <Box
      role="group"
      aria-label={label}
      {...chosenLine(chosen)}
      onClick={onChoose}
      sx={(theme) => ({
        mb: 1.5,
        p: 1.5,
        bgcolor: chosen ? theme.inks.tint : theme.inks.sheet,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
        border: 1,
        borderColor: 'divider',
      })}
    >
      {children}
    </Box>
  );
}

interface LineProps {
  /** From 1: the key that takes it. */
  readonly number: number;
  readonly label: string;
  readonly stays: boolean;
  readonly onTake: () => void;
  /** Where it comes from, and why it stays. */
  readonly beside: ReactNode;
  readonly children: ReactNode;
}

/** One of the choices of a block. */
export function DecisionLine({ number, label, stays, onTake, beside, children }: LineProps) {
  return (
    <ButtonBase
      aria-label={label}
      aria-pressed={stays}
      onClick={onTake}
      sx={(theme) => ({
        display: 'flex',
        width: '100%',
        textAlign: 'start',
        alignItems: 'baseline',
        gap: 1.5,
        py: 0.5,
        px: 1,
        borderTop: 1,
        borderColor: 'divider',
        borderLeft: `3px solid ${stays ? theme.inks.moss : 'transparent'}`,
      })}
    >
      <Box sx={{ width: 14, color: 'text.secondary', fontSize: 12 }}>{number}</Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>{children}</Box>
      <Box sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'end', flex: 'none', maxWidth: 260 }}>
        {beside}
      </Box>
    </ButtonBase>
  );
}

/** Said of the choice that stays. */
export function Stays({ children }: { readonly children: ReactNode }) {
  return (
    <Box component="span" sx={(theme) => ({ color: theme.inks.moss, fontWeight: 600, display: 'block' })}>
      {children}
    </Box>
  );
}

/** Below the choices: what is said of them as a whole, and what else can be decided. */
export function DecisionFoot({ says, children }: { readonly says: ReactNode; readonly children: ReactNode }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 0.5, fontSize: 13, color: 'text.secondary' }}>
      {says && <span>{says}</span>}
      <Box sx={{ flex: 1 }} />
      {children}
    </Box>
  );
}

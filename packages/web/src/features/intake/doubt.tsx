import { inWords } from '@fair-copy/core/said.js';
import { words } from '../../all-words.js';
import type { Guess } from '@fair-copy/core/guess.js';
import Box from '@mui/material/Box';
import { intakeTexts } from './messages.js';

const t = intakeTexts.sentence;

export function reasonOf(guess: Guess<unknown>): string {
  return guess.set ? t.chosen : t.sureness(guess.sureness, inWords(words.intake.reasons, guess.reason));
}

/** A small mark behind a word that is not sure. */
export function DoubtMark({ guess }: { readonly guess: Guess<unknown> }) {
  if (guess.set || guess.sureness >= 0.75) return null;
  return (
    <Box component="span" sx={(theme) => ({ color: theme.inks.doubtText, ml: 0.25 })}>
      {' '}
      ≈ {Math.round(guess.sureness * 100)} %
    </Box>
  );
}

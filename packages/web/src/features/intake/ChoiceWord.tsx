import type { Guess } from '@fair-copy/core/guess.js';
import Box from '@mui/material/Box';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState, type ReactNode } from 'react';
import { WordButton } from '../../ui/WordButton.js';
import { DoubtMark, reasonOf } from './doubt.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.sentence;

interface ChoiceProps {
  readonly word: string;
  readonly guess: Guess<unknown>;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly selected: string;
  readonly hint?: string;
  readonly onChoose: (value: string) => void;
  /** More ways to choose, below the list. */
  readonly children?: (choose: (value: string) => void) => ReactNode;
}

/** A guess that can be clicked and changed, with its reason. */
export function ChoiceWord({ word, guess, options, selected, hint, onChoose, children }: ChoiceProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (value: string): void => {
    setAnchor(null);
    onChoose(value);
  };
  return (
    <>
      <WordButton
        aria-haspopup="menu"
        aria-label={t.change(word)}
        title={reasonOf(guess)}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {word}
        <DoubtMark guess={guess} />
      </WordButton>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: { sx: { maxHeight: 420 } } }}
      >
        <Box component="li" sx={{ px: 2, pb: 1, color: 'text.secondary', maxWidth: 360, fontSize: 13 }}>
          {reasonOf(guess)}
          {hint && <Box>{hint}</Box>}
        </Box>
        {options.map((option) => (
          <MenuItem key={option.value} selected={option.value === selected} onClick={() => choose(option.value)}>
            {option.label}
          </MenuItem>
        ))}
        {children && <li>{children(choose)}</li>}
      </Menu>
    </>
  );
}

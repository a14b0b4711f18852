import Popover from '@mui/material/Popover';
import { useState, type ReactNode } from 'react';
import { WordButton } from './WordButton.js';

interface Props {
  /** What stands in the sentence. */
  readonly word: ReactNode;
  readonly label?: string;
  readonly title?: string;
  readonly onOpen?: () => void;
  /** What opens below it; `close` ends it. */
  readonly children: (close: () => void) => ReactNode;
}

/** A word in a sentence that opens what it stands for. */
export function WordPopover({ word, label, title, onOpen, children }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = (): void => setAnchor(null);
  return (
    <>
      <WordButton
        aria-haspopup="dialog"
        {...(label && { 'aria-label': label })}
        {...(title && { title })}
        onClick={(event) => {
          setAnchor(event.currentTarget);
          onOpen?.();
        }}
      >
        {word}
      </WordButton>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        {children(close)}
      </Popover>
    </>
  );
}

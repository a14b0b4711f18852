import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import { useState, type ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly variant: 'contained' | 'outlined';
  readonly disabled?: boolean;
  readonly fullWidth?: boolean;
  /** What opens over the button. */
  readonly children: (close: () => void) => ReactNode;
}

/** The one button at the foot of a sheet, and the form that it opens. */
export function PopoverButton({ label, variant, disabled = false, fullWidth = false, children }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = (): void => setAnchor(null);
  return (
    <>
      <Button
        variant={variant}
        disabled={disabled}
        fullWidth={fullWidth}
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {label}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        {anchor && children(close)}
      </Popover>
    </>
  );
}

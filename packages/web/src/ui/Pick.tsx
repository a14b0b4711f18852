import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Menu items. */
  readonly children: ReactNode;
}

/** One out of a list, also where the empty value is a choice. */
export function Pick({ label, value, onChange, children }: Props) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {children}
    </TextField>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { KitMemoryBody } from '@fair-copy/api/kits.js';
import type { KitResource } from '@fair-copy/api/rehearsals.js';
import { shared } from '../../parts/messages.js';
import { rehearseTexts as t } from './messages.js';

const OnlyDialog = lazy(async () => ({ default: (await import('./OnlyDialog.js')).OnlyDialog }));

interface RankedProps {
  readonly memory: KitResource & KitMemoryBody;
  /** From 0. */
  readonly rank: number;
  readonly isLast: boolean;
  readonly isWritten: boolean;
  /** Undefined: it has not been rehearsed as it is. */
  readonly sums: { readonly alone: number; readonly added: number } | undefined;
  readonly onPut: (rank: number) => void;
  readonly onChange: (part: Partial<KitMemoryBody>) => void;
  readonly onWrite: (on: boolean) => void;
  readonly onRemove: () => void;
}

/** A memory of the kit with its rank, its role, the points that are taken off, which of its units, and what it brings. */
export function Ranked({
  memory: { name, fit, off, only, isReference },
  rank,
  isLast,
  isWritten,
  sums,
  onPut,
  onChange,
  onWrite,
  onRemove,
}: RankedProps) {
  const [isAsking, setIsAsking] = useState(false);
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', pb: 0.75, mb: 0.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <FormControlLabel
          sx={{ flex: 1, mr: 0, minWidth: 0 }}
          control={
            <Checkbox size="small" checked onChange={onRemove} slotProps={{ input: { 'aria-label': t.use(name) } }} />
          }
          label={`${rank + 1}. ${name}`}
        />
        <IconButton size="small" disabled={rank === 0} aria-label={t.up(name)} onClick={() => onPut(rank - 1)}>
          <ArrowUp size={16} />
        </IconButton>
        <IconButton size="small" disabled={isLast} aria-label={t.down(name)} onClick={() => onPut(rank + 1)}>
          <ArrowDown size={16} />
        </IconButton>
        <Off key={off} name={name} off={off} onChange={(points) => onChange({ off: points })} />
      </Box>
      <Box sx={{ fontSize: 12.5, color: 'text.secondary', pl: 4 }}>
        {fit === 'general' && `${t.general}. `}
        {sums && `${rank === 0 ? t.brings(sums.alone) : t.adds(sums.alone, sums.added)}.`}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', pl: 4, fontSize: 12.5 }}>
        <Role name={name} isReference={isReference} isWritten={isWritten} onWrite={onWrite} />
        <Button
          size="small"
          aria-label={t.onlyOf(name)}
          sx={{ minWidth: 0, textAlign: 'start', fontSize: 12.5 }}
          onClick={() => setIsAsking(true)}
        >
          {only ? t.onlySaid(only) : t.only}
        </Button>
      </Box>
      {isAsking && (
        <Suspense>
          <OnlyDialog
            name={name}
            only={only ?? {}}
            onSave={(said) => onChange({ only: Object.keys(said).length > 0 ? said : undefined })}
            onClose={() => setIsAsking(false)}
          />
        </Suspense>
      )}
    </Box>
  );
}

interface RoleProps {
  readonly name: string;
  readonly isReference: boolean;
  readonly isWritten: boolean;
  readonly onWrite: (on: boolean) => void;
}

/** Whether the project writes to a resource of the kit; of each kind to one at most. */
export function Role({ name, isReference, isWritten, onWrite }: RoleProps) {
  if (isReference) return <Box sx={{ color: 'text.secondary', mr: 1 }}>{shared.forReference}</Box>;
  return (
    <FormControlLabel
      sx={{ mr: 1, '& .MuiFormControlLabel-label': { fontSize: 12.5 } }}
      control={
        <Checkbox
          size="small"
          checked={isWritten}
          onChange={(_, on) => onWrite(on)}
          slotProps={{ input: { 'aria-label': t.writtenOf(name) } }}
        />
      }
      label={t.written}
    />
  );
}

/** Points are kept when they are typed, not at each digit. */
function Off({
  name,
  off,
  onChange,
}: {
  readonly name: string;
  readonly off: number;
  readonly onChange: (points: number) => void;
}) {
  const [typed, setTyped] = useState(String(off));
  const keep = (): void => {
    const points = Math.max(0, Math.min(50, Math.round(Number(typed) || 0)));
    setTyped(String(points));
    if (points !== off) onChange(points);
  };
  return (
    <TextField
      type="number"
      value={typed}
      label={t.off}
      sx={{ width: 84, flex: 'none', ml: 0.5 }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { 'aria-label': t.offOf(name), min: 0, max: 50 } }}
      onChange={({ target: { value } }) => setTyped(value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}

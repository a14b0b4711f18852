import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { send } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { memories as memoriesQuery } from '../../api/queries.js';
import type { AlignmentBody, BeadBody, JobBody } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { Pick } from '../../ui/Pick.js';
import { PopoverButton } from '../../ui/PopoverButton.js';
import { useToast } from '../../ui/toast-store.js';
import { hasBothSides, isDoubtful } from './pairs.js';

const t = m.align.write;
const SURE = 0.8;

interface Props {
  readonly alignment: AlignmentBody;
  readonly pairs: readonly BeadBody[];
  readonly units: number;
  readonly settle: () => Promise<void>;
}

export function WritePairs({ alignment, pairs, units, settle }: Props) {
  const { data: memories = [] } = useQuery(memoriesQuery(alignment.clientId));
  const [target, setTarget] = useState('');
  const [name, setName] = useState(alignment.source.name.replace(/\.[^.]+$/, ''));
  const [onlySure, setOnlySure] = useState(false);
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const left = pairs.filter((pair) => hasBothSides(pair) && isDoubtful(pair)).length;
  const write = async (close: () => void): Promise<void> => {
    await settle();
    const where = target === '' ? { newName: name } : { memoryId: Number(target) };
    const started = await send<JobBody>('POST', `/alignments/${alignment.id}/write`, {
      ...where,
      sure: onlySure ? SURE : 0,
    });
    close();
    const written = await jobResult<{ memoryId: number; memory: string; units: number }>(started.id);
    if (!written) return;
    say(t.done(written.units, written.memory), {
      label: t.open,
      run: () => void navigate(`/memories/${written.memoryId}`),
    });
  };
  return (
    <PopoverButton
      variant={alignment.written ? 'outlined' : 'contained'}
      disabled={units === 0}
      label={t.button(units)}
    >
      {(close) => (
        <Box
          component="form"
          sx={{ p: 2, width: 360, display: 'flex', flexDirection: 'column', gap: 1.5 }}
          onSubmit={(event) => {
            event.preventDefault();
            write(close).catch(fail);
          }}
        >
          <Typography component="h2" sx={{ fontWeight: 600 }}>
            {t.title}
          </Typography>
          <Pick label={t.where} value={target} onChange={setTarget}>
            <MenuItem value="">{t.new}</MenuItem>
            {memories.map((memory) => (
              <MenuItem key={memory.id} value={String(memory.id)}>
                {memory.name}
              </MenuItem>
            ))}
          </Pick>
          {target === '' && (
            <TextField label={t.name} value={name} onChange={(event) => setName(event.target.value)} autoFocus />
          )}
          <FormControlLabel
            control={<Checkbox size="small" checked={onlySure} onChange={(_, on) => setOnlySure(on)} />}
            label={t.onlySure(left)}
          />
          <Button type="submit" variant="contained" disabled={target === '' && name.trim() === ''}>
            {t.go(onlySure ? units - left : units)}
          </Button>
        </Box>
      )}
    </PopoverButton>
  );
}

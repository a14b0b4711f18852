import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { writtenTogether } from '../../api/written.js';
import type { IntakeFileBody } from '../../api/types.js';
import { MemoryTarget, type MemoryTargetBody } from '../../parts/MemoryTarget.js';
import { PopoverButton } from '../../ui/PopoverButton.js';
import { useToast } from '../../ui/toast-store.js';
import { shared } from '../../parts/messages.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.units.together;

/** Files of units that are ready and not written yet: to one memory in one go, or each its own. */
export function WriteTogether({ files }: { readonly files: readonly IntakeFileBody[] }) {
  const ready = files.filter(
    ({ state, units, unitsWritten }) => state === 'ready' && units?.taken && unitsWritten?.standing !== 'stands',
  );
  if (ready.length < 2) return null;
  return (
    <Box sx={{ p: 1.5, borderTop: 1, borderColor: 'divider' }}>
      <PopoverButton variant="outlined" fullWidth label={t.button(ready.length)}>
        {(close) => <Form files={ready} onClose={close} />}
      </PopoverButton>
    </Box>
  );
}

function Form({ files, onClose }: { readonly files: readonly IntakeFileBody[]; readonly onClose: () => void }) {
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const say = useToast((state) => state.say);
  const navigate = useNavigate();
  const chosen = files.filter(({ id }) => !left.has(id));
  const units = chosen.reduce((sum, file) => sum + (file.units?.taken ?? 0), 0);
  const write = async (body: MemoryTargetBody): Promise<void> => {
    const ids = chosen.map(({ id }) => id);
    const started = await call('POST /intake/write-units', { body: { ids, ...body } });
    onClose();
    const result = await jobResult(started);
    if (!result) return;
    const written = writtenTogether(result);
    const [first] = written.memories;
    say(
      t.done(
        written.units,
        written.skipped,
        written.memories.map(({ name }) => name),
      ),
      {
        label: shared.toMemory.open,
        run: () => void navigate(written.memories.length === 1 ? `/memories/${first!.id}` : '/holdings'),
      },
    );
  };
  return (
    <MemoryTarget
      clientId={files[0]!.clientId}
      file={{ name: chosen[0]?.name ?? files[0]!.name, sheet: null }}
      several
      files={chosen.map(({ id }) => id)}
      submit={shared.toMemory.write(units)}
      disabled={chosen.length === 0}
      onSubmit={write}
    >
      <Typography component="h3" color="textSecondary" sx={{ mt: 1 }}>
        {t.which}
      </Typography>
      {files.map(({ id, name, units: survey }) => (
        <FormControlLabel
          key={id}
          control={
            <Checkbox
              size="small"
              checked={!left.has(id)}
              onChange={(_, on) =>
                setLeft((now) => new Set(on ? [...now].filter((other) => other !== id) : [...now, id]))
              }
            />
          }
          label={`${name} (${shared.units(survey?.taken ?? 0)})`}
        />
      ))}
    </MemoryTarget>
  );
}

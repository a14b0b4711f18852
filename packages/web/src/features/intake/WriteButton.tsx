import { m } from '../../messages/index.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { holdings as holdingsQuery } from '../../api/queries.js';
import type { Holding, IntakeFileBody } from '../../api/types.js';
import { PopoverButton } from '../../ui/PopoverButton.js';
import { useToast } from '../../ui/toast-store.js';
import { resourceName } from '../../ui/resource-name.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';
import { shared } from '../../parts/messages.js';

const t = intakeTexts.write;

/** The one button of the page: writes the entries to a new or an existing termbase. */
export function WriteButton({ file, changes }: { readonly file: IntakeFileBody; readonly changes: ReadingChanges }) {
  const { data: holdings = [] } = useQuery(holdingsQuery(file.clientId));
  const tally = file.outcome?.tally;
  const target = holdings.find((holding) => holding.id === file.targetId);
  const writable = tally ? tally.entries + tally.joined : 0;
  return (
    <PopoverButton
      variant={file.written?.standing === 'stands' ? 'outlined' : 'contained'}
      disabled={writable === 0}
      label={
        tally && writable > 0
          ? t.button(tally.entries, target ? m.quoted(target.name) : t.new)
          : tally
            ? t.nothing
            : intakeTexts.tally.counting
      }
    >
      {(close) => <TargetForm file={file} holdings={holdings} changes={changes} onClose={close} />}
    </PopoverButton>
  );
}

interface FormProps {
  readonly file: IntakeFileBody;
  readonly holdings: readonly Holding[];
  readonly changes: ReadingChanges;
  readonly onClose: () => void;
}

function TargetForm({ file, holdings, changes, onClose }: FormProps) {
  const [name, setName] = useState(
    resourceName(
      file.name,
      file.sheet,
      holdings.map((holding) => holding.name),
    ),
  );
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const tally = file.outcome?.tally;
  const write = async (): Promise<void> => {
    const body = file.targetId === null ? { newName: name } : { termbaseId: file.targetId };
    const started = await call('POST /intake/files/:id/write', { params: { id: file.id }, body });
    // Long work is quiet: the person goes on, and is told when it is done.
    onClose();
    const written = await jobResult(started);
    if (!written) return;
    say(t.done(written.entries, written.joined, written.termbase), {
      label: t.open,
      run: () => void navigate(`/termbases/${written.termbaseId}`),
    });
  };
  return (
    <Box
      component="form"
      sx={{ p: 2, width: 380 }}
      onSubmit={(event) => {
        event.preventDefault();
        write().catch(fail);
      }}
    >
      <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
        {t.title}
      </Typography>
      <RadioGroup
        aria-label={t.title}
        value={file.targetId ?? 'new'}
        onChange={(event) => changes.setTarget(event.target.value === 'new' ? null : Number(event.target.value))}
      >
        <FormControlLabel value="new" control={<Radio size="small" />} label={t.new} />
        {file.targetId === null && (
          <TextField
            sx={{ ml: 4, mb: 1 }}
            label={t.newName}
            value={name}
            onChange={(event) => setName(event.target.value)}
            autoFocus
          />
        )}
        {holdings.map((holding) => (
          <FormControlLabel
            key={holding.id}
            value={holding.id}
            control={<Radio size="small" disabled={holding.isReference} />}
            label={`${holding.name} (${holding.isReference ? shared.forReference : shared.concepts(holding.concepts)})`}
          />
        ))}
      </RadioGroup>
      <Typography variant="body2" color="textSecondary" sx={{ my: 1 }}>
        {tally
          ? `${intakeTexts.tally.entries(tally.entries)}, ${intakeTexts.tally.joined(tally.joined)}. `
          : `${intakeTexts.tally.counting} `}
        {tally && tally.heldBack > 0 && t.heldStay(tally.heldBack)}
      </Typography>
      <Button type="submit" variant="contained" disabled={!tally || (file.targetId === null && name.trim() === '')}>
        {t.go}
      </Button>
    </Box>
  );
}

import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { languageName } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts.apart;

/** The languages of a memory without their regions, those with the most units first. */
export function generalLanguages({ languages }: MemoryBody): string[] {
  const counts = [...languages].sort((a, b) => b.units - a.units);
  return [...new Set(counts.map(({ language }) => primaryLanguage(language)))];
}

interface Props {
  readonly memory: MemoryBody;
  readonly onClose: () => void;
}

/** Asks which language is the source, and says which memories there will be. */
export function TakeApart({ memory, onClose }: Props) {
  const languages = generalLanguages(memory);
  const [source, setSource] = useState(languages[0]!);
  const { busy, run } = useBusy();
  const say = useToast((state) => state.say);
  const navigate = useNavigate();
  const takeApart = async (): Promise<void> => {
    const started = await call('POST /memories/:id/take-apart', { params: { id: memory.id }, body: { source } });
    const result = await jobResult(started);
    onClose();
    if (!result) return;
    say(t.done(result.memories.length, result.left));
    void navigate('/holdings');
  };
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>{t.title(memory.name)}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Typography>{t.says}</Typography>
        <Pick label={t.source} value={source} onChange={setSource}>
          {languages.map((tag) => (
            <MenuItem key={tag} value={tag}>
              {languageName(tag)}
            </MenuItem>
          ))}
        </Pick>
        <Typography color="textSecondary">
          {languages
            .filter((tag) => tag !== source)
            .map((tag) => `${languageName(source)}–${languageName(tag)}`)
            .join(', ')}
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button variant="contained" disabled={busy} onClick={() => run(takeApart)}>
          {t.run}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

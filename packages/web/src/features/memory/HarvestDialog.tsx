import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { CandidatesFound } from '@fair-copy/api/candidates.js';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { CandidateTable } from '../../parts/CandidateTable.js';
import { TermPair } from '../../parts/TermPair.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts.harvest;

/** What the memory often says and no termbase of its client has. */
export function HarvestDialog({ memory, onClose }: { readonly memory: MemoryBody; readonly onClose: () => void }) {
  const tags = memory.languages.map(({ language }) => language);
  const [source, setSource] = useState(tags[0] ?? '');
  const [target, setTarget] = useState(tags[1] ?? '');
  const [found, setFound] = useState<CandidatesFound | null>(null);
  const { busy, run } = useBusy();
  const { say } = useToast();
  const look = async (): Promise<void> =>
    setFound(
      await jobResult(
        await call('POST /memories/:id/candidates', { params: { id: memory.id }, body: { source, target } }),
      ),
    );
  const refuse = async (text: string): Promise<void> => {
    await call('POST /clients/:id/no-terms', { params: { id: memory.clientId }, body: { text } });
    setFound((now) => now && { ...now, candidates: now.candidates.filter((one) => one.text !== text) });
    say(t.said(text));
  };
  const pick = (label: string, value: string, onChange: (tag: string) => void) => (
    <Pick label={label} value={value} onChange={onChange}>
      {tags.map((tag) => (
        <MenuItem key={tag} value={tag}>
          {languageLabel(tag)}
        </MenuItem>
      ))}
    </Pick>
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="lg">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 2 }}>
          {t.hint}
        </Typography>
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 2, flexWrap: 'wrap' }}>
          {pick(t.source, source, setSource)}
          {pick(t.target, target, setTarget)}
          <Button variant="contained" disabled={busy || source === target} onClick={() => run(look)}>
            {busy ? t.running : t.go}
          </Button>
        </Box>
        {found && found.candidates.length === 0 && <Typography>{t.none}</Typography>}
        {found && found.candidates.length > 0 && (
          <CandidateTable label={t.title} {...found} onRefuse={(text) => run(() => refuse(text))} />
        )}
        {found && <TermPair clientId={memory.clientId} languages={[found.source, found.target]} wide />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.close}</Button>
      </DialogActions>
    </Dialog>
  );
}

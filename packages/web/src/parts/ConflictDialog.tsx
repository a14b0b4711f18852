import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { m } from '../messages/index.js';
import { LanguageText } from '../ui/LanguageText.js';
import { useConflict } from './conflict-store.js';

const t = m.conflict;

/** Both texts one under the other; nothing is decided by closing it but that what is there stays. */
export function ConflictDialog() {
  const conflict = useConflict((state) => state.conflict);
  if (!conflict) return null;
  const { message, mine, theirs, language, decide } = conflict;
  return (
    <Dialog open onClose={() => decide('theirs')} fullWidth maxWidth="sm" aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">{t.title}</DialogTitle>
      <DialogContent>
        <Box sx={{ mb: 2 }}>{message}</Box>
        <Passage label={t.now} text={theirs} language={language} />
        {mine !== null && <Passage label={t.yours} text={mine} language={language} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => decide('theirs')} autoFocus>
          {t.leave}
        </Button>
        <Button variant="contained" onClick={() => decide('mine')}>
          {mine === null ? t.deleteAllTheSame : t.putMine}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Passage({
  label,
  text,
  language,
}: {
  readonly label: string;
  readonly text: string;
  readonly language: string | null;
}) {
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ color: 'text.secondary' }}>{label}</Box>
      <LanguageText language={language}>{text || t.nothing}</LanguageText>
    </Box>
  );
}

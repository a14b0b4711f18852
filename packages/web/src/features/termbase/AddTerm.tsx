import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { languageName } from '../../ui/languages.js';
import { m } from '../../messages/index.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { useUnsaved } from '../../ui/unsaved-store.js';
import { termbaseTexts } from './messages.js';

interface Props {
  readonly label: string;
  /** Null: it is asked for. */
  readonly language: string | null;
  readonly onAdd: (text: string, language: string) => Promise<boolean>;
}

export function AddTerm({ label, language, onAdd }: Props) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(language);
  useUnsaved(open && text.trim() ? text : null, async () => chosen !== null && onAdd(text, chosen));
  if (!open) {
    return (
      <Button
        startIcon={<Plus size={14} />}
        sx={{ color: 'text.secondary', fontWeight: 400, ml: -0.5 }}
        aria-label={language ? `${label}: ${languageName(language)}` : label}
        onClick={() => setOpen(true)}
      >
        {label}
      </Button>
    );
  }
  const close = (): void => {
    setOpen(false);
    setText('');
  };
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1, my: 1, maxWidth: 560, flex: 1 }}
      onKeyDown={(event) => event.key === 'Escape' && close()}
      onSubmit={(event) => {
        event.preventDefault();
        if (chosen && text.trim()) void onAdd(text, chosen).then((added) => added && close());
      }}
    >
      {language === null && (
        <Box sx={{ width: 200 }}>
          <ClientLanguageField label={m.common.language} value={chosen} onChange={setChosen} autoFocus />
        </Box>
      )}
      <TextField
        fullWidth
        autoFocus={language !== null}
        label={chosen ? termbaseTexts.addTermIn(languageName(chosen)) : termbaseTexts.addTerm}
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { dir: 'auto', ...(chosen && { lang: chosen }) } }}
      />
      <Button type="submit" variant="outlined" disabled={!chosen || !text.trim()}>
        {m.common.save}
      </Button>
      <Button onClick={close}>{m.common.cancel}</Button>
    </Box>
  );
}

import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState, type FormEvent } from 'react';
import { call } from '../../api/http.js';
import { termPage } from '../../api/queries.js';
import type { TermbaseBody, TermItem } from '../../api/types.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { m } from '../../messages/index.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { tryTexts } from './try-messages.js';

const t = tryTexts;

interface SaidForm {
  readonly concept: number;
  readonly language: string;
  readonly term: string;
  readonly form: string;
  readonly is: boolean;
}

/** Records that a text is a form of a term, or is none; undone from the message that says so. */
export function useSayForm(termbaseId: number) {
  const { say, fail } = useToast();
  const undo = useUndoNewest((entry) => entry.termbaseId === termbaseId);
  return useMutation({
    mutationFn: ({ concept, ...form }: SaidForm) =>
      call('POST /concepts/:id/change', { params: { id: concept }, query: {}, body: { kind: 'say form', ...form } }),
    onSuccess: (_, { form, term, is }) => say(t.said(form, term, is), { label: m.common.undo, run: undo }),
    onError: fail,
  });
}

interface Props {
  readonly language: string;
  readonly termbase: TermbaseBody;
}

/** Says of a text that it is a form of a term, beginning with what is selected in the passage. */
export function MissedForm({ language, termbase }: Props) {
  const [form, setForm] = useState<string | null>(null);
  if (form === null)
    return <WordButton onClick={() => setForm(window.getSelection()?.toString().trim() ?? '')}>{t.missed}</WordButton>;
  return <MissedFormFields {...{ language, termbase, form }} onForm={setForm} onDone={() => setForm(null)} />;
}

function MissedFormFields({
  language,
  termbase,
  form,
  onForm,
  onDone,
}: Props & {
  readonly form: string;
  readonly onForm: (form: string) => void;
  readonly onDone: () => void;
}) {
  const [typed, setTyped] = useState('');
  const [term, setTerm] = useState<TermItem | null>(null);
  const q = useDeferredValue(typed);
  const { data } = useQuery(termPage({ termbaseId: termbase.id, language, q, mode: 'beginning', order: 'term' }, null));
  const say = useSayForm(termbase.id);
  const save = (event: FormEvent): void => {
    event.preventDefault();
    if (term && form.trim())
      say.mutate(
        { concept: term.concept, language, term: term.text, form: form.trim(), is: true },
        { onSuccess: onDone },
      );
  };
  return (
    <Box component="form" onSubmit={save} aria-label={t.missed} sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
      <TextField
        label={t.form}
        value={form}
        autoFocus
        onChange={(event) => onForm(event.target.value)}
        slotProps={{ htmlInput: { lang: language, maxLength: 1000 } }}
      />
      <Autocomplete
        options={data ?? []}
        value={term}
        inputValue={typed}
        filterOptions={(all) => all}
        getOptionKey={(option) => `${option.concept} ${option.ordinal}`}
        getOptionLabel={(option) => option.text}
        isOptionEqualToValue={(a, b) => a.concept === b.concept && a.ordinal === b.ordinal}
        onChange={(_, next) => setTerm(next)}
        onInputChange={(_, next) => setTyped(next)}
        noOptionsText={t.noTerm}
        renderOption={({ key, ...props }, option) => (
          <li key={key} {...props}>
            <LanguageText language={language}>{option.text}</LanguageText>
          </li>
        )}
        renderInput={(params) => <TextField {...params} label={t.isForm} />}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!term || !form.trim() || say.isPending}>
          {t.record}
        </Button>
        <Button onClick={onDone}>{m.common.cancel}</Button>
      </Box>
    </Box>
  );
}

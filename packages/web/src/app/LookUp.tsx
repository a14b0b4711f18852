import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { languageName } from '../ui/languages.js';
import { useTheme } from '@mui/material/styles';
import { useQuery } from '@tanstack/react-query';
import { Search } from 'lucide-react';
import { useLayoutEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { lookUp, memories as memoriesQuery } from '../api/queries.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { LanguageText } from '../ui/LanguageText.js';
import { LOOK_UP_WIDTH } from './look-up-width.js';
import { STAGES } from './stages.js';

interface Choice {
  readonly group: string;
  readonly key: string;
  readonly text: string;
  readonly language: string | null;
  readonly detail: string;
  readonly go: () => void;
}

/** What can be gone to with these letters: terms, resources, texts, commands. */
function useChoices(q: string, onHelp: () => void): Choice[] {
  const navigate = useNavigate();
  const { clientId, setTheme } = useDesk();
  const dark = useTheme().palette.mode === 'dark';
  const wanted = q.trim();
  const lower = wanted.toLowerCase();
  const { data, isPlaceholderData, isError } = useQuery(lookUp(q, clientId));
  // What is offered besides terms waits for them: Enter takes the first, and that must not change under one's hand.
  const ready = isError || (data !== undefined && !isPlaceholderData);
  const { data: memories = [] } = useQuery(memoriesQuery(clientId));
  const commands: Choice[] = [
    ...STAGES.flatMap(({ command, pages: [first] }) =>
      command === undefined ? [] : [commandOf(command, () => void navigate(`/${first!.path}`))],
    ),
    commandOf(m.lookUp.commandList.theme, () => setTheme(dark ? 'light' : 'dark')),
    commandOf(m.lookUp.commandList.help, onHelp),
  ].filter(({ text }) => (lower === '' || ready) && text.toLowerCase().includes(lower));
  if (wanted === '') return commands;
  const begun = commands.some(({ text }) => text.toLowerCase().startsWith(lower));
  const named = memories.filter(({ name }) => name.toLowerCase().includes(lower)).slice(0, 5);
  return [
    ...(data?.terms ?? []).map((term, i) => ({
      group: m.lookUp.terms,
      key: `t${term.concept}-${i}`,
      text: term.text,
      language: term.language,
      detail: `${languageName(term.language)}${term.others ? ` · ${term.others}` : ''} · ${term.termbase}`,
      go: () => void navigate(`/termbases/${term.termbaseId}?language=${term.language}&concept=${term.concept}`),
    })),
    ...(data?.termbases ?? []).map(({ id, name, client }) =>
      resourceOf(`b${id}`, name, client, () => void navigate(`/termbases/${id}`)),
    ),
    ...(ready
      ? named.map(({ id, name, client }) => resourceOf(`m${id}`, name, client, () => void navigate(`/memories/${id}`)))
      : []),
    // Who types the beginning of a command means it.
    ...(begun ? commands : []),
    ...(ready
      ? [
          {
            group: m.lookUp.texts,
            key: 'concordance',
            text: m.lookUp.inTexts(wanted),
            language: null,
            detail: '',
            go: () => void navigate(`/concordance?q=${encodeURIComponent(wanted)}`),
          },
        ]
      : []),
    ...(begun ? [] : commands),
  ];
}

const commandOf = (text: string, go: () => void): Choice => ({
  group: m.lookUp.commands,
  key: text,
  text,
  language: null,
  detail: '',
  go,
});

const resourceOf = (key: string, text: string, detail: string, go: () => void): Choice => ({
  group: m.lookUp.resources,
  key,
  text,
  language: null,
  detail,
  go,
});

/** One field for terms, resources and commands; Ctrl+K from anywhere. */
export function LookUp({ onHelp }: { readonly onHelp: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [q, setQ] = useState('');
  const choices = useChoices(q, onHelp);
  // What is seen answers to its keys.
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      input.current?.focus();
      input.current?.select();
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
  return (
    <Autocomplete
      sx={LOOK_UP_WIDTH}
      size="small"
      options={choices}
      value={null}
      inputValue={q}
      autoHighlight
      clearOnBlur
      blurOnSelect
      filterOptions={(all) => all}
      groupBy={(choice) => choice.group}
      getOptionLabel={(choice) => choice.text}
      getOptionKey={(choice) => choice.key}
      // What is found in texts can always be asked for: nothing stands here only until the first answer.
      noOptionsText={m.common.loading}
      slotProps={{ popper: { placement: 'bottom-end', sx: { minWidth: 420 } } }}
      onInputChange={(_, value, reason) => setQ(reason === 'input' ? value : '')}
      onChange={(_, choice) => choice?.go()}
      renderOption={({ key: _key, ...props }, choice) => (
        <Box component="li" {...props} key={choice.key} sx={{ display: 'block !important', py: '4px !important' }}>
          {choice.language ? <LanguageText language={choice.language}>{choice.text}</LanguageText> : choice.text}
          {choice.detail && (
            <Box sx={{ color: 'text.secondary', fontSize: 12.5, lineHeight: '16px' }}>{choice.detail}</Box>
          )}
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          inputRef={input}
          placeholder={m.lookUp.placeholder}
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, 'aria-label': m.lookUp.label },
            input: {
              ...params.slotProps.input,
              startAdornment: (
                <InputAdornment position="start">
                  <Search size={15} />
                </InputAdornment>
              ),
              endAdornment: q ? undefined : (
                <Box sx={{ color: 'text.secondary', fontSize: 11, whiteSpace: 'nowrap' }}>{m.lookUp.hint}</Box>
              ),
            },
          }}
        />
      )}
    />
  );
}

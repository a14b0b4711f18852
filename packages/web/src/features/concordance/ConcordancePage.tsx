import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { concordance, lookUp, memories as memoriesQuery } from '../../api/queries.js';
import type { ConcordanceBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { CodedText } from '../../ui/CodedText.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { languageLabel } from '../../ui/languages.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { Pick } from '../../ui/Pick.js';
import { concordanceTexts } from './messages.js';
import { shared } from '../../parts/messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = concordanceTexts;

/** Where words occur in all memories and termbases of the client, with their likely counterparts. */
export function ConcordancePage() {
  const [params, setParams] = useSearchParams();
  const clientId = useDesk((state) => state.clientId);
  const q = params.get('q') ?? '';
  const inflected = params.get('how') === 'words';
  const language = params.get('language') ?? '';
  const [text, setText] = useState(q);
  const set = (change: Readonly<Record<string, string>>): void =>
    setParams(
      (now) =>
        new URLSearchParams(
          Object.entries({ ...Object.fromEntries(now), ...change }).filter(([, value]) => value !== ''),
        ),
      { replace: true },
    );
  useEffect(() => {
    const wait = window.setTimeout(() => text !== q && set({ q: text }), 250);
    return () => window.clearTimeout(wait);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  const { data: memories = [] } = useQuery(memoriesQuery(clientId));
  const { data, error } = useQuery(concordance(q, clientId, inflected, language));
  const { data: terms } = useQuery(lookUp(q, clientId));
  const languages = [...new Set(memories.flatMap((memory) => memory.languages.map((one) => one.language)))];
  return (
    <Box sx={{ flex: 1, overflow: 'auto' }}>
      <Box sx={{ maxWidth: 1280, mx: 'auto', p: 3 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 2 }}>
          {t.title}
        </Typography>
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
          <TextField
            label={t.field}
            value={text}
            onChange={(event) => setText(event.target.value)}
            autoFocus
            sx={{ width: 360 }}
            slotProps={{ htmlInput: { autoComplete: 'off', spellCheck: false } }}
          />
          <ToggleButtonGroup
            exclusive
            size="small"
            value={inflected ? 'words' : 'text'}
            aria-label={t.how}
            onChange={(_, value: string | null) => value && set({ how: value === 'text' ? '' : value })}
          >
            {(['text', 'words'] as const).map((value) => (
              <ToggleButton key={value} value={value} sx={{ textTransform: 'none', py: 0.5, px: 1.25 }}>
                {t.modes[value]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Box sx={{ width: 220 }}>
            <Pick label={shared.lookIn} value={language} onChange={(tag) => set({ language: tag })}>
              <MenuItem value="">{shared.anyLanguage}</MenuItem>
              {languages.map((tag) => (
                <MenuItem key={tag} value={tag}>
                  {languageLabel(tag)}
                </MenuItem>
              ))}
            </Pick>
          </Box>
          <Typography color="textSecondary" aria-live="polite">
            {q && data && t.found(data.groups.length, data.more)}
          </Typography>
        </Box>
        {error && <Typography color="error">{error.message}</Typography>}
        {!q && <EmptyState title={t.empty} advice={t.advice} />}
        {q && terms && terms.terms.length > 0 && <Terms terms={terms.terms} />}
        {q && data?.groups.length === 0 && <EmptyState title={m.lookUp.nothing(q)} advice={t.nothingAdvice} />}
        {q && data?.groups.map((group) => <Group key={`${group.memoryId}-${group.unit}`} group={group} />)}
      </Box>
    </Box>
  );
}

function Terms({
  terms,
}: {
  readonly terms: readonly {
    concept: number;
    termbaseId: number;
    termbase: string;
    language: string;
    text: string;
    others: string;
  }[];
}) {
  return (
    <Box component="section" aria-label={m.lookUp.terms} sx={{ mb: 2, columnWidth: 300 }}>
      {terms.slice(0, 8).map((term, i) => (
        <Box key={i} sx={{ breakInside: 'avoid', mb: 0.5 }}>
          <Box
            component={Link}
            to={`/termbases/${term.termbaseId}?language=${term.language}&concept=${term.concept}`}
            sx={{ color: 'primary.main', textDecoration: 'none' }}
          >
            <LanguageText language={term.language}>{term.text}</LanguageText>
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>
            {term.others} · {term.termbase}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Group({ group }: { readonly group: ConcordanceBody['groups'][number] }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '1fr 1fr 150px',
        columnGap: 3,
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        px: 1.5,
      }}
    >
      <CodedText language={group.language} text={group.text} marks={group.marks} />
      <Box>
        {group.others.map((other, i) => (
          <Box key={i}>
            <CodedText language={other.language} text={other.text} marks={other.marks} />
          </Box>
        ))}
      </Box>
      <Box sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'end' }}>
        <Box component={Link} to={`/memories/${group.memoryId}?unit=${group.unit}`} sx={{ color: 'primary.main' }}>
          {group.memory}
        </Box>
        <Box>
          {group.language}
          {group.times > 1 && ` · ${t.times(group.times)}`}
        </Box>
      </Box>
    </Box>
  );
}

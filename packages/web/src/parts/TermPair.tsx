import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent, type KeyboardEvent } from 'react';
import { call } from '../api/http.js';
import type { Holding } from '@fair-copy/api/clients.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { holdings as holdingsQuery } from '../api/queries.js';
import { m } from '../messages/index.js';
import { languageLabel } from '../ui/languages.js';
import { Pick } from '../ui/Pick.js';
import { useTermPair } from './term-pair-store.js';
import { useToast } from '../ui/toast-store.js';
import { useKeys } from '../ui/useKeys.js';
import { shared } from './messages.js';

const t = shared;

interface Props {
  readonly clientId: number;
  readonly languages: readonly string[];
  /** The termbase that is proposed; null: the one with most of the languages. */
  readonly first?: number | null;
  /** In one line, at the foot of a sheet. */
  readonly wide?: boolean;
}

/** What is selected in the texts of several languages becomes a concept of a termbase. */
export function TermPair({ clientId, languages, first = null, wide = false }: Props) {
  const { texts, isOpen, open, select, clear } = useTermPair();
  const { data = [] } = useQuery(holdingsQuery(clientId));
  const holdings = fittingFirst(
    data.filter(({ isReference }) => !isReference),
    languages,
    first,
  );
  const [chosen, setChosen] = useState('');
  const { say, fail } = useToast();
  const filled = languages.filter((tag) => texts[tag]?.trim());
  useKeys({ t: open });
  if (filled.length === 0 && !isOpen) return null;
  const termbaseId = chosen || String(holdings[0]?.id ?? '');
  const add = async (): Promise<void> => {
    const [first, ...others] = filled.map((language) => ({ language, text: texts[language]!.trim() }));
    await call('POST /termbases/:id/concepts', { params: { id: Number(termbaseId) }, body: { ...first!, others } });
    say(t.pair.added(holdings.find(({ id }) => String(id) === termbaseId)?.name ?? ''));
    clear();
  };
  return (
    <Box
      component="form"
      aria-label={t.pair.title}
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        if (filled.length > 1 && termbaseId !== '') void add().catch(fail);
      }}
      onKeyDown={(event: KeyboardEvent) => event.key === 'Escape' && clear()}
      sx={wide ? { px: 3, py: 1, borderTop: 1, borderColor: 'divider' } : { mb: 2 }}
    >
      {!wide && (
        <Typography component="h2" sx={{ fontSize: 13, fontWeight: 600, color: 'text.secondary', mb: 0.5 }}>
          {t.pair.title}
        </Typography>
      )}
      <Box
        sx={
          wide
            ? { display: 'flex', gap: 1.5, alignItems: 'center', '& .MuiTextField-root': { width: 220 } }
            : { display: 'grid', gap: 1, mt: 1 }
        }
      >
        {languages.map((tag, i) => (
          <TextField
            key={tag}
            size="small"
            autoFocus={isOpen && i === 0}
            label={languageLabel(tag)}
            value={texts[tag] ?? ''}
            onChange={(event) => select(tag, event.target.value)}
            slotProps={{ htmlInput: { lang: tag } }}
          />
        ))}
        {holdings.length === 0 ? (
          <Typography color="textSecondary">{t.noTermbase}</Typography>
        ) : (
          <Pick label={t.pairTo} value={termbaseId} onChange={setChosen}>
            {holdings.map(({ id, name }) => (
              <MenuItem key={id} value={String(id)}>
                {name}
              </MenuItem>
            ))}
          </Pick>
        )}
        <Box sx={{ whiteSpace: 'nowrap' }}>
          <Button type="submit" variant="outlined" size="small" disabled={filled.length < 2 || termbaseId === ''}>
            {t.pair.add}
          </Button>
          <Button size="small" onClick={clear}>
            {m.common.cancel}
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

/** The one that is proposed, then the termbases with most of these languages; the others as they were. */
function fittingFirst(all: readonly Holding[], languages: readonly string[], first: number | null): readonly Holding[] {
  const wanted = new Set(languages.map(primaryLanguage));
  const fit = ({ languages: there }: Holding): number =>
    new Set(there.map(({ language }) => primaryLanguage(language)).filter((tag) => wanted.has(tag))).size;
  return [...all].sort((a, b) => Number(b.id === first) - Number(a.id === first) || fit(b) - fit(a));
}

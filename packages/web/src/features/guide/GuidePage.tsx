import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useDeferredValue, useMemo, useState } from 'react';
import markdown from '../../../../../docs/guide.md?raw';
import { m } from '../../messages/index.js';
import { SERIF } from '../../ui/typefaces.js';
import { WordButton } from '../../ui/WordButton.js';
import { guideTexts } from './messages.js';
import { found, passagesOf } from './passages.js';

const t = guideTexts;

/** The guide that ships with the application, with what is looked for in it. */
export function GuidePage() {
  const passages = useMemo(() => passagesOf(markdown), []);
  const [words, setWords] = useState('');
  const asked = useDeferredValue(words);
  const shown = useMemo(() => found(passages, asked), [passages, asked]);
  const parts = [...new Set(shown.map(({ part }) => part))];
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'grid', gridTemplateColumns: '240px 1fr' }}>
      <Box sx={{ borderRight: 1, borderColor: 'divider', p: 2, overflow: 'auto' }}>
        <TextField
          fullWidth
          autoFocus
          label={t.find}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          slotProps={{ htmlInput: { type: 'search' } }}
        />
        <Typography variant="body2" color="textSecondary" role="status" sx={{ mt: 1, minHeight: 20 }}>
          {asked.trim() && (shown.length ? t.found(shown.length) : t.nothing(asked.trim()))}
        </Typography>
        <Box
          component="nav"
          aria-label={t.parts}
          lang="en"
          sx={{ display: 'grid', gap: 1, mt: 1, justifyItems: 'start' }}
        >
          {parts.map((part) => (
            <WordButton
              key={part}
              onClick={() => document.getElementById(idOf(part))?.scrollIntoView({ behavior: 'smooth' })}
            >
              {part}
            </WordButton>
          ))}
        </Box>
      </Box>
      <Box sx={{ overflow: 'auto', px: 4, py: 2 }} tabIndex={0} role="region" aria-label={m.help.guide}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, mb: 1 }}>
          {m.help.guide}
        </Typography>
        {t.language && <Typography color="textSecondary">{t.language}</Typography>}
        <Box lang="en" sx={{ maxWidth: '72ch' }}>
          {parts.map((part) => (
            <Box component="section" key={part} id={idOf(part)} aria-label={part} sx={{ mt: 3 }}>
              <Typography component="h2" sx={{ fontFamily: SERIF, fontSize: 19, mb: 1 }}>
                {part}
              </Typography>
              {shown
                .filter((passage) => passage.part === part)
                .map(({ html }, i) => (
                  <Box
                    key={i}
                    sx={{
                      lineHeight: 1.55,
                      '& p': { my: 1 },
                      '& li': { mb: 0.5 },
                      '& table': { borderCollapse: 'collapse' },
                      '& td, & th': { textAlign: 'start', verticalAlign: 'top', pr: 2, py: 0.25 },
                      '& p code, & li code': { whiteSpace: 'nowrap' },
                      '& pre': { whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' },
                    }}
                    dangerouslySetInnerHTML={{ __html: html }}
                  />
                ))}
            </Box>
          ))}
        </Box>
      </Box>
    </Box>
  );
}

function idOf(part: string): string {
  return `guide-${part.toLowerCase().replace(/[^a-z]+/g, '-')}`;
}

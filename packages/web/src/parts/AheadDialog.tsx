import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { LookedAhead } from '@fair-copy/api/ahead.js';
import { inWords } from '@fair-copy/core/said.js';
import { checkWords } from '@fair-copy/words/catalogue.js';
import { words } from '../all-words.js';
import { m } from '../messages/index.js';
import { number } from '../ui/format.js';
import { LanguageText } from '../ui/LanguageText.js';
import { MarginNote } from '../ui/MarginNote.js';
import { MarkedText } from '../ui/MarkedText.js';
import { Pick } from '../ui/Pick.js';
import MenuItem from '@mui/material/MenuItem';
import { shared } from './messages.js';

const t = shared.ahead;

/** The findings in what is about to be written, by check; where they are put right is the page behind, or Inspect afterwards. */
export function AheadDialog({ looked, onClose }: { readonly looked: LookedAhead; readonly onClose: () => void }) {
  const { kind, items, itemsFound, checks, findings, unlisted } = looked;
  const [check, setCheck] = useState('');
  const shown = findings.filter((one) => check === '' || one.check === check);
  const all = checks.reduce((sum, { count }) => sum + count, 0);
  const wanted = check === '' ? all : (checks.find(({ id }) => id === check)?.count ?? 0);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="lg">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 1.5 }}>
          {t.sum[kind](items - itemsFound, items)}{' '}
          {unlisted.length > 0 && shared.unlisted(unlisted.map((tag) => words.speech.languageName(tag)))}
        </Typography>
        {all > 0 && (
          <Box sx={{ maxWidth: 360, mb: 1, pt: 0.5 }}>
            <Pick label={t.check} value={check} onChange={setCheck}>
              <MenuItem value="">{t.allOf(all)}</MenuItem>
              {checks.map(({ id, count }) => (
                <MenuItem key={id} value={id}>
                  {checkWords(words, id, kind).title} ({number(count)})
                </MenuItem>
              ))}
            </Pick>
          </Box>
        )}
        <Box component="ul" aria-label={t.title} sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {shown.map((one, i) => (
            <Line key={i} one={one} kind={kind} />
          ))}
        </Box>
        {wanted > shown.length && (
          <Typography sx={{ py: 1.5, color: 'text.secondary' }}>{t.more(wanted - shown.length)}</Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.close}</Button>
      </DialogActions>
    </Dialog>
  );
}

interface LineProps {
  readonly one: LookedAhead['findings'][number];
  readonly kind: LookedAhead['kind'];
}

function Line({ one: { check, severity, number: at, place, said, texts, marks }, kind }: LineProps) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '72px minmax(0, 1fr) minmax(260px, 340px)',
        gap: 1,
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ fontSize: 12.5, color: 'text.secondary', lineHeight: '24px' }}>{t.place[kind](at)}</Box>
      <Box sx={{ minWidth: 0, overflowWrap: 'anywhere' }}>
        {texts.map(({ language, text }, i) => {
          const own = marks.filter((mark) => mark.place === i);
          const spans = marks.length > 0 ? own : i === place ? [{ from: 0, to: text.length }] : [];
          return (
            <Box key={i}>
              <LanguageText language={language}>
                <MarkedText text={text} marks={spans} />
              </LanguageText>
            </Box>
          );
        })}
      </Box>
      <MarginNote
        tone={severity === 'error' ? 'error' : severity === 'warning' ? 'doubt' : 'quiet'}
        word={checkWords(words, check, kind).title}
      >
        {inWords(words.findings(kind), said)}
      </MarginNote>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { fieldLabel } from '@fair-copy/core/termbase/categories.js';
import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import type { MatterRow } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { WordChanges } from '../../parts/WordChanges.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useBusy } from '../../ui/useBusy.js';
import { useToast } from '../../ui/toast-store.js';
import { ALL, matters } from './matters.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts.many;

interface Props {
  readonly of: Inspected;
  /** The check all of whose safe corrections are meant, and how many they are; or the rows that are marked. */
  readonly what: { readonly check: string; readonly safe: number } | { readonly rows: readonly MatterRow[] };
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** What would be put right, before it is: each can be left out. One entry in the ledger. */
export function PutRightDialog({ of, what, onDone, onClose }: Props) {
  const isCheck = 'check' in what;
  const filter = { ...ALL, ...(isCheck && { check: what.check }), safe: 1 };
  const { data, hasNextPage, fetchNextPage } = useInfiniteQuery({ ...matters(of, filter), enabled: isCheck });
  const rows = (isCheck ? (data?.pages.flat() ?? []) : what.rows).filter(({ correction }) => correction);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const { busy, run } = useBusy();
  const say = useToast((state) => state.say);
  const chosen = rows.filter(({ id }) => !left.has(id));
  const count = isCheck ? what.safe - left.size : chosen.length;
  const go = async (): Promise<void> => {
    const { changed } = isCheck
      ? await call(`POST ${inspectedPath(of)}/findings/put-right-safe`, {
          params: { id: of.id },
          body: { check: what.check, except: [...left] },
        })
      : await call(`POST ${inspectedPath(of)}/findings/put-right`, {
          params: { id: of.id },
          body: { ids: chosen.map(({ id }) => id) },
        });
    say(t.done(changed));
    onDone();
    onClose();
  };
  const toggle = (id: number): void =>
    setLeft((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 1 }}>
          {t.hint}
        </Typography>
        <Box component="ul" aria-label={t.title} sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {rows.map((row) => (
            <Box
              component="li"
              key={row.id}
              sx={{ display: 'flex', alignItems: 'start', borderBottom: 1, borderColor: 'divider', py: 0.5 }}
            >
              <Checkbox
                size="small"
                checked={!left.has(row.id)}
                onChange={() => toggle(row.id)}
                slotProps={{ input: { 'aria-label': t.one(row.text) } }}
              />
              <Box sx={{ pt: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
                <Changed row={row} />
              </Box>
            </Box>
          ))}
        </Box>
        {hasNextPage && <Button onClick={() => void fetchNextPage()}>{inspectTexts.more}</Button>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button variant="contained" disabled={busy || count === 0} onClick={() => run(go)}>
          {t.go(count)}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** A text with what goes struck out and what comes underlined; of a field its name before. */
function Changed({ row: { correction, text, language } }: { readonly row: MatterRow }) {
  if (!correction) return null;
  if (correction.kind === 'value')
    return (
      <>
        {text}: {fieldLabel(correction.field)} <del>{correction.value}</del> <ins>{correction.instead}</ins>
      </>
    );
  return (
    <LanguageText language={language ?? 'und'}>
      {correction.kind === 'text' ? <WordChanges changes={wordChanges(text, correction.text)} /> : <del>{text}</del>}
    </LanguageText>
  );
}

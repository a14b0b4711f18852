import type { Sureness } from '@fair-copy/core/memory/bridge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { LanguageText } from '../../ui/LanguageText.js';
import { mergeTexts } from './messages.js';
import { bridgeAlone, bridgePairs, PAGE, pagesUpTo } from './queries.js';
import { UnitTexts } from './UnitTexts.js';

const t = mergeTexts.bridge;

/** Pairs of one kind, each with the text that it went over. */
export function BridgePairs({ clientId, how }: { readonly clientId: number; readonly how: Sureness }) {
  const [pages, setPages] = useState(1);
  const results = useQueries({ queries: pagesUpTo(pages).map((page) => bridgePairs(clientId, how, page)) });
  const total = results[0]?.data?.total ?? 0;
  return (
    <>
      {results[0]?.data && total === 0 && <Typography color="textSecondary">{t.noneOf[how]}</Typography>}
      {results
        .flatMap(({ data }) => data?.pairs ?? [])
        .map(({ ordinal, over, left, right, near }) => (
          <Box
            key={ordinal}
            sx={{
              display: 'grid',
              gridTemplateColumns: 'repeat(2, minmax(0, 1fr)) minmax(0, 240px)',
              gap: 2,
              py: 0.75,
              px: 1,
              borderBottom: 1,
              borderColor: 'divider',
              bgcolor: 'background.paper',
            }}
          >
            <LanguageText language={left.language}>{left.text}</LanguageText>
            <LanguageText language={right.language}>{right.text}</LanguageText>
            <Box sx={{ fontSize: 12.5, color: 'text.secondary' }}>
              {t.pivot(over)}
              {near !== null && <Box sx={(theme) => ({ color: theme.inks.doubtText })}>≈ {t.near1(near)}</Box>}
            </Box>
          </Box>
        ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </>
  );
}

/** What only one of the two has in the shared language. */
export function BridgeAlone({ clientId, side }: { readonly clientId: number; readonly side: 'a' | 'b' }) {
  const [pages, setPages] = useState(1);
  const results = useQueries({ queries: pagesUpTo(pages).map((page) => bridgeAlone(clientId, side, page)) });
  const total = results[0]?.data?.total ?? 0;
  return (
    <>
      {results[0]?.data && total === 0 && <Typography color="textSecondary">{t.noneOf.alone}</Typography>}
      {results
        .flatMap(({ data }) => data?.units ?? [])
        .map((unit) => (
          <UnitTexts key={unit.id} unit={unit} />
        ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </>
  );
}

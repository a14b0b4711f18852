import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import type { Looked } from './MergePage.js';
import { mergeTexts as t } from './messages.js';
import { mergeUnits, PAGE, pagesUpTo } from './queries.js';
import { UnitTexts } from './UnitTexts.js';

interface Props {
  readonly clientId: number;
  readonly looked: Looked;
  readonly memory: string;
  readonly onClose: () => void;
}

/** The units behind a number. */
export function FateUnits({ clientId, looked, memory, onClose }: Props) {
  const [pages, setPages] = useState(1);
  const results = useQueries({
    queries: pagesUpTo(pages).map((page) => mergeUnits(clientId, looked.memory, looked.fate, page)),
  });
  const total = results[0]?.data?.total;
  return (
    <Box component="section" aria-label={t.unitsTitle(t.fates[looked.fate], memory)}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1 }}>
        <Typography component="h2" sx={{ fontWeight: 600 }}>
          {t.unitsTitle(t.fates[looked.fate], memory)}
        </Typography>
        <Typography color="textSecondary">{total !== undefined && t.units(total)}</Typography>
        <Button onClick={onClose}>{t.close}</Button>
      </Box>
      {results
        .flatMap(({ data }) => data?.units ?? [])
        .map((unit) => (
          <UnitTexts key={unit.id} unit={unit} />
        ))}
      {(total ?? 0) > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{t.more}</Button>}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { mergeTexts as t } from './messages.js';
import { type mergeUnits, PAGE, pagesUpTo } from './queries.js';
import { UnitTexts } from './UnitTexts.js';

interface Props {
  readonly title: string;
  /** A page of them. */
  readonly pageOf: (page: number) => ReturnType<typeof mergeUnits>;
  readonly said: (total: number) => string;
  readonly onClose: () => void;
}

/** What is behind a number. */
export function FateUnits({ title, pageOf, said, onClose }: Props) {
  const [pages, setPages] = useState(1);
  const results = useQueries({ queries: pagesUpTo(pages).map(pageOf) });
  const total = results[0]?.data?.total;
  return (
    <Box component="section" aria-label={title}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1 }}>
        <Typography component="h2" sx={{ fontWeight: 600 }}>
          {title}
        </Typography>
        <Typography color="textSecondary">{total !== undefined && said(total)}</Typography>
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

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { CodedText } from '../../ui/CodedText.js';
import { LanguageName } from '../../ui/LanguageName.js';
import type { Looked } from './MergePage.js';
import { mergeTexts as t } from './messages.js';
import { mergeUnits, PAGE, pagesUpTo } from './queries.js';

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
          <Box
            key={unit.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: `repeat(${Math.min(3, unit.variants.length)}, minmax(0, 1fr))`,
              gap: 2,
              py: 0.75,
              px: 1,
              borderBottom: 1,
              borderColor: 'divider',
              bgcolor: 'background.paper',
            }}
          >
            {unit.variants.map((variant, i) => (
              <Box key={i}>
                <CodedText language={variant.language} text={variant.text} codes={variant.codes} />
                <Box sx={{ fontSize: 12 }}>
                  <LanguageName tag={variant.language} quiet />
                </Box>
              </Box>
            ))}
          </Box>
        ))}
      {(total ?? 0) > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{t.more}</Button>}
    </Box>
  );
}

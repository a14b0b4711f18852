import Box from '@mui/material/Box';
import { useMemo } from 'react';
import type { BeadBody } from '../../api/types.js';
import { isDoubtful } from './pairs.js';

/** Where the program is unsure, for the whole text; a click goes there. */
export function DoubtStrip({
  pairs,
  onGo,
}: {
  readonly pairs: readonly BeadBody[];
  readonly onGo: (number: number) => void;
}) {
  const marks = useMemo(() => {
    const bins = new Map<number, number>();
    pairs.forEach((pair, k) => {
      if (isDoubtful(pair) && !bins.has(Math.floor((k * 200) / pairs.length)))
        bins.set(Math.floor((k * 200) / pairs.length), k);
    });
    return [...bins];
  }, [pairs]);
  return (
    <Box aria-hidden sx={{ width: 14, position: 'relative', borderRight: 1, borderColor: 'divider', flex: 'none' }}>
      {marks.map(([bin, first]) => (
        <Box
          key={bin}
          onClick={() => onGo(first)}
          sx={(theme) => ({
            position: 'absolute',
            top: `${bin / 2}%`,
            left: 2,
            right: 2,
            height: 4,
            bgcolor: theme.inks.doubt,
            cursor: 'pointer',
          })}
        />
      ))}
    </Box>
  );
}

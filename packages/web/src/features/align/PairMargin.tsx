import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { m } from '../../messages/index.js';
import { MONO } from '../../ui/typefaces.js';
import { WordButton } from '../../ui/WordButton.js';
import { alignTexts as t } from './messages.js';
import { isDoubtful } from './pairs.js';
import { pairSays } from './pair-says.js';
import type { PairCommands } from './usePairCommands.js';

interface Props {
  readonly commands: PairCommands;
  /** Holds the sheet, which scrolls. */
  readonly sheet: RefObject<HTMLElement | null>;
}

/** Beside the selected pair, level with it: what can be done to it, with the keys. Out of sight, the pair leaves it at the edge. */
export function PairMargin({ commands, sheet }: Props) {
  const { acts, at, pair, linking, endLinking } = commands;
  const margin = useRef<HTMLDivElement>(null);
  const panel = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const region = sheet.current;
    const place = (): void => {
      const pair = region?.querySelector<HTMLElement>(`[data-pair="${at}"]`);
      if (!pair || !margin.current || !panel.current) return;
      const room = margin.current.clientHeight - panel.current.offsetHeight;
      const level = pair.getBoundingClientRect().top - margin.current.getBoundingClientRect().top;
      setTop(Math.max(0, Math.min(level, room)));
    };
    place();
    // The list draws its rows a moment later.
    const later = requestAnimationFrame(place);
    const observer = new ResizeObserver(place);
    if (margin.current) observer.observe(margin.current);
    region?.addEventListener('scroll', place, true);
    return () => {
      cancelAnimationFrame(later);
      observer.disconnect();
      region?.removeEventListener('scroll', place, true);
    };
  });
  return (
    <Box
      ref={margin}
      component="aside"
      aria-label={t.actsLabel}
      sx={{ width: 196, flex: 'none', position: 'relative', overflow: 'auto', borderLeft: 1, borderColor: 'divider' }}
    >
      <Box ref={panel} sx={{ position: 'absolute', left: 0, right: 0, top, px: 1.75, py: 0.5 }}>
        {pair && (
          <Typography
            variant="body2"
            sx={(theme) => ({ mb: 0.5, color: isDoubtful(pair) ? theme.inks.doubt : theme.palette.text.secondary })}
          >
            {pairSays(at + 1, pair)}
          </Typography>
        )}
        <Box role="toolbar" aria-label={t.actsLabel} aria-orientation="vertical">
          {acts.map(([label, key, act]) => (
            <Box key={label} sx={{ display: 'flex', alignItems: 'baseline', gap: 1, fontSize: 13, minHeight: 27 }}>
              <WordButton onClick={act} sx={{ minHeight: 25 }}>
                {label}
              </WordButton>
              <Box component="span" aria-hidden sx={{ fontFamily: MONO, fontSize: 11, color: 'text.secondary' }}>
                {key}
              </Box>
            </Box>
          ))}
        </Box>
        {linking !== null && (
          <Typography role="status" variant="body2" sx={{ mt: 0.5 }}>
            {t.linking(linking + 1)} <WordButton onClick={endLinking}>{m.common.cancel}</WordButton>
          </Typography>
        )}
      </Box>
    </Box>
  );
}

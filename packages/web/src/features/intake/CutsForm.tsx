import { placesOf, type CutsPattern } from '@fair-copy/core/document/cuts.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { firstLines } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { added, moved, removed } from './cuts.js';
import { MONO } from '../../ui/typefaces.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.cuts;
/** Lines that are shown; a long file has no more to say here. */
const LINES = 14;
/** Places that are shown at least. */
const NARROWEST = 40;

interface Props {
  readonly file: IntakeFileBody;
  readonly pattern: CutsPattern;
  readonly onUse: (pattern: CutsPattern) => void;
  readonly onNever: () => void;
}

/** The first lines as they stand, with handles where their columns begin: dragged, moved by arrow keys, added, removed. */
export function CutsForm({ file, pattern, onUse, onNever }: Props) {
  const { data = [] } = useQuery(firstLines(file.id));
  const [cuts, setCuts] = useState(pattern.cuts);
  const lines = data.filter((line) => line.trim() !== '').slice(0, LINES);
  const grid = lines.map((line) => placesOf(line, pattern.measure));
  const width = Math.max(NARROWEST, ...grid.map((places) => places.length), ...cuts.map((cut) => cut + 4));
  return (
    <Box
      component="form"
      sx={{ display: 'grid', gap: 1.5, p: 2, width: 620 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (cuts.length > 0) onUse({ ...pattern, cuts });
      }}
    >
      <Typography variant="body2" color="textSecondary">
        {t.how}
      </Typography>
      <Box
        sx={(theme) => ({
          overflow: 'auto',
          maxHeight: 330,
          border: 1,
          borderColor: 'divider',
          bgcolor: theme.inks.sheet,
          fontFamily: MONO,
          fontSize: 13,
          lineHeight: '20px',
        })}
      >
        <Box sx={{ position: 'relative', width: `${width}ch`, mx: 1, pt: '20px', pb: 0.5 }}>
          {cuts.map((cut, i) => (
            <Handle key={i} index={i} cuts={cuts} width={width} onChange={setCuts} cut={cut} />
          ))}
          {grid.map((places, row) => (
            <Box key={row} sx={{ position: 'relative', height: 20 }}>
              {[0, ...cuts].map((from, i) => (
                <Box
                  key={i}
                  component="span"
                  sx={{ position: 'absolute', left: `${from}ch`, whiteSpace: 'pre', pl: i === 0 ? 0 : '1px' }}
                >
                  {places.slice(from, cuts[i] ?? places.length).join('')}
                </Box>
              ))}
            </Box>
          ))}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={cuts.length === 0}>
          {t.use}
        </Button>
        <Button onClick={() => setCuts(added(cuts, width))}>{t.add}</Button>
        <Button onClick={onNever}>{t.never}</Button>
      </Box>
    </Box>
  );
}

interface HandleProps {
  readonly cut: number;
  readonly index: number;
  readonly cuts: readonly number[];
  readonly width: number;
  readonly onChange: (cuts: readonly number[]) => void;
}

function Handle({ cut, index, cuts, width, onChange }: HandleProps) {
  const drag = useRef<{ readonly x: number; readonly cut: number; readonly place: number } | null>(null);
  const keys: Readonly<Record<string, () => void>> = {
    ArrowLeft: () => onChange(moved(cuts, index, cut - 1, width)),
    ArrowRight: () => onChange(moved(cuts, index, cut + 1, width)),
    Delete: () => onChange(removed(cuts, index)),
    Backspace: () => onChange(removed(cuts, index)),
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={t.begins(index + 2)}
      aria-valuemin={(cuts[index - 1] ?? 0) + 1}
      aria-valuemax={(cuts[index + 1] ?? width) - 1}
      aria-valuenow={cut}
      aria-keyshortcuts="ArrowLeft ArrowRight Delete"
      title={t.handle}
      onKeyDown={(event: KeyboardEvent) => {
        if (!keys[event.key]) return;
        event.preventDefault();
        event.stopPropagation();
        keys[event.key]!();
      }}
      onDoubleClick={() => onChange(removed(cuts, index))}
      onPointerDown={(event: PointerEvent<HTMLElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        const { width: shown } = event.currentTarget.parentElement!.getBoundingClientRect();
        drag.current = { x: event.clientX, cut, place: shown / width };
      }}
      onPointerMove={(event: PointerEvent) => {
        if (!drag.current) return;
        const { x, cut: from, place } = drag.current;
        onChange(moved(cuts, index, from + Math.round((event.clientX - x) / place), width));
      }}
      onPointerUp={() => (drag.current = null)}
      sx={(theme) => ({
        position: 'absolute',
        top: 0,
        bottom: 0,
        left: `calc(${cut}ch - 6px)`,
        width: 12,
        cursor: 'ew-resize',
        touchAction: 'none',
        zIndex: 1,
        '&::before': {
          content: '""',
          position: 'absolute',
          inset: '0 5px',
          borderLeft: `1px solid ${theme.inks.petrol}`,
        },
        '&::after': {
          content: '""',
          position: 'absolute',
          top: 3,
          left: 1,
          width: 9,
          height: 13,
          bgcolor: theme.inks.petrol,
          borderRadius: '0 0 6px 6px',
        },
      })}
    />
  );
}

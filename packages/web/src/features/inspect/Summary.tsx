import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useId, useState } from 'react';
import { checkWords } from '@fair-copy/words/catalogue.js';
import type { MatterOrder } from '@fair-copy/api/inspection.js';
import type { Inspected } from '../../api/queries.js';
import type { InspectionOverview, MatterRow } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { Pick } from '../../ui/Pick.js';
import { words } from '../../all-words.js';
import type { Asked } from './matters.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts;

const SEVERITIES: readonly MatterRow['severity'][] = ['error', 'warning', 'info'];
const ORDERS: Readonly<Record<Inspected['kind'], readonly MatterOrder[]>> = {
  memory: ['place', 'severity', 'author', 'origin', 'newest'],
  termbase: ['place', 'severity', 'origin'],
};

/** So many matters are named. */
const WORST = 3;

interface Props {
  readonly overview: InspectionOverview;
  readonly kind: Inspected['kind'];
  /** Looked at alone: it is explained, and what is worst is not said again. */
  readonly check: string | null;
  readonly asked: Asked;
  readonly onAsk: (part: Partial<Asked>) => void;
}

/** How much is in order and what is worst, for whoever plans the project; and which findings are shown, in what order. */
export function Summary({ overview, kind, check, asked, onAsk }: Props) {
  const { items, itemsFound, checks } = overview;
  const [open, setOpen] = useState(false);
  const panel = useId();
  const worst = [...checks].sort((a, b) => b.open - a.open).slice(0, WORST);
  const named = worst.flatMap(({ id, open: n }) => (n > 0 ? [t.matter(checkWords(words, id, kind).title, n)] : []));
  const isNarrowed = asked.author !== null || asked.origin !== null || asked.since !== null;
  return (
    <Box sx={{ borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 2, py: 0.75 }}>
        <Box sx={{ flex: 1, fontSize: 13, color: 'text.secondary' }}>
          {check === null ? t.inOrder[kind](items - itemsFound, items) : checkWords(words, check, kind).explains}{' '}
          {check === null && named.length > 0 && t.worst(named)}
        </Box>
        <Button size="small" aria-expanded={open} aria-controls={panel} onClick={() => setOpen(!open)}>
          {isNarrowed ? t.narrowed : t.narrow}
        </Button>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label={t.severity}
          value={asked.severity ?? 'all'}
          onChange={(_, value) => value && onAsk({ severity: value === 'all' ? null : (value as Asked['severity']) })}
        >
          <ToggleButton value="all">{t.severities.all}</ToggleButton>
          {SEVERITIES.map((one) => (
            <ToggleButton key={one} value={one}>
              {t.severities[one]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      {open && (
        <Box
          id={panel}
          role="group"
          aria-label={t.narrow}
          sx={{
            display: 'grid',
            gridTemplateColumns: kind === 'memory' ? '1fr 1fr 180px' : '1fr 180px',
            gap: 3,
            px: 2,
            pb: 1.5,
          }}
        >
          {kind === 'memory' && (
            <Bars
              title={t.byAuthor}
              unknown={t.noAuthor}
              shares={overview.authors}
              chosen={asked.author}
              onChoose={(author) => onAsk({ author })}
            />
          )}
          <Bars
            title={t.byOrigin}
            unknown={t.noOrigin}
            shares={overview.origins}
            chosen={asked.origin}
            onChoose={(origin) => onAsk({ origin })}
          />
          <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, pt: 1 }}>
            <Pick label={t.order} value={asked.order} onChange={(order) => onAsk({ order: order as MatterOrder })}>
              {ORDERS[kind].map((order) => (
                <MenuItem key={order} value={order}>
                  {t.orders[order]}
                </MenuItem>
              ))}
            </Pick>
            {kind === 'memory' && (
              <TextField
                type="date"
                label={t.textsSince}
                value={dashed(asked.since)}
                onChange={(event) => onAsk({ since: event.target.value.replaceAll('-', '') || null })}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            )}
          </Box>
        </Box>
      )}
    </Box>
  );
}

const dashed = (day: string | null): string => day?.replace(/^(\d{4})(\d\d)(\d\d)$/, '$1-$2-$3') ?? '';

interface BarsProps {
  readonly title: string;
  readonly unknown: string;
  readonly shares: InspectionOverview['authors'];
  readonly chosen: string | null;
  readonly onChoose: (name: string | null) => void;
}

/** Whose findings, or where from: as bars, of which one can be chosen. */
function Bars({ title, unknown, shares, chosen, onChoose }: BarsProps) {
  const most = Math.max(1, ...shares.map(({ open }) => open));
  return (
    <Box role="group" aria-label={title} sx={{ minWidth: 0 }}>
      <Box sx={{ fontSize: 13, fontWeight: 600, mb: 0.5 }}>{title}</Box>
      {shares.map(({ name, open, errors }) => (
        <ButtonBase
          key={name}
          aria-pressed={chosen === name}
          aria-label={t.share(name || unknown, open, errors)}
          onClick={() => onChoose(chosen === name ? null : name)}
          sx={(theme) => ({
            display: 'grid',
            gridTemplateColumns: 'minmax(0, 1fr) 40% 56px',
            alignItems: 'center',
            gap: 1,
            width: '100%',
            px: 0.75,
            py: 0.25,
            fontSize: 13,
            textAlign: 'start',
            bgcolor: chosen === name ? theme.inks.tint : undefined,
          })}
        >
          <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {name || unknown}
          </Box>
          <Box component="span" sx={{ display: 'flex', height: 10 }}>
            <Box
              component="span"
              sx={(theme) => ({ width: `${(100 * errors) / most}%`, bgcolor: theme.inks.vermilion })}
            />
            <Box
              component="span"
              sx={(theme) => ({
                width: `${(100 * (open - errors)) / most}%`,
                bgcolor: theme.inks.petrol,
                opacity: 0.5,
              })}
            />
          </Box>
          <Box component="span" sx={{ textAlign: 'end', fontVariantNumeric: 'tabular-nums' }}>
            {number(open)}
          </Box>
        </ButtonBase>
      ))}
    </Box>
  );
}

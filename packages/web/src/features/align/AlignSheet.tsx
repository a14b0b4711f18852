import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { send } from '../../api/http.js';
import type { AlignmentBody, BeadBody } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { number } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageField } from '../../ui/LanguageField.js';
import { useKeys } from '../../ui/useKeys.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { FacingPages } from './FacingPages.js';
import {
  FILTERS,
  hasBothSides,
  isDoubtful,
  kindsOf,
  narrowed,
  parted,
  passes,
  pinTurned,
  shifted,
  widened,
  type PairFilter,
} from './pairs.js';
import { usePairs } from './usePairs.js';
import { WritePairs } from './WritePairs.js';

const t = m.align;
/** Pairs on a piece of the sheet: both texts begin level again after them. */
const PIECE = 12;

const HINTS: readonly KeyHint[] = [
  ['j k', t.keys.move],
  ['[ ]', t.keys.doubt],
  ['w', t.keys.widen],
  ['n', t.keys.narrow],
  ['Alt ↑ ↓', t.keys.shift],
  ['p', t.keys.pin],
  ['a', t.keys.accept],
  ['x', t.keys.part],
  ['u U', t.keys.undo],
];

export function AlignSheet({ alignment }: { readonly alignment: AlignmentBody }) {
  const { pairs, change, undo, redo, settle } = usePairs(alignment);
  const [selected, setSelected] = useState(0);
  const [filter, setFilter] = useState<PairFilter>('all');
  const list = useRef<VirtuosoHandle>(null);
  const fail = useToast((state) => state.fail);
  const shown = useMemo(() => pairs.flatMap((pair, k) => (passes(pair, filter) ? [k] : [])), [pairs, filter]);
  const pieces = useMemo(
    () => Array.from({ length: Math.ceil(shown.length / PIECE) }, (_, k) => shown.slice(k * PIECE, (k + 1) * PIECE)),
    [shown],
  );
  const at = Math.min(selected, Math.max(0, pairs.length - 1));
  const go = useCallback(
    (to: number | undefined): void => {
      if (to === undefined || to < 0) return;
      setSelected(to);
      const rank = shown.indexOf(to);
      if (rank >= 0) list.current?.scrollIntoView({ index: Math.floor(rank / PIECE) });
    },
    [shown],
  );
  const step = (by: 1 | -1): void => {
    const rank = shown.findIndex((k) => k >= at);
    go(
      shown[
        Math.max(
          0,
          Math.min(shown.length - 1, (rank < 0 ? shown.length : rank) + (shown[rank] === at || by < 0 ? by : 0)),
        )
      ],
    );
  };
  const doubt = (by: 1 | -1): void => {
    for (let k = at + by; k >= 0 && k < pairs.length; k += by) if (isDoubtful(pairs[k]!)) return go(k);
  };
  const accept = (): void => {
    if (pairs[at] && pairs[at][5] === 0) change(pinTurned(pairs, at));
    doubt(1);
  };
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    ']': () => doubt(1),
    '[': () => doubt(-1),
    w: () => change(widened(pairs, at)),
    n: () => change(narrowed(pairs, at)),
    p: () => change(pinTurned(pairs, at)),
    x: () => change(parted(pairs, at)),
    a: accept,
    u: undo,
    U: redo,
  });
  useAltArrows((down) => change(shifted(pairs, at, down)));
  useKeyHints(HINTS);
  const queries = useQueryClient();
  /** The sheet gives way to the progress at once, so that nothing is changed that would not count. */
  const pairAnew = async (how: 'again' | 'languages', body?: object): Promise<void> => {
    await settle();
    await send('POST', `/alignments/${alignment.id}/${how}`, body);
    await queries.invalidateQueries({ queryKey: ['alignment'] });
  };
  const tongue = (side: 'source' | 'target', tag: string): void => {
    const said = { source: alignment.source.language, target: alignment.target.language, [side]: tag };
    pairAnew('languages', said).catch(fail);
  };
  const doubts = useMemo(() => pairs.filter(isDoubtful).length, [pairs]);
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      <Box sx={{ px: 3, pt: 1.5, pb: 1, borderBottom: 1, borderColor: 'divider' }}>
        <Typography component="h1" sx={{ fontFamily: "'Source Serif 4 Variable', serif", fontSize: 20, mb: 1 }}>
          {t.heading(alignment.source.name, alignment.target.name)}
        </Typography>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
          <Box sx={{ width: 190 }}>
            <LanguageField
              label={t.sourceLanguage}
              value={alignment.source.language}
              onChange={(tag) => tongue('source', tag)}
            />
          </Box>
          <Box sx={{ width: 190 }}>
            <LanguageField
              label={t.targetLanguage}
              value={alignment.target.language}
              onChange={(tag) => tongue('target', tag)}
            />
          </Box>
          <Button variant="outlined" onClick={() => pairAnew('again').catch(fail)} title={t.againHint}>
            {t.again}
          </Button>
          <Box role="group" aria-label={t.show} sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap' }}>
            {FILTERS.map((one) => (
              <WordButton
                key={one}
                aria-pressed={filter === one}
                onClick={() => setFilter(one)}
                sx={filter === one ? { fontWeight: 600, textDecorationStyle: 'solid' } : {}}
              >
                {one === 'doubtful' ? `${t.filters[one]} (${number(doubts)})` : t.filters[one]}
              </WordButton>
            ))}
          </Box>
        </Box>
        <Actions
          items={[
            [t.acts.widen, () => change(widened(pairs, at))],
            [t.acts.narrow, () => change(narrowed(pairs, at))],
            [t.acts.down, () => change(shifted(pairs, at, true))],
            [t.acts.up, () => change(shifted(pairs, at, false))],
            [t.acts.pin, () => change(pinTurned(pairs, at))],
            [t.acts.part, () => change(parted(pairs, at))],
            [t.acts.before, () => doubt(-1)],
            [t.acts.next, () => doubt(1)],
            [t.acts.undo, undo],
            [t.acts.redo, redo],
          ]}
        />
      </Box>
      <Box sx={(theme) => ({ flex: 1, minHeight: 0, display: 'flex', bgcolor: theme.inks.sheet })}>
        <DoubtStrip pairs={pairs} onGo={go} />
        <Box sx={{ flex: 1, minWidth: 0 }} role="region" aria-label={t.sheet}>
          {shown.length === 0 ? (
            <Typography sx={{ p: 3 }} color="text.secondary">
              {t.nothingShown}
            </Typography>
          ) : (
            <Virtuoso
              ref={list}
              data={pieces}
              tabIndex={0}
              increaseViewportBy={400}
              itemContent={(_, numbers) => (
                <FacingPages {...{ alignment, pairs, numbers }} selected={at} onSelect={setSelected} />
              )}
            />
          )}
        </Box>
      </Box>
      <Foot alignment={alignment} pairs={pairs} settle={settle} />
    </Box>
  );
}

function Actions({ items }: { readonly items: readonly (readonly [label: string, act: () => void])[] }) {
  return (
    <Box role="toolbar" aria-label={t.actsLabel} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.75, mt: 1 }}>
      {items.map(([label, act]) => (
        <WordButton key={label} onClick={act}>
          {label}
        </WordButton>
      ))}
    </Box>
  );
}

/** Where the program is unsure, for the whole text; a click goes there. */
function DoubtStrip({ pairs, onGo }: { readonly pairs: readonly BeadBody[]; readonly onGo: (number: number) => void }) {
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

function Foot({
  alignment,
  pairs,
  settle,
}: {
  readonly alignment: AlignmentBody;
  readonly pairs: readonly BeadBody[];
  readonly settle: () => Promise<void>;
}) {
  const kinds = useMemo(() => kindsOf(pairs), [pairs]);
  const both = useMemo(() => pairs.filter(hasBothSides).length, [pairs]);
  return (
    <Box sx={{ px: 3, py: 1, borderTop: 1, borderColor: 'divider', display: 'flex', alignItems: 'center', gap: 2 }}>
      <Box role="group" aria-label={t.tally} sx={{ flex: 1, fontSize: 14, fontVariantNumeric: 'tabular-nums' }}>
        {t.segments(alignment.sourceSegments.length, alignment.targetSegments.length)} ={' '}
        {kinds.map(([kind, count]) => (kind ? `${number(count)} ${kind}` : t.alone(count))).join(' + ')}
      </Box>
      <WritePairs alignment={alignment} pairs={pairs} units={both} settle={settle} />
    </Box>
  );
}

/** Alt with an arrow moves a rung; nothing else on the page takes it. */
function useAltArrows(act: (down: boolean) => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (!event.altKey || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return;
      if (event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      latest.current(event.key === 'ArrowDown');
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}

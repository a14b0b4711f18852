import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { UNDETERMINED } from '@fair-copy/core/language/tags.js';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { call } from '../../api/http.js';
import type { AlignmentBody, BeadBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { AskFirst } from '../../ui/AskFirst.js';
import { number } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageField } from '../../ui/LanguageField.js';
import { TermPair } from '../../parts/TermPair.js';
import { useKeys } from '../../ui/useKeys.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { FacingPages, type Editing } from './FacingPages.js';
import {
  corrected,
  cut,
  FILTERS,
  hasBothSides,
  isDoubtful,
  isPinned,
  kindsOf,
  linked,
  narrowed,
  parted,
  passes,
  pinTurned,
  shifted,
  widened,
  type PairFilter,
  type Sheet,
  type SideName,
} from './pairs.js';
import { PairsOut } from './PairsOut.js';
import type { SegmentEditorActs } from './SegmentEditor.js';
import { useSheet } from './useSheet.js';
import { DoubtStrip } from './DoubtStrip.js';
import { alignTexts } from './messages.js';
import { useAltArrows } from './useAltArrows.js';
import { SERIF } from '../../ui/typefaces.js';

const t = alignTexts;
/** Pairs on a piece of the sheet: both texts begin level again after them. */
const PIECE = 12;

const HINTS: readonly KeyHint[] = [
  ['j k', t.keys.move],
  ['[ ]', t.keys.doubt],
  ['w', t.keys.widen],
  ['n', t.keys.narrow],
  ['Alt ↑ ↓', t.keys.shift],
  ['Enter', t.keys.edit],
  ['p', t.keys.pin],
  ['a', t.keys.accept],
  ['x', t.keys.part],
  ['m', t.keys.link],
  ['u U', t.keys.undo],
];

export function AlignSheet({ alignment }: { readonly alignment: AlignmentBody }) {
  const { sheet, change, undo, redo, settle } = useSheet(alignment);
  const pairs = sheet.beads;
  const [selected, setSelected] = useState(0);
  const [filter, setFilter] = useState<PairFilter>('all');
  const [editing, setEditing] = useState<Editing | null>(null);
  /** The pair whose counterpart is being looked for. */
  const [linking, setLinking] = useState<number | null>(null);
  const [asking, setAsking] = useState<Languages | null>(null);
  const list = useRef<VirtuosoHandle>(null);
  const { fail, say } = useToast();
  // All of them are the same numbers as long as there are as many.
  const every = useMemo(() => Array.from({ length: pairs.length }, (_, k) => k), [pairs.length]);
  const narrowedTo = useMemo(
    () => (filter === 'all' ? null : every.filter((k) => passes(pairs[k]!, filter, sheet))),
    [every, pairs, filter, sheet],
  );
  const shown = narrowedTo ?? every;
  const pieces = useMemo(
    () => Array.from({ length: Math.ceil(shown.length / PIECE) }, (_, k) => shown.slice(k * PIECE, (k + 1) * PIECE)),
    [shown],
  );
  const at = Math.min(selected, Math.max(0, pairs.length - 1));
  const go = useCallback(
    (to: number | null | undefined): void => {
      if (to === undefined || to === null || to < 0) return;
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
    say(by > 0 ? t.noDoubtAfter : t.noDoubtBefore);
  };
  const set = (beads: readonly BeadBody[] | null): void => change(beads && { beads });
  const accept = (): void => {
    if (pairs[at] && pairs[at][5] === 0) set(pinTurned(pairs, at));
    doubt(1);
  };
  const link = (): void => {
    if (linking === null) return setLinking(at);
    if (linking !== at) set(linked(pairs, linking, at));
    setLinking(null);
  };
  const open = (): void => {
    const pair = pairs[at];
    if (pair) setEditing(pair[0] < pair[1] ? { side: 'source', at: pair[0] } : { side: 'target', at: pair[2] });
  };
  const latest = useRef(sheet);
  useEffect(() => {
    latest.current = sheet;
  });
  const editor = useMemo<SegmentEditorActs>(
    () => ({
      keep: (side, segment, text, further) => {
        const after = corrected(latest.current, side, segment, text);
        if (after) change(after);
        else if (text.trim() === '') return say(t.editor.empty);
        setEditing(further ? following(latest.current.beads, side, segment) : null);
      },
      cut: (side, segment, text, offset) => {
        const after = cut(latest.current, side, segment, text, offset);
        if (!after) return say(t.editor.cutNowhere);
        change(after);
        setEditing(null);
      },
      leave: () => setEditing(null),
    }),
    [change, say],
  );
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    ']': () => doubt(1),
    '[': () => doubt(-1),
    w: () => set(widened(pairs, at)),
    n: () => set(narrowed(pairs, at)),
    p: () => set(pinTurned(pairs, at)),
    x: () => set(parted(pairs, at)),
    m: link,
    a: accept,
    u: () => go(undo()),
    U: () => go(redo()),
    Enter: open,
    Escape: () => setLinking(null),
  });
  useAltArrows((down) => set(shifted(pairs, at, down)));
  useKeyHints(HINTS);
  const queries = useQueryClient();
  /** The sheet gives way to the progress at once, so that nothing is changed that would not count. */
  const pairAnew = async (languages?: Languages): Promise<void> => {
    await settle();
    const params = { id: alignment.id };
    if (languages) await call('POST /alignments/:id/languages', { params, body: languages });
    else await call('POST /alignments/:id/again', { params });
    await queries.invalidateQueries({ queryKey: ['alignment'] });
  };
  // What is said of the whole text may come a moment after the key.
  const calm = useDeferredValue(sheet);
  const doubts = useMemo(() => calm.beads.filter(isDoubtful).length, [calm]);
  const byHand = useMemo(() => calm.beads.filter(isPinned).length, [calm]);
  const tongue = (side: SideName, tag: string): void => {
    const { source, target } = alignment;
    const said = { source: source.language ?? UNDETERMINED, target: target.language ?? UNDETERMINED, [side]: tag };
    // Cut anew, the texts may have other segments: what was done by hand does not fit them.
    if (byHand > 0) setAsking(said);
    else pairAnew(said).catch(fail);
  };
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      <Box sx={{ px: 3, pt: 1.25, pb: 1, borderBottom: 1, borderColor: 'divider' }}>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 1 }}>
          <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, flex: 1 }}>
            {t.heading(alignment.source.name, alignment.target.name)}
          </Typography>
          <Box component={Link} to="/align" sx={{ color: 'primary.main', whiteSpace: 'nowrap' }}>
            {t.toOverview}
          </Box>
        </Box>
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
          <Button variant="outlined" onClick={() => pairAnew().catch(fail)} title={t.againHint}>
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
            [t.acts.widen, () => set(widened(pairs, at))],
            [t.acts.narrow, () => set(narrowed(pairs, at))],
            [t.acts.down, () => set(shifted(pairs, at, true))],
            [t.acts.up, () => set(shifted(pairs, at, false))],
            [t.acts.pin, () => set(pinTurned(pairs, at))],
            [t.acts.part, () => set(parted(pairs, at))],
            [linking === null ? t.acts.link : t.acts.linkHere, link],
            [t.acts.edit, open],
            [t.acts.before, () => doubt(-1)],
            [t.acts.next, () => doubt(1)],
            [t.acts.undo, () => go(undo())],
            [t.acts.redo, () => go(redo())],
          ]}
        />
        {linking !== null && (
          <Typography role="status" variant="body2" sx={{ mt: 0.5 }}>
            {t.linking(linking + 1)} <WordButton onClick={() => setLinking(null)}>{m.common.cancel}</WordButton>
          </Typography>
        )}
      </Box>
      <Box sx={(theme) => ({ flex: 1, minHeight: 0, display: 'flex', bgcolor: theme.inks.sheet })}>
        <DoubtStrip pairs={calm.beads} onGo={go} />
        <Box sx={{ flex: 1, minWidth: 0 }} role="region" aria-label={t.sheet}>
          {shown.length === 0 ? (
            <Typography sx={{ p: 3 }} color="textSecondary">
              {t.nothingShown}
            </Typography>
          ) : (
            <Virtuoso
              ref={list}
              data={pieces}
              tabIndex={0}
              increaseViewportBy={400}
              itemContent={(_, numbers) => (
                <FacingPages
                  {...{ alignment, sheet, numbers, editing, editor }}
                  selected={numbers.includes(at) ? at : null}
                  onSelect={setSelected}
                  onEdit={setEditing}
                />
              )}
            />
          )}
        </Box>
      </Box>
      <TermPair
        clientId={alignment.clientId}
        languages={[alignment.source.language, alignment.target.language].filter((tag) => tag !== null)}
        wide
      />
      <Foot alignment={alignment} sheet={calm} settle={settle} onFilter={setFilter} />
      {asking && (
        <AskFirst
          title={t.languagesTitle}
          text={t.languagesLose(byHand)}
          go={t.languagesGo}
          onGo={() => void pairAnew(asking).catch(fail)}
          onClose={() => setAsking(null)}
        />
      )}
    </Box>
  );
}

interface Languages {
  readonly source: string;
  readonly target: string;
}

/** The segment that comes after in the same pair: the rest of its side, then the other side. */
function following(pairs: readonly BeadBody[], side: SideName, at: number): Editing | null {
  const from = side === 'source' ? 0 : 2;
  const pair = pairs.find((one) => one[from]! <= at && at < one[from + 1]!);
  if (!pair) return null;
  if (at + 1 < pair[from + 1]!) return { side, at: at + 1 };
  return side === 'source' && pair[2] < pair[3] ? { side: 'target', at: pair[2] } : null;
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

function Foot({
  alignment,
  sheet,
  settle,
  onFilter,
}: {
  readonly alignment: AlignmentBody;
  readonly sheet: Sheet;
  readonly settle: () => Promise<void>;
  readonly onFilter: (filter: PairFilter) => void;
}) {
  const { beads } = sheet;
  const kinds = useMemo(() => kindsOf(beads), [beads]);
  const both = useMemo(() => beads.filter(hasBothSides), [beads]);
  return (
    <Box sx={{ px: 3, py: 1, borderTop: 1, borderColor: 'divider', display: 'flex', alignItems: 'center', gap: 2 }}>
      <Box role="group" aria-label={t.tally} sx={{ flex: 1, fontSize: 14, fontVariantNumeric: 'tabular-nums' }}>
        {t.segments(sheet.source.length, sheet.target.length)} ={' '}
        {kinds.map(([kind, count], k) => (
          <span key={kind}>
            {k > 0 && ' + '}
            {kind ? (
              `${number(count)} ${kind}`
            ) : (
              <WordButton onClick={() => onFilter('no counterpart')}>{t.alone(count)}</WordButton>
            )}
          </span>
        ))}
      </Box>
      <PairsOut
        clientId={alignment.clientId}
        ids={[alignment.id]}
        name={alignment.source.name}
        pairs={both.length}
        doubtful={both.filter(isDoubtful).length}
        written={alignment.written !== null}
        settle={settle}
      />
    </Box>
  );
}

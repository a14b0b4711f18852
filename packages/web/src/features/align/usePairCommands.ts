/** What is done to the pairs of a sheet, by key, by word or by mouse: the selected pair, the doubts, the segment being edited. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { BeadBody } from '../../api/types.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useToast } from '../../ui/toast-store.js';
import { m } from '../../messages/index.js';
import { useKeys } from '../../ui/useKeys.js';
import type { Editing } from './FacingPages.js';
import { alignTexts } from './messages.js';
import {
  corrected,
  cut,
  isDoubtful,
  linked,
  narrowed,
  parted,
  pinTurned,
  shifted,
  widened,
  type Sheet,
  type SideName,
} from './pairs.js';
import type { SegmentEditorActs } from './SegmentEditor.js';
import { useAltArrows } from './useAltArrows.js';
import type { SheetWork } from './useSheet.js';

const t = alignTexts;

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
  ['t', m.keys.termPair],
  ['u U', t.keys.undo],
];

export interface PairCommands {
  /** The selected pair: its place among all. */
  readonly at: number;
  select(pair: number): void;
  /** Selects a pair and brings it into view. */
  go(to: number | null | undefined): void;
  readonly editing: Editing | null;
  edit(editing: Editing | null): void;
  readonly editor: SegmentEditorActs;
  /** The pair whose counterpart is being looked for. */
  readonly linking: number | null;
  endLinking(): void;
  /** The selected one; undefined: there is none. */
  readonly pair: BeadBody | undefined;
  /** As words, each with its key. */
  readonly acts: readonly (readonly [label: string, key: string, act: () => void])[];
}

/** `shown`: the pairs that pass the filter, in order; `show` brings one of them into view. */
export function usePairCommands(
  { sheet, change, undo, redo }: SheetWork,
  shown: readonly number[],
  show: (rank: number) => void,
): PairCommands {
  const pairs = sheet.beads;
  const { at, select, go, step, doubt } = useSelection(pairs, shown, show);
  const [editing, edit] = useState<Editing | null>(null);
  const [linking, setLinking] = useState<number | null>(null);
  const editor = useEditor(sheet, change, edit);
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
  const endLinking = (): void => setLinking(null);
  const open = (): void => {
    const pair = pairs[at];
    if (pair) edit(pair[0] < pair[1] ? { side: 'source', at: pair[0] } : { side: 'target', at: pair[2] });
  };
  const shift = (down: boolean): void => set(shifted(pairs, at, down));
  /** Each as a word, and by its key if it has a plain one. */
  const named: readonly (readonly [label: string, key: string | null, act: () => void])[] = [
    [t.acts.widen, 'w', () => set(widened(pairs, at))],
    [t.acts.narrow, 'n', () => set(narrowed(pairs, at))],
    [t.acts.down, null, () => shift(true)],
    [t.acts.up, null, () => shift(false)],
    [t.acts.pin, 'p', () => set(pinTurned(pairs, at))],
    [t.acts.part, 'x', () => set(parted(pairs, at))],
    [linking === null ? t.acts.link : t.acts.linkHere, 'm', link],
    [t.acts.edit, 'Enter', open],
    [t.acts.before, '[', () => doubt(-1)],
    [t.acts.next, ']', () => doubt(1)],
    [t.acts.undo, 'u', () => go(undo())],
    [t.acts.redo, 'U', () => go(redo())],
  ];
  useKeys({
    ...Object.fromEntries(named.flatMap(([, key, act]) => (key ? [[key, act]] : []))),
    j: () => step(1),
    k: () => step(-1),
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    a: accept,
    Escape: endLinking,
  });
  useAltArrows(shift);
  useKeyHints(HINTS);
  const acts = named.map(([label, key, act], i) => [label, key ?? (i === 2 ? 'Alt ↓' : 'Alt ↑'), act] as const);
  return { at, pair: pairs[at], select, go, editing, edit, editor, linking, endLinking, acts };
}

/** The selected pair, and the ways to another one. */
function useSelection(pairs: readonly BeadBody[], shown: readonly number[], show: (rank: number) => void) {
  const [selected, select] = useState(0);
  const say = useToast((state) => state.say);
  const at = Math.min(selected, Math.max(0, pairs.length - 1));
  const go = (to: number | null | undefined): void => {
    if (to === undefined || to === null || to < 0) return;
    select(to);
    const rank = shown.indexOf(to);
    if (rank >= 0) show(rank);
  };
  const doubt = (by: 1 | -1): void => {
    for (let k = at + by; k >= 0 && k < pairs.length; k += by) if (isDoubtful(pairs[k]!)) return go(k);
    say(by > 0 ? t.noDoubtAfter : t.noDoubtBefore);
  };
  return { at, select, go, step: (by: 1 | -1): void => go(stepped(shown, at, by)), doubt };
}

/** What the editor of a segment does: the same functions as long as the sheet stays open. */
function useEditor(
  sheet: Sheet,
  change: SheetWork['change'],
  setEditing: (editing: Editing | null) => void,
): SegmentEditorActs {
  const say = useToast((state) => state.say);
  const latest = useRef(sheet);
  useEffect(() => {
    latest.current = sheet;
  });
  return useMemo<SegmentEditorActs>(
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
    [change, say, setEditing],
  );
}

/** The pair shown after or before another one; from a pair that is not shown, the next one that is. */
function stepped(shown: readonly number[], at: number, by: 1 | -1): number | undefined {
  const found = shown.findIndex((pair) => pair >= at);
  const rank = found < 0 ? shown.length : found;
  const to = rank + (shown[rank] === at || by < 0 ? by : 0);
  return shown[Math.max(0, Math.min(shown.length - 1, to))];
}

/** The segment that comes after in the same pair: the rest of its side, then the other side. */
function following(pairs: readonly BeadBody[], side: SideName, at: number): Editing | null {
  const from = side === 'source' ? 0 : 2;
  const pair = pairs.find((one) => one[from]! <= at && at < one[from + 1]!);
  if (!pair) return null;
  if (at + 1 < pair[from + 1]!) return { side, at: at + 1 };
  return side === 'source' && pair[2] < pair[3] ? { side: 'target', at: pair[2] } : null;
}

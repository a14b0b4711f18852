import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { UNDETERMINED } from '@fair-copy/core/language/tags.js';
import { useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { call } from '../../api/http.js';
import type { AlignmentBody } from '../../api/types.js';
import { AskFirst } from '../../ui/AskFirst.js';
import { number } from '../../ui/format.js';
import { TermPair } from '../../parts/TermPair.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { DoubtStrip } from './DoubtStrip.js';
import { FacingPages } from './FacingPages.js';
import { alignTexts } from './messages.js';
import {
  hasBothSides,
  isDoubtful,
  isPinned,
  kindsOf,
  passes,
  type PairFilter,
  type Sheet,
  type SideName,
} from './pairs.js';
import { movedSections } from './moved-sections.js';
import { PairMargin } from './PairMargin.js';
import { PairsOut } from './PairsOut.js';
import { SheetHead } from './SheetHead.js';
import { usePairCommands } from './usePairCommands.js';
import { useSheet } from './useSheet.js';

const t = alignTexts;
/** Pairs on a piece of the sheet: both texts begin level again after them. */
const PIECE = 12;

/** Two texts opposite each other, pair by pair, to be looked through and put right. */
export function AlignSheet({ alignment }: { readonly alignment: AlignmentBody }) {
  const work = useSheet(alignment);
  const { sheet, keepNow } = work;
  const [filter, setFilter] = useState<PairFilter>('all');
  const list = useRef<VirtuosoHandle>(null);
  const region = useRef<HTMLDivElement>(null);
  const { shown, pieces } = useShown(sheet, filter);
  const sections = useMemo(() => movedSections(sheet.beads), [sheet.beads]);
  const commands = usePairCommands(work, shown, (rank) =>
    list.current?.scrollIntoView({ index: Math.floor(rank / PIECE) }),
  );
  const { at, select, go, editing, edit, editor } = commands;
  // What is said of the whole text may come a moment after the key.
  const calm = useDeferredValue(sheet);
  const doubts = useMemo(() => calm.beads.filter(isDoubtful).length, [calm]);
  const byHand = useMemo(() => calm.beads.filter(isPinned).length, [calm]);
  const anew = usePairingAnew(alignment, keepNow, byHand);
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      <SheetHead
        {...{ alignment, filter, doubts }}
        onFilter={setFilter}
        onLanguage={anew.inLanguage}
        onAgain={anew.again}
      />
      <Box sx={(theme) => ({ flex: 1, minHeight: 0, display: 'flex', bgcolor: theme.inks.sheet })}>
        <DoubtStrip pairs={calm.beads} onGo={go} />
        <Box ref={region} sx={{ flex: 1, minWidth: 0 }} role="region" aria-label={t.sheet}>
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
                  {...{ alignment, sheet, numbers, sections, editing, editor }}
                  selected={numbers.includes(at) ? at : null}
                  onSelect={select}
                  onEdit={edit}
                />
              )}
            />
          )}
        </Box>
        {shown.length > 0 && <PairMargin commands={commands} sheet={region} />}
      </Box>
      <TermPair
        clientId={alignment.clientId}
        languages={[alignment.source.language, alignment.target.language].filter((tag) => tag !== null)}
        wide
      />
      <Foot alignment={alignment} sheet={calm} keepNow={keepNow} onFilter={setFilter} />
      {anew.question}
    </Box>
  );
}

/** The pairs that pass a filter, and the pieces of the sheet that they stand on. */
function useShown(sheet: Sheet, filter: PairFilter): { shown: readonly number[]; pieces: readonly number[][] } {
  const { beads: pairs } = sheet;
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
  return { shown, pieces };
}

interface Languages {
  readonly source: string;
  readonly target: string;
}

/** Both texts are paired anew; in other languages they are cut anew first, which is asked where work by hand would be lost. */
function usePairingAnew(alignment: AlignmentBody, keepNow: () => Promise<void>, byHand: number) {
  const [asking, setAsking] = useState<Languages | null>(null);
  const fail = useToast((state) => state.fail);
  const queries = useQueryClient();
  /** The sheet gives way to the progress at once, so that nothing is changed that would not count. */
  const pairAnew = async (languages?: Languages): Promise<void> => {
    await keepNow();
    const params = { id: alignment.id };
    if (languages) await call('POST /alignments/:id/languages', { params, body: languages });
    else await call('POST /alignments/:id/again', { params });
    await queries.invalidateQueries({ queryKey: ['alignment'] });
  };
  return {
    again: () => void pairAnew().catch(fail),
    inLanguage: (side: SideName, tag: string): void => {
      const { source, target } = alignment;
      const said = { source: source.language ?? UNDETERMINED, target: target.language ?? UNDETERMINED, [side]: tag };
      // Cut anew, the texts may have other segments: what was done by hand does not fit them.
      if (byHand > 0) setAsking(said);
      else pairAnew(said).catch(fail);
    },
    question: asking && (
      <AskFirst
        title={t.languagesTitle}
        text={t.languagesLose(byHand)}
        go={t.languagesGo}
        onGo={() => void pairAnew(asking).catch(fail)}
        onClose={() => setAsking(null)}
      />
    ),
  };
}

function Foot({
  alignment,
  sheet,
  keepNow,
  onFilter,
}: {
  readonly alignment: AlignmentBody;
  readonly sheet: Sheet;
  readonly keepNow: () => Promise<void>;
  readonly onFilter: (filter: PairFilter) => void;
}) {
  const { beads } = sheet;
  const kinds = useMemo(() => kindsOf(beads), [beads]);
  const both = useMemo(() => beads.filter(hasBothSides), [beads]);
  const sections = useMemo(() => movedSections(beads).size, [beads]);
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
        {sections > 0 && (
          <>
            {' · '}
            <WordButton onClick={() => onFilter('moved')}>{t.movedSections(sections)}</WordButton>
          </>
        )}
      </Box>
      <PairsOut
        clientId={alignment.clientId}
        ids={[alignment.id]}
        name={alignment.source.name}
        pairs={both.length}
        doubtful={both.filter(isDoubtful).length}
        written={alignment.written?.standing === 'stands'}
        keepNow={keepNow}
      />
    </Box>
  );
}

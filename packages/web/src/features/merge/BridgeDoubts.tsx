import { ALL_RIGHT, NONE_RIGHT } from '@fair-copy/core/memory/bridge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import type { BridgeDoubtBody } from '@fair-copy/api/two.js';
import { m } from '../../messages/index.js';
import { chosenLine } from '../../ui/chosen-line.js';
import { percent } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useKeys } from '../../ui/useKeys.js';
import { mergeTexts } from './messages.js';
import { bridgeDoubts, PAGE, pagesUpTo } from './queries.js';
import type { Bridging } from './useMerge.js';

const t = mergeTexts.bridge;

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['1–9', t.keys.take],
  ['a', t.keys.all],
  ['0', t.keys.none],
  ['x', t.keys.back],
];

/** Texts of the shared language whose pairs a person decides, by a key or a click. */
export function BridgeDoubts({ bridging: { body, change } }: { readonly bridging: Bridging }) {
  const [pages, setPages] = useState(1);
  const [at, setAt] = useState(0);
  const results = useQueries({ queries: pagesUpTo(pages).map((page) => bridgeDoubts(body.clientId, page)) });
  const all = results.flatMap(({ data }) => data?.doubts ?? []);
  const total = results[0]?.data?.total ?? 0;
  const { decisions } = body.plan;
  const decide = ({ id }: BridgeDoubtBody, decision: string | null): void => {
    const { [id]: _, ...others } = decisions;
    change({ decisions: decision === null ? others : { ...others, [id]: decision } });
  };
  const here = all[at];
  const go = (to: number) => () => setAt(Math.max(0, Math.min(all.length - 1, to)));
  useKeyHints(HINTS);
  useKeys({
    j: go(at + 1),
    ArrowDown: go(at + 1),
    k: go(at - 1),
    ArrowUp: go(at - 1),
    ...(here && {
      a: () => decide(here, ALL_RIGHT),
      '0': () => decide(here, NONE_RIGHT),
      x: () => decide(here, null),
      ...Object.fromEntries(here.candidates.slice(0, 9).map(({ key }, i) => [String(i + 1), () => decide(here, key)])),
    }),
  });
  return (
    <>
      {results[0]?.data && total === 0 && <Typography color="textSecondary">{t.noneOf.waiting}</Typography>}
      {all.map((doubt, i) => (
        <Doubt
          key={doubt.id}
          doubt={doubt}
          decision={decisions[doubt.id]}
          chosen={i === at}
          onChoose={() => setAt(i)}
          onDecide={(decision) => decide(doubt, decision)}
        />
      ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </>
  );
}

interface DoubtProps {
  readonly doubt: BridgeDoubtBody;
  readonly decision: string | undefined;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onDecide: (decision: string | null) => void;
}

function Doubt({ doubt: { pivot, candidates }, decision, chosen, onChoose, onDecide }: DoubtProps) {
  return (
    <Box
      role="group"
      aria-label={t.pivot(pivot)}
      {...chosenLine(chosen)}
      onClick={onChoose}
      sx={(theme) => ({
        mb: 1.5,
        p: 1.5,
        bgcolor: chosen ? theme.inks.tint : theme.inks.sheet,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
        border: 1,
        borderColor: 'divider',
      })}
    >
      <Typography sx={{ fontWeight: 600, mb: 0.5 }}>{t.pivot(pivot)}</Typography>
      {candidates.map(({ key, left, right, support }, i) => (
        <ButtonBase
          key={key}
          aria-label={`${t.take(i + 1)}: ${left.text} – ${right.text}`}
          aria-pressed={decision === key}
          onClick={() => onDecide(key)}
          sx={(theme) => ({
            display: 'grid',
            gridTemplateColumns: '14px minmax(0, 1fr) minmax(0, 1fr) 150px',
            width: '100%',
            textAlign: 'start',
            alignItems: 'baseline',
            gap: 1.5,
            py: 0.5,
            px: 1,
            borderTop: 1,
            borderColor: 'divider',
            borderLeft: `3px solid ${decision === key ? theme.inks.moss : 'transparent'}`,
          })}
        >
          <Box sx={{ color: 'text.secondary', fontSize: 12 }}>{i + 1}</Box>
          <LanguageText language={left.language}>{left.text}</LanguageText>
          <LanguageText language={right.language}>{right.text}</LanguageText>
          <Box sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'end' }} title={t.support(percent(support))}>
            {decision === key ? (
              <Box component="span" sx={(theme) => ({ color: theme.inks.moss, fontWeight: 600 })}>
                {t.taken}
              </Box>
            ) : (
              percent(support)
            )}
          </Box>
        </ButtonBase>
      ))}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mt: 0.5, fontSize: 13, color: 'text.secondary' }}>
        {decision === NONE_RIGHT && <span>{t.noneRight}</span>}
        {decision === ALL_RIGHT && <span>{t.allRight}</span>}
        <Box sx={{ flex: 1 }} />
        {decision !== ALL_RIGHT && candidates.length > 1 && (
          <Button onClick={() => onDecide(ALL_RIGHT)}>{t.all}</Button>
        )}
        {decision !== NONE_RIGHT && <Button onClick={() => onDecide(NONE_RIGHT)}>{t.none}</Button>}
        {decision !== undefined && <Button onClick={() => onDecide(null)}>{mergeTexts.takeBack}</Button>}
      </Box>
    </Box>
  );
}

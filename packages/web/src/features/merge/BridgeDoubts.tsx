import { decisionOnAll } from '@fair-copy/core/memory/bridge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import type { BridgeDoubtBody } from '@fair-copy/api/two.js';
import { m } from '../../messages/index.js';
import { percent } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { DecisionBlock, DecisionFoot, DecisionLine, Stays, useBlockInHand } from './Decisions.js';
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
  const results = useQueries({ queries: pagesUpTo(pages).map((page) => bridgeDoubts(body.clientId, page)) });
  const all = results.flatMap(({ data }) => data?.doubts ?? []);
  const total = results[0]?.data?.total ?? 0;
  const { decisions } = body.plan;
  const decide = ({ id }: BridgeDoubtBody, decision: string | null): void => {
    const { [id]: _, ...others } = decisions;
    change({ decisions: decision === null ? others : { ...others, [id]: decision } });
  };
  useKeyHints(HINTS);
  const { at, choose } = useBlockInHand(all, (here) => ({
    a: () => decide(here, onAll(here, 'all')),
    '0': () => decide(here, onAll(here, 'none')),
    x: () => decide(here, null),
    ...Object.fromEntries(here.candidates.slice(0, 9).map(({ key }, i) => [String(i + 1), () => decide(here, key)])),
  }));
  return (
    <>
      {results[0]?.data && total === 0 && <Typography color="textSecondary">{t.noneOf.waiting}</Typography>}
      {all.map((doubt, i) => (
        <Doubt
          key={doubt.id}
          doubt={doubt}
          decision={decisions[doubt.id]}
          chosen={i === at}
          onChoose={() => choose(i)}
          onDecide={(decision) => decide(doubt, decision)}
        />
      ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </>
  );
}

const onAll = ({ candidates }: BridgeDoubtBody, right: 'all' | 'none'): string =>
  decisionOnAll(
    right,
    candidates.map(({ key }) => key),
  );

interface DoubtProps {
  readonly doubt: BridgeDoubtBody;
  readonly decision: string | undefined;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onDecide: (decision: string | null) => void;
}

function Doubt({ doubt, decision, chosen, onChoose, onDecide }: DoubtProps) {
  const { pivot, candidates } = doubt;
  const [all, none] = [onAll(doubt, 'all'), onAll(doubt, 'none')];
  const says = decision === none ? t.noneRight : decision === all ? t.allRight : null;
  return (
    <DecisionBlock label={t.pivot(pivot)} chosen={chosen} onChoose={onChoose}>
      <Typography sx={{ fontWeight: 600, mb: 0.5 }}>{t.pivot(pivot)}</Typography>
      {candidates.map(({ key, left, right, support }, i) => (
        <DecisionLine
          key={key}
          number={i + 1}
          label={`${t.take(i + 1)}: ${left.text} – ${right.text}`}
          stays={decision === key || decision === all}
          onTake={() => onDecide(key)}
          beside={
            decision === key ? (
              <Stays>{t.taken}</Stays>
            ) : (
              <span title={t.support(percent(support))}>{percent(support)}</span>
            )
          }
        >
          <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 2 }}>
            <LanguageText language={left.language}>{left.text}</LanguageText>
            <LanguageText language={right.language}>{right.text}</LanguageText>
          </Box>
        </DecisionLine>
      ))}
      <DecisionFoot says={says}>
        {decision !== all && candidates.length > 1 && <Button onClick={() => onDecide(all)}>{t.all}</Button>}
        {decision !== none && <Button onClick={() => onDecide(none)}>{t.none}</Button>}
        {decision !== undefined && <Button onClick={() => onDecide(null)}>{mergeTexts.takeBack}</Button>}
      </DecisionFoot>
    </DecisionBlock>
  );
}

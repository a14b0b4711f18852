import type { FieldChoice } from '@fair-copy/core/intake/merge-concepts.js';
import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import type { FieldConflictBody } from '@fair-copy/api/term-merges.js';
import { m } from '../../messages/index.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { ConflictsHead } from './ConflictsHead.js';
import { DecisionBlock, DecisionFoot, DecisionLine, Stays, useBlockInHand } from './Decisions.js';
import { mergeTexts } from './messages.js';
import { fieldConflicts, PAGE, pagesUpTo } from './queries.js';
import type { TermMerging } from './useMerge.js';
import { WordChanges } from '../../parts/WordChanges.js';

const t = mergeTexts.terms;

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['1 2', t.keys.choose],
  ['a', t.keys.both],
  ['x', mergeTexts.keys.back],
];

interface Props {
  readonly merging: TermMerging;
  readonly nameOf: (termbase: number) => string;
}

/** Fields of which there is one, with two values: one block each, decided by a key or a click. */
export function FieldConflicts({ merging: { body, change }, nameOf }: Props) {
  const [openOnly, setOpenOnly] = useState(false);
  const [pages, setPages] = useState(1);
  const results = useQueries({
    queries: pagesUpTo(pages).map((page) => fieldConflicts(body.clientId, openOnly, page)),
  });
  const all = results.flatMap(({ data }) => data?.conflicts ?? []);
  const total = results[0]?.data?.total ?? 0;
  const { decisions } = body.plan;
  const decide = ({ id }: FieldConflictBody, choice: FieldChoice | null): void => {
    const { [id]: _, ...others } = decisions;
    change({ decisions: choice === null ? others : { ...others, [id]: choice } });
  };
  useKeyHints(HINTS);
  const { at, choose } = useBlockInHand(all, (here) => ({
    '1': () => decide(here, 'there'),
    '2': () => decide(here, 'brings'),
    a: () => decide(here, 'both'),
    x: () => decide(here, null),
  }));
  const { conflicts = 0, open = 0 } = body.outcome ?? {};
  return (
    <Box component="section" aria-label={t.conflicts}>
      <ConflictsHead title={t.conflicts} {...{ conflicts, open, openOnly }} onOpenOnly={setOpenOnly} />
      {conflicts === 0 && <Typography color="textSecondary">{t.noConflicts}</Typography>}
      {all.map((conflict, i) => (
        <Block
          key={conflict.id}
          conflict={conflict}
          choice={decisions[conflict.id] ?? (conflict.decided ? null : conflict.choice)}
          isDecided={conflict.id in decisions}
          chosen={i === at}
          nameOf={nameOf}
          onChoose={() => choose(i)}
          onDecide={(choice) => decide(conflict, choice)}
        />
      ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </Box>
  );
}

interface BlockProps {
  readonly conflict: FieldConflictBody;
  readonly choice: FieldChoice | null;
  readonly isDecided: boolean;
  readonly chosen: boolean;
  readonly nameOf: Props['nameOf'];
  readonly onChoose: () => void;
  readonly onDecide: (choice: FieldChoice | null) => void;
}

function Block({ conflict, choice, isDecided, chosen, nameOf, onChoose, onDecide }: BlockProps) {
  const { concept, field, term, there, brings, from, ordinal } = conflict;
  const [first, second] = [there, brings].map((all) => all.map((value) => valueLabel(field, value)).join('; '));
  const values = [first!, second!] as const;
  const why = isDecided ? mergeTexts.why.decided : choice === 'both' ? t.staysBoth : mergeTexts.why.rank;
  return (
    <DecisionBlock label={mergeTexts.conflict(ordinal)} chosen={chosen} onChoose={onChoose}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, mb: 0.5 }}>
        {concept.map(({ language, terms }) => (
          <LanguageText key={language} language={language}>
            {terms.join(' · ')}
          </LanguageText>
        ))}
        <Box sx={{ flex: 1, textAlign: 'end', fontSize: 13, color: 'text.secondary' }}>
          {fieldLabel(field)}
          {term !== null && ` · ${term}`}
        </Box>
      </Box>
      {(['there', 'brings'] as const).map((side, i) => {
        const stays = choice === side || choice === 'both';
        return (
          <DecisionLine
            key={side}
            number={i + 1}
            label={`${t.choose(i + 1)}: ${values[i]}`}
            stays={stays}
            onTake={() => onDecide(side)}
            beside={
              <>
                {nameOf(from[i]!)}
                {stays && (
                  <Stays>
                    {mergeTexts.stays}: {why}
                  </Stays>
                )}
              </>
            }
          >
            {i === 0 ? values[0] : <WordChanges changes={wordChanges(values[0], values[1])} />}
          </DecisionLine>
        );
      })}
      <DecisionFoot says={choice === null && mergeTexts.why.ask}>
        {choice !== 'both' && <Button onClick={() => onDecide('both')}>{t.both}</Button>}
        {isDecided && <Button onClick={() => onDecide(null)}>{mergeTexts.takeBack}</Button>}
      </DecisionFoot>
    </DecisionBlock>
  );
}

import type { FieldChoice } from '@fair-copy/core/intake/merge-concepts.js';
import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import type { FieldConflictBody } from '@fair-copy/api/term-merges.js';
import { m } from '../../messages/index.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import { chosenLine } from '../../ui/chosen-line.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useKeys } from '../../ui/useKeys.js';
import { mergeTexts } from './messages.js';
import { fieldConflicts, PAGE, pagesUpTo } from './queries.js';
import type { TermMerging } from './useMerge.js';
import { WordChanges } from './WordChanges.js';

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
  const [at, setAt] = useState(0);
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
  const here = all[at];
  const go = (to: number) => () => setAt(Math.max(0, Math.min(all.length - 1, to)));
  useKeyHints(HINTS);
  useKeys({
    j: go(at + 1),
    ArrowDown: go(at + 1),
    k: go(at - 1),
    ArrowUp: go(at - 1),
    ...(here && {
      '1': () => decide(here, 'there'),
      '2': () => decide(here, 'brings'),
      a: () => decide(here, 'both'),
      x: () => decide(here, null),
    }),
  });
  const { conflicts = 0, open = 0 } = body.outcome ?? {};
  return (
    <Box component="section" aria-label={t.conflicts}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
        <Typography component="h2" sx={{ fontWeight: 600 }}>
          {t.conflicts}
        </Typography>
        {conflicts > 0 && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={openOnly ? 'open' : 'all'}
            onChange={(_, value) => value && setOpenOnly(value === 'open')}
          >
            <ToggleButton value="all">{mergeTexts.shownAll(conflicts)}</ToggleButton>
            <ToggleButton value="open">{mergeTexts.shownOpen(open)}</ToggleButton>
          </ToggleButtonGroup>
        )}
      </Box>
      {conflicts === 0 && <Typography color="textSecondary">{t.noConflicts}</Typography>}
      {all.map((conflict, i) => (
        <Block
          key={conflict.id}
          conflict={conflict}
          choice={decisions[conflict.id] ?? (conflict.decided ? null : conflict.choice)}
          isDecided={conflict.id in decisions}
          chosen={i === at}
          nameOf={nameOf}
          onChoose={() => setAt(i)}
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
  return (
    <Box
      role="group"
      aria-label={mergeTexts.conflict(ordinal)}
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
          <ButtonBase
            key={side}
            aria-label={`${t.choose(i + 1)}: ${values[i]}`}
            aria-pressed={stays}
            onClick={() => onDecide(side)}
            sx={(theme) => ({
              display: 'flex',
              width: '100%',
              textAlign: 'start',
              alignItems: 'baseline',
              gap: 1.5,
              py: 0.5,
              px: 1,
              borderTop: 1,
              borderColor: 'divider',
              borderLeft: `3px solid ${stays ? theme.inks.moss : 'transparent'}`,
            })}
          >
            <Box sx={{ width: 14, color: 'text.secondary', fontSize: 12 }}>{i + 1}</Box>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              {i === 0 ? values[0] : <WordChanges changes={wordChanges(values[0], values[1])} />}
            </Box>
            <Box sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'end', maxWidth: 260 }}>
              {nameOf(from[i]!)}
              {stays && (
                <Box component="span" sx={(theme) => ({ color: theme.inks.moss, fontWeight: 600, display: 'block' })}>
                  {mergeTexts.stays}:{' '}
                  {isDecided ? mergeTexts.why.decided : choice === 'both' ? t.staysBoth : mergeTexts.why.rank}
                </Box>
              )}
            </Box>
          </ButtonBase>
        );
      })}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 0.5, fontSize: 13, color: 'text.secondary' }}>
        {choice === null && <span>{mergeTexts.why.ask}</span>}
        <Box sx={{ flex: 1 }} />
        {choice !== 'both' && <Button onClick={() => onDecide('both')}>{t.both}</Button>}
        {isDecided && <Button onClick={() => onDecide(null)}>{mergeTexts.takeBack}</Button>}
      </Box>
    </Box>
  );
}

import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { Keeping } from '@fair-copy/core/memory/merge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import { memo } from 'react';
import type { MergeConflict, MergePlanBody } from '@fair-copy/api/merges.js';
import { chosenLine } from '../../ui/chosen-line.js';
import { CodedText } from '../../ui/CodedText.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { mergeTexts as t } from './messages.js';
import { WordChanges } from './WordChanges.js';

interface Props {
  readonly conflict: MergeConflict;
  readonly keep: Keeping;
  /** As the page has it by now; undefined: none. */
  readonly decision: MergePlanBody['decisions'][string] | undefined;
  readonly chosen: boolean;
  readonly nameOf: (memoryId: number) => string;
  readonly onChoose: () => void;
  readonly onDecide: (decision: 'all' | number | null) => void;
}

/** One text with its translations one under another, what differs marked against the first, and who stays and why. */
export const ConflictBlock = memo(function ConflictBlock({
  conflict,
  keep,
  decision,
  chosen,
  nameOf,
  onChoose,
  onDecide,
}: Props) {
  const { candidates, language, ordinal } = conflict;
  const winner = winnerNow(conflict, decision, keep);
  const [first] = candidates;
  const source = first!.unit.variants.filter((variant) => variant.language.split('-')[0] !== language.split('-')[0]);
  return (
    <Box
      role="group"
      aria-label={t.conflict(ordinal)}
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
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 0.5 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          {source.slice(0, 1).map((variant) => (
            <CodedText key={variant.language} language={variant.language} text={variant.text} codes={variant.codes} />
          ))}
        </Box>
        <Box sx={{ fontSize: 12 }}>
          <LanguageName tag={language} quiet />
        </Box>
      </Box>
      {candidates.map((candidate, i) => {
        const text = textOf(candidate, language);
        const stays = winner === i;
        return (
          <ButtonBase
            key={candidate.key}
            aria-label={`${t.choose(i + 1)}: ${text}`}
            aria-pressed={stays}
            onClick={() => onDecide(i)}
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
              <LanguageText language={language}>
                {i === 0 ? text : <WordChanges changes={wordChanges(textOf(first!, language), text)} />}
              </LanguageText>
            </Box>
            <Box sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'end', flex: 'none', maxWidth: 260 }}>
              {nameOf(candidate.memoryId)} · {candidate.date ? day(candidate.date) : t.noDate}
              {candidate.units > 1 && ` · ${t.said(candidate.units)}`}
              {stays && (
                <Box component="span" sx={(theme) => ({ color: theme.inks.moss, fontWeight: 600, display: 'block' })}>
                  {t.stays}: {decision ? t.why.decided : t.why[keep]}
                </Box>
              )}
            </Box>
          </ButtonBase>
        );
      })}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 0.5, fontSize: 13, color: 'text.secondary' }}>
        {winner === null && (
          <span>
            {decision === 'all' ? t.why.decided : keep === 'ask' || keep === 'all' ? t.why[keep] : t.why.undecided}
          </span>
        )}
        <Box sx={{ flex: 1 }} />
        {decision !== 'all' && <Button onClick={() => onDecide('all')}>{t.keepAll}</Button>}
        {decision !== undefined && <Button onClick={() => onDecide(null)}>{t.takeBack}</Button>}
      </Box>
    </Box>
  );
});

/** What stays by the page's own decision, before the server has counted anew. */
function winnerNow(conflict: MergeConflict, decision: Props['decision'], keep: Keeping): number | null {
  if (decision === 'all') return null;
  if (decision) {
    const at = conflict.candidates.findIndex(({ key }) => key === decision.text);
    if (at >= 0) return at;
  }
  // Taken back: what the plan prefers is known once it is counted.
  return conflict.decided ? (keep === 'newest' ? 0 : null) : conflict.winner;
}

const textOf = ({ unit }: MergeConflict['candidates'][number], language: string): string =>
  unit.variants
    .filter((variant) => variant.language === language || variant.language.startsWith(`${language}-`))
    .map(({ text }) => withoutCodes(text))
    .join('\n');

const day = (date: string): string => `${date.slice(0, 4)}-${date.slice(4, 6)}-${date.slice(6, 8)}`;

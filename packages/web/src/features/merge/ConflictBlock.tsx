import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { Keeping } from '@fair-copy/core/memory/merge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { memo } from 'react';
import type { MergeConflict, MergePlanBody } from '@fair-copy/api/merges.js';
import { CodedText } from '../../ui/CodedText.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { DecisionBlock, DecisionFoot, DecisionLine, Stays } from './Decisions.js';
import { mergeTexts as t } from './messages.js';
import { WordChanges } from '../../parts/WordChanges.js';

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
  const isKept = keep === 'ask' || keep === 'all';
  const undecided = decision === 'all' ? t.why.decided : isKept ? t.why[keep] : t.why.undecided;
  const source = first!.unit.variants.filter(
    (variant) => primaryLanguage(variant.language) !== primaryLanguage(language),
  );
  return (
    <DecisionBlock label={t.conflict(ordinal)} chosen={chosen} onChoose={onChoose}>
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
          <DecisionLine
            key={candidate.key}
            number={i + 1}
            label={`${t.choose(i + 1)}: ${text}`}
            stays={stays}
            onTake={() => onDecide(i)}
            beside={
              <>
                {nameOf(candidate.memoryId)} · {candidate.date ? day(candidate.date) : t.noDate}
                {candidate.units > 1 && ` · ${t.said(candidate.units)}`}
                {stays && (
                  <Stays>
                    {t.stays}: {decision ? t.why.decided : t.why[keep]}
                  </Stays>
                )}
              </>
            }
          >
            <LanguageText language={language}>
              {i === 0 ? text : <WordChanges changes={wordChanges(textOf(first!, language), text)} />}
            </LanguageText>
          </DecisionLine>
        );
      })}
      <DecisionFoot says={winner === null && undecided}>
        {decision !== 'all' && <Button onClick={() => onDecide('all')}>{t.keepAll}</Button>}
        {decision !== undefined && <Button onClick={() => onDecide(null)}>{t.takeBack}</Button>}
      </DecisionFoot>
    </DecisionBlock>
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

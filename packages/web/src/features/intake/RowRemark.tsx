import { cellsBeyond, languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import { Link } from 'react-router';
import { words } from '../../all-words.js';
import type { IntakeRowBody } from '../../api/types.js';
import { languageName } from '../../ui/languages.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { WordButton } from '../../ui/WordButton.js';
import { intakeTexts } from './messages.js';
import type { Verdict } from './useReadingChanges.js';

const t = intakeTexts.rows;

export type RowDecisionBody = { cells?: Record<string, string>; verdict?: Verdict } | null;

/** What became of a row, and what can be done about it: its note in the margin. */
export function RowRemark({
  row,
  reading,
  target,
  onDecide,
}: {
  readonly row: IntakeRowBody;
  readonly reading: Reading;
  readonly target: number | null;
  readonly onDecide: (decision: RowDecisionBody) => void;
}) {
  const { outcome, decision } = row;
  const takeBack = decision && <WordButton onClick={() => onDecide(null)}>{t.takeBack}</WordButton>;
  if (outcome?.kind === 'held back') {
    const verdict = (what: Verdict, label: string) => (
      <WordButton key={what} onClick={() => onDecide({ ...decision, verdict: what })}>
        {label}
      </WordButton>
    );
    const { question } = outcome;
    const actions =
      question.kind === 'part'
        ? []
        : question.kind === 'swapped'
          ? [verdict('turn', t.turn), verdict('take', t.take)]
          : question.kind === 'contradicts'
            ? [
                verdict('join', t.join),
                verdict('replace', t.replace),
                verdict('take', t.asNew),
                verdict('leave', t.leave),
                <WordButton key="see" as={Link} {...{ to: `/termbases/${target ?? 0}?concept=${question.concept}` }}>
                  {t.seeConcept}
                </WordButton>,
              ]
            : [verdict('take', t.take), verdict('leave', t.leave)];
    return (
      <MarginNote
        tone={question.kind === 'part' ? 'quiet' : 'question'}
        {...(question.kind !== 'part' && { word: t.question })}
        actions={
          <>
            {actions}
            {takeBack}
          </>
        }
      >
        {words.intake.question(question)}
      </MarginNote>
    );
  }
  if (outcome?.kind === 'joined') {
    const said = outcome.how === 'same' ? t.joined : outcome.how === 'adds' ? t.adds : t.part;
    return (
      <MarginNote tone={outcome.how === 'part' ? 'quiet' : 'settled'} actions={takeBack}>
        {said(outcome.row)}
      </MarginNote>
    );
  }
  if (outcome?.kind === 'joined existing')
    return (
      <MarginNote tone={outcome.how === 'part' ? 'quiet' : 'settled'} actions={takeBack}>
        {t.joinedExisting[outcome.how]}
      </MarginNote>
    );
  if (outcome?.kind === 'not data')
    return (
      <MarginNote tone="quiet" actions={takeBack}>
        {t.notData[outcome.reason]}
      </MarginNote>
    );
  if (decision)
    return (
      <MarginNote tone="settled" actions={takeBack}>
        {decision.verdict === 'turn' ? t.turned : decision.cells ? t.corrected : t.taken}
      </MarginNote>
    );
  if (isAnswered(row, reading)) return <MarginNote tone="settled">{t.answered}</MarginNote>;
  if (row.recoded) return <MarginNote tone="doubt">{t.recoded(row.recoded)}</MarginNote>;
  const beyond = outcome ? cellsBeyond(row, reading) : [];
  if (beyond.length > 0) return <MarginNote tone="doubt">{t.beyond(beyond)}</MarginNote>;
  const missing = outcome?.kind === 'entry' ? missingLanguages(row, reading) : [];
  if (missing.length > 0 && languagesOf(reading).length === 2)
    return <MarginNote tone="doubt">{t.missing(missing.map((tag) => languageName(tag)).join(', '))}</MarginNote>;
  return null;
}

/** Of a query list that came back. */
function isAnswered(row: IntakeRowBody, reading: Reading): boolean {
  return (
    row.outcome?.kind === 'entry' &&
    reading.columns.some(
      ({ index, role: { value } }) =>
        value.kind === 'answer' && !value.leaves && (row.cells[index] ?? '').trim() !== '',
    )
  );
}

function missingLanguages(row: IntakeRowBody, reading: Reading): string[] {
  return languagesOf(reading).filter(
    (language) =>
      !reading.columns.some(
        (c) =>
          c.role.value.kind === 'term' &&
          c.role.value.language === language &&
          (row.cells[c.index] ?? '').trim() !== '',
      ),
  );
}

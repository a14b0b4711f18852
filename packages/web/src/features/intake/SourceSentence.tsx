import { because } from '@fair-copy/core/guess.js';
import { m } from '../../messages/index.js';
import { words } from '../../all-words.js';
import { DELIMITERS } from '@fair-copy/core/sheet/delimiter.js';
import type { Grouping, Reading } from '@fair-copy/core/intake/reading.js';
import { ENCODINGS } from '@fair-copy/core/encoding/names.js';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { proposedCuts } from '@fair-copy/core/document/cuts.js';
import { firstLines } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { ChoiceWord } from './ChoiceWord.js';
import { DoubtMark, reasonOf } from './doubt.js';
import { DocumentWords, PatternWord } from './DocumentWords.js';
import { JoinWord } from './JoinWord.js';
import { MarkedWord } from './MarkedWord.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly file: IntakeFileBody;
  readonly reading: Reading;
  readonly changes: ReadingChanges;
}

const t = intakeTexts.sentence;

/** What the file is, in one sentence whose guesses can be clicked and changed. */
export function SourceSentence({ file, reading, changes }: Props) {
  const { source } = reading;
  const isTable = source.kind === 'delimited' || source.kind === 'workbook' || source.kind === 'document';
  return (
    <Typography component="h1" sx={{ fontSize: 15, lineHeight: '22px', mb: 0.5 }}>
      {source.kind === 'document' && <DocumentWords file={file} source={source} changes={changes} />}
      {source.kind === 'delimited' && source.pattern && (
        <>
          {source.pattern.value && 'cuts' in source.pattern.value ? t.aligned : t.dictionary}{' '}
          <PatternWord file={file} pattern={source.pattern} changes={changes} />,{' '}
          <EncodingWord reading={reading} changes={changes} />,{' '}
        </>
      )}
      {source.kind === 'delimited' && !source.pattern && source.marked?.value && (
        <>
          {t.bilingual} <MarkedWord {...{ file, changes }} marked={source.marked.value} />,{' '}
          <EncodingWord reading={reading} changes={changes} />,{' '}
        </>
      )}
      {source.kind === 'delimited' && !source.pattern && !source.marked?.value && (
        <>
          {t.delimited} <DelimiterWord {...{ file, reading, changes }} />,{' '}
          <QuotingWord reading={reading} changes={changes} />
          <EncodingWord reading={reading} changes={changes} />,{' '}
          {file.as === 'units' && (
            <>
              <MarkedWord {...{ file, changes }} marked={null} />,{' '}
            </>
          )}
        </>
      )}
      {source.kind === 'workbook' && (
        <>
          {t.workbook} {m.quoted(source.sheet)}
          {source.sheets.length > 1 && ` (${t.sheetOf(source.sheets.length)})`},{' '}
        </>
      )}
      {(source.kind === 'tbx' || source.kind === 'tmx' || source.kind === 'xliff' || source.kind === 'po') && (
        <>
          {t.exchange(t.exchangeKinds[source.kind])}, {source.encoding.value}
        </>
      )}
      {isTable && (
        <>
          <TablesWord reading={reading} changes={changes} />
          <HeaderWord reading={reading} changes={changes} />
          {!file.units && (
            <>
              {', '}
              <GroupingWord reading={reading} changes={changes} />
            </>
          )}
        </>
      )}
      {file.targetId !== null && (
        <>
          {', '}
          <JoinWord reading={reading} changes={changes} />
        </>
      )}
      {source.kind !== 'tbx' && (
        <>
          {', '}
          {intakeTexts.units.takenAs}{' '}
          <WordButton onClick={() => changes.recut({ as: file.as === 'units' ? 'terms' : 'units' })}>
            {file.as === 'units' ? intakeTexts.units.units : intakeTexts.units.terms}
          </WordButton>
        </>
      )}
      <LastWords {...{ file, reading, changes }} />
    </Typography>
  );
}

/** What can be done besides. */
function LastWords({ file, reading, changes }: Props) {
  return (
    <>
      {reading.sheetSubject && !file.units && (
        <>
          {', '}
          <WordButton onClick={() => changes.decide({ sheetSubject: !reading.sheetSubject!.taken })}>
            {reading.sheetSubject.taken
              ? t.sheetIsSubject(reading.sheetSubject.name)
              : t.sheetNoSubject(reading.sheetSubject.name)}
          </WordButton>
        </>
      )}
      {file.units && (reading.takeDoubtful || (file.units.reasons.doubtful ?? 0) > 0) && (
        <>
          {', '}
          <WordButton onClick={() => changes.decide({ takeDoubtful: !reading.takeDoubtful })}>
            {reading.takeDoubtful ? t.doubtfulTaken : t.takeDoubtful}
          </WordButton>
        </>
      )}
      {hasHidden(reading) && (
        <>
          {', '}
          <WordButton onClick={() => changes.decide({ takeHidden: !reading.takeHidden })}>
            {reading.takeHidden ? t.hiddenTaken : t.takeHidden}
          </WordButton>
        </>
      )}
    </>
  );
}

function hasHidden(reading: Reading): boolean {
  return reading.notes.some((note) => note.code === 'hidden-rows');
}

type Part = Pick<Props, 'reading' | 'changes'>;

function DelimiterWord({ file, reading, changes }: Props) {
  if (reading.source.kind !== 'delimited') return null;
  const { delimiter } = reading.source;
  const name = words.intake.delimiter(delimiter.value);
  return (
    <ChoiceWord
      word={name}
      guess={delimiter}
      options={[
        ...DELIMITERS.map((d) => ({ value: d, label: words.intake.delimiter(d) })),
        { value: '', label: t.noDelimiter },
      ]}
      selected={delimiter.value ?? ''}
      onChoose={(value) => changes.recut({ delimiter: value === '' ? null : value })}
    >
      {(choose) => (
        <>
          <OtherDelimiter onChoose={choose} />
          <AtPlaces file={file} changes={changes} />
        </>
      )}
    </ChoiceWord>
  );
}

const QUOTINGS = [
  { value: '', quote: null },
  { value: '"', quote: '"' },
  { value: "'", quote: "'" },
  { value: '\\"', quote: '"', escape: true },
] as const;

/** How sure the way of quoting is that makes the rows agree best. */
const LIKELY = 0.9;

/** Only where there are marks: they enclose cells, or belong to the text. */
function QuotingWord({ reading, changes }: Part) {
  if (reading.source.kind !== 'delimited') return null;
  const { quote, escape, quoteSet = false, marksAreText } = reading.source;
  if (quote === null && !marksAreText) return null;
  const { quoting } = words.intake;
  return (
    <>
      <ChoiceWord
        word={quoting({ quote, ...(escape && { escape }) })}
        guess={{
          value: quote,
          sureness: quoteSet ? 1 : LIKELY,
          reason: because(quoteSet ? 'chosen' : 'rows-agree-so'),
          set: quoteSet,
        }}
        options={QUOTINGS.map((one) => ({ value: one.value, label: quoting(one) }))}
        selected={quote === null ? '' : escape ? '\\"' : quote}
        onChoose={(value) => changes.recut({ quote: QUOTINGS.find((one) => one.value === value)!.value || null })}
      />
      ,{' '}
    </>
  );
}

function OtherDelimiter({ onChoose }: { readonly onChoose: (value: string) => void }) {
  const [text, setText] = useState('');
  return (
    <Box
      component="form"
      sx={{ px: 2, py: 1 }}
      onKeyDown={(event) => event.stopPropagation()}
      onSubmit={(event) => {
        event.preventDefault();
        if (text) onChoose(text);
      }}
    >
      <TextField label={t.otherDelimiter} value={text} onChange={(event) => setText(event.target.value)} />
    </Box>
  );
}

/** Columns aligned by spaces: from what is seen, or one cut to begin with. */
function AtPlaces({ file, changes }: Pick<Props, 'file' | 'changes'>) {
  const { data: lines = [] } = useQuery(firstLines(file.id));
  return (
    <Box sx={{ px: 2, pb: 1 }}>
      <WordButton
        type="button"
        onClick={() => changes.recut({ pattern: proposedCuts(lines)?.value ?? { cuts: [20], measure: 'characters' } })}
      >
        {t.alignedBySpaces}
      </WordButton>
    </Box>
  );
}

function EncodingWord({ reading, changes }: Part) {
  if (reading.source.kind !== 'delimited') return null;
  const { encoding, otherEncodings } = reading.source;
  const { value, otherLines } = encoding;
  const chosen = otherLines ?? value;
  const likely = [chosen, ...otherEncodings, ...(otherLines ? [value] : [])];
  const all = [...likely, ...ENCODINGS.filter((name) => !likely.includes(name))];
  return (
    <ChoiceWord
      word={otherLines ? t.twoEncodings(value, otherLines) : value}
      guess={encoding}
      options={all.map((name) => ({ value: name, label: name }))}
      selected={chosen}
      hint={t.encodingHint}
      onChoose={(value) => changes.recut({ encoding: value })}
    />
  );
}

function GroupingWord({ reading, changes }: Part) {
  const { grouping } = reading;
  return (
    <ChoiceWord
      word={t.grouping[grouping.value]}
      guess={grouping}
      options={(['rows', 'id', 'blank'] as const).map((value) => ({ value, label: t.grouping[value] }))}
      selected={grouping.value}
      onChoose={(value) => changes.decide({ grouping: value as Grouping })}
    />
  );
}

/** Only where several tables were seen on the sheet. */
function TablesWord({ reading, changes }: Part) {
  const tables = 'tables' in reading.source ? reading.source.tables : undefined;
  if (!tables) return null;
  const { value } = tables;
  const several = value ? words.intake.tables(value) : t.severalTables;
  return (
    <>
      <ChoiceWord
        word={value ? several : t.oneTable}
        guess={tables}
        options={[
          { value: 'several', label: several },
          { value: 'one', label: t.oneTable },
        ]}
        selected={value ? 'several' : 'one'}
        onChoose={(choice) => changes.recut({ tables: choice === 'one' ? 'one' : 'several' })}
      />
      ,{' '}
    </>
  );
}

function HeaderWord({ reading, changes }: Part) {
  const { headerRow } = reading;
  const { code } = headerRow.reason;
  const named = code === 'labels-name' || code === 'tables-name' ? t.namedBy[code] : null;
  const word = named ?? (headerRow.value === null ? t.noHeader : t.header(headerRow.value));
  return (
    <WordPopover
      word={
        <>
          {word}
          <DoubtMark guess={headerRow} />
        </>
      }
      label={t.change(word)}
      title={reasonOf(headerRow)}
    >
      {(close) => (
        <HeaderForm
          headerRow={headerRow}
          onChoose={(value) => {
            close();
            changes.decide({ headerRow: value });
          }}
        />
      )}
    </WordPopover>
  );
}

function HeaderForm({
  headerRow,
  onChoose,
}: {
  readonly headerRow: Reading['headerRow'];
  readonly onChoose: (row: number | null) => void;
}) {
  const [row, setRow] = useState('');
  return (
    <Box
      component="form"
      sx={{ p: 2, width: 280 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (/^[1-9]\d*$/.test(row)) onChoose(Number(row));
      }}
    >
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {reasonOf(headerRow)}
      </Typography>
      <TextField
        autoFocus
        label={t.headerRow}
        value={row}
        placeholder={String(headerRow.value ?? 1)}
        onChange={(event) => setRow(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
      />
      <Box sx={{ mt: 1 }}>
        <WordButton type="button" onClick={() => onChoose(null)}>
          {t.noHeader}
        </WordButton>
      </Box>
    </Box>
  );
}

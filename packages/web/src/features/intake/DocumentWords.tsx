import { m } from '../../messages/index.js';
import { words } from '../../all-words.js';
import { patternFromExample } from '@fair-copy/core/document/pattern.js';
import type { SourceForm } from '@fair-copy/core/intake/reading.js';
import type { Guess } from '@fair-copy/core/guess.js';
import type { BetweenPattern, LinePattern } from '@fair-copy/core/document/pattern.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { intakeRows } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { ChoiceWord } from './ChoiceWord.js';
import { CutsForm } from './CutsForm.js';
import { DoubtMark, reasonOf } from './doubt.js';
import { MarkedWord } from './MarkedWord.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = intakeTexts.sentence;

interface DocumentProps {
  readonly file: IntakeFileBody;
  readonly source: Extract<SourceForm, { kind: 'document' }>;
  readonly changes: ReadingChanges;
}

/** "Word-processor document, read from its tables, …" */
export function DocumentWords({ file, source, changes }: DocumentProps) {
  const marked = source.marked?.value ?? null;
  return (
    <>
      {t.document[source.format]}, {t.takenFrom}{' '}
      <ChoiceWord
        word={t.parts[source.part.value]}
        guess={source.part}
        options={source.parts.map((value) => ({ value, label: t.parts[value] }))}
        selected={source.part.value}
        onChoose={(value) => changes.recut({ part: value as 'tables' | 'paragraphs' })}
      />
      {source.part.value === 'paragraphs' &&
        (marked || file.as === 'units' ? (
          <>
            , <MarkedWord {...{ file, changes }} marked={marked} />
          </>
        ) : null)}
      {source.part.value === 'paragraphs' && !marked && (
        <>
          , {source.pattern.value && `${t.cutAt} `}
          <PatternWord file={file} pattern={source.pattern} changes={changes} />
        </>
      )}
      ,{' '}
    </>
  );
}

interface PatternProps {
  readonly file: IntakeFileBody;
  readonly pattern: Guess<LinePattern | null>;
  readonly changes: ReadingChanges;
}

/** How a line is cut into cells: the marks themselves, or the parts of an example. */
export function PatternWord({ file, pattern, changes }: PatternProps) {
  const { value } = pattern;
  const word = !value
    ? t.notCut
    : 'cuts' in value
      ? words.intake.aligned(value.cuts.length + 1)
      : t.cutWords(
          words.intake.mark(value.between),
          value.then === null ? null : words.intake.mark(value.then),
          value.groups === null ? null : words.intake.mark(value.groups),
        );
  return (
    <WordPopover
      word={
        <>
          {word}
          <DoubtMark guess={pattern} />
        </>
      }
      label={t.change(word)}
      title={reasonOf(pattern)}
    >
      {(close) => {
        const use = (next: LinePattern | null): void => {
          close();
          changes.recut({ pattern: next });
        };
        return value && 'cuts' in value ? (
          <CutsForm file={file} pattern={value} onUse={use} onNever={() => use(null)} />
        ) : (
          <PatternForm file={file} pattern={{ ...pattern, value }} onUse={use} />
        );
      }}
    </WordPopover>
  );
}

function PatternForm({
  file,
  pattern,
  onUse,
}: {
  readonly file: IntakeFileBody;
  readonly pattern: Guess<BetweenPattern | null>;
  readonly onUse: (pattern: BetweenPattern | null) => void;
}) {
  const [between, setBetween] = useState(written(pattern.value?.between ?? ''));
  const [then, setThen] = useState(written(pattern.value?.then ?? ''));
  const [groups, setGroups] = useState(written(pattern.value?.groups ?? ''));
  const next: BetweenPattern | null = between
    ? { between: meant(between), then: then ? meant(then) : null, groups: groups ? meant(groups) : null }
    : null;
  return (
    <Box
      component="form"
      sx={{ p: 2, width: 440, display: 'grid', gap: 1.5 }}
      onSubmit={(event) => {
        event.preventDefault();
        onUse(next);
      }}
    >
      <Typography variant="body2" color="textSecondary">
        {reasonOf(pattern)} {t.tabHint}
      </Typography>
      <TextField
        autoFocus
        label={t.patternBetween}
        value={between}
        onChange={(event) => setBetween(event.target.value)}
      />
      <TextField label={t.patternThen} value={then} onChange={(event) => setThen(event.target.value)} />
      <TextField label={t.patternGroups} value={groups} onChange={(event) => setGroups(event.target.value)} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={next === null}>
          {t.patternUse}
        </Button>
        <Button onClick={() => onUse(null)}>{t.patternNever}</Button>
      </Box>
      <Example file={file} pattern={pattern.value} onUse={onUse} />
    </Box>
  );
}

/** One line of the file; the person writes how its parts should come out. */
function Example({
  file,
  pattern,
  onUse,
}: {
  readonly file: IntakeFileBody;
  readonly pattern: BetweenPattern | null;
  readonly onUse: (pattern: BetweenPattern) => void;
}) {
  const { data } = useQuery(intakeRows(file.id, null, 0));
  const [parts, setParts] = useState<readonly string[]>(['', '', '']);
  const row = data?.rows.find((r) => r.cells.join('').length > 8 && r.outcome?.kind !== 'not data') ?? data?.rows[0];
  if (!row) return null;
  const line = row.cells.length > 1 && pattern ? joined(row.cells, pattern) : row.cells.join(' ');
  const found = patternFromExample(line, parts);
  const filled = parts.filter((part) => part.trim()).length >= 2;
  return (
    <Box sx={{ display: 'grid', gap: 1, borderTop: 1, borderColor: 'divider', pt: 1.5 }}>
      <Typography variant="body2" color="textSecondary">
        {t.patternExample}
      </Typography>
      <Typography sx={{ fontFamily: SERIF }}>{line}</Typography>
      {parts.map((part, i) => (
        <TextField
          key={i}
          label={t.patternPart(i + 1)}
          value={part}
          onChange={(event) => setParts(parts.map((other, j) => (j === i ? event.target.value : other)))}
        />
      ))}
      {filled && !found && <Typography color="error">{t.patternNone}</Typography>}
      <Button disabled={!found} onClick={() => found && onUse(found)}>
        {t.patternUse}
        {found &&
          ` (${[found.between, ...(found.then ? [found.then] : [])].map((mark) => m.quoted(words.intake.mark(mark))).join(', ')})`}
      </Button>
    </Box>
  );
}

/** The line as it stood before it was cut. */
function joined(cells: readonly string[], { between, then }: BetweenPattern): string {
  const [first = '', second = '', third] = cells;
  return first + between + second + (third !== undefined && then ? then + third : '');
}

function written(mark: string): string {
  return mark.replaceAll('\t', '\\t');
}

function meant(text: string): string {
  return text.replaceAll('\\t', '\t');
}

import { inWords } from '@fair-copy/core/said.js';
import type { LeftReason } from '@fair-copy/core/formats/read-units.js';
import { words } from '../../all-words.js';
import { KeepReading } from './KeepReading.js';
import { Told } from './Told.js';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { writtenTogether } from '../../api/written.js';
import type { IntakeFileBody, UnitSurvey } from '../../api/types.js';
import { CodedText } from '../../ui/CodedText.js';
import { number } from '../../ui/format.js';
import { InspectAhead } from '../../parts/InspectAhead.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { MemoryTarget, type MemoryTargetBody } from '../../parts/MemoryTarget.js';
import { PopoverButton } from '../../ui/PopoverButton.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { WrittenUnits } from './Written.js';
import { intakeTexts } from './messages.js';
import { shared } from '../../parts/messages.js';

const t = intakeTexts.units;

/** A file of units before it is written: what it holds, what could not be taken and why. */
export function UnitsSheet({
  file,
  survey,
  changes,
}: {
  readonly file: IntakeFileBody;
  readonly survey: UnitSurvey;
  readonly changes: ReadingChanges;
}) {
  const [part, setPart] = useState<'taken' | 'left'>('taken');
  return (
    <>
      <Box sx={{ px: 2, py: 1.25, borderBottom: 1, borderColor: 'divider' }}>
        <UnitsSentence file={file} survey={survey} changes={changes} />
        {survey.notes.map((note, i) => (
          <MarginNote key={i} inline tone={note.severity === 'info' ? 'quiet' : 'doubt'}>
            <Told note={note} />
          </MarginNote>
        ))}
        {file.unitsWritten && <WrittenUnits written={file.unitsWritten} />}
      </Box>
      <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto' }}>
        {part === 'taken' ? <Sample survey={survey} /> : <Left survey={survey} />}
      </Box>
      <UnitsFoot file={file} survey={survey} part={part} onPart={setPart} />
    </>
  );
}

/** What the file is, in one sentence whose guesses can be clicked and changed. */
export function UnitsSentence({
  file,
  survey,
  changes,
}: {
  readonly file: IntakeFileBody;
  readonly survey: UnitSurvey;
  readonly changes: ReadingChanges;
}) {
  return (
    <Typography component="h1" sx={{ fontSize: 15, lineHeight: '22px', mb: 0.5 }}>
      {t.kinds[survey.kind as keyof typeof t.kinds] ?? survey.kind}, {t.inLanguages}{' '}
      <WordPopover word={survey.languages.map(({ tag }) => tag).join(', ') || t.noLanguage} label={t.languageMap}>
        {() => (
          <LanguageMap
            survey={survey}
            onMap={(spelling, tag) => changes.recut({ languages: { ...mapOf(survey), [spelling]: tag } })}
          />
        )}
      </WordPopover>
      {', '}
      {t.takenAs} <WordButton onClick={() => changes.recut({ as: 'terms' })}>{t.units}</WordButton>
      {(survey.kind === 'xliff' || survey.kind === 'po') && (
        <>
          {', '}
          <WordButton onClick={() => changes.recut({ alternatives: !survey.alternatives })}>
            {(survey.alternatives ? t.withMore : t.withoutMore)[survey.kind]}
          </WordButton>
        </>
      )}
      {file.name && '.'}
    </Typography>
  );
}

function mapOf({ languages }: UnitSurvey): Record<string, string> {
  return Object.fromEntries(languages.map(({ spelling, tag }) => [spelling, tag]));
}

/** Each spelling of the file, and the tag that it is read as. */
function LanguageMap({
  survey,
  onMap,
}: {
  readonly survey: UnitSurvey;
  readonly onMap: (spelling: string, tag: string) => void;
}) {
  return (
    <Box
      sx={{ p: 2, width: 420, display: 'grid', gridTemplateColumns: 'auto 1fr auto', gap: 1.5, alignItems: 'center' }}
    >
      {survey.languages.map(({ spelling, tag, count }) => (
        <Box key={spelling} sx={{ display: 'contents' }}>
          <Box component="code" sx={{ fontSize: 13 }}>
            {spelling || '–'}
          </Box>
          <ClientLanguageField
            label={t.readAs}
            value={tag}
            onChange={(next) => next !== tag && onMap(spelling, next)}
          />
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{number(count)}</Box>
        </Box>
      ))}
    </Box>
  );
}

/** The first units as they will be. */
export function Sample({ survey }: { readonly survey: UnitSurvey }) {
  const tags = [...new Set(survey.sample.flatMap((unit) => unit.variants.map(({ language }) => language)))].slice(0, 3);
  const columns = `64px repeat(${tags.length}, minmax(0, 1fr))`;
  return (
    <Box role="table" aria-label={t.sample}>
      <Box
        role="row"
        sx={{
          display: 'grid',
          gridTemplateColumns: columns,
          px: 1,
          py: 0.5,
          borderBottom: 1,
          borderColor: 'divider',
          position: 'sticky',
          top: 0,
          bgcolor: 'background.default',
        }}
      >
        <Box role="columnheader" sx={{ fontSize: 13, color: 'text.secondary', textAlign: 'end', pr: 1 }}>
          {t.number}
        </Box>
        {tags.map((tag) => (
          <Box role="columnheader" key={tag} sx={{ px: 1, fontSize: 13 }}>
            <LanguageName tag={tag} quiet />
          </Box>
        ))}
      </Box>
      {survey.sample.map((unit) => (
        <Box
          role="row"
          key={unit.id}
          sx={{
            display: 'grid',
            gridTemplateColumns: columns,
            px: 1,
            py: '7px',
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: 'background.paper',
          }}
        >
          <Box role="cell" sx={{ color: 'text.secondary', fontSize: 12, lineHeight: '24px', textAlign: 'end', pr: 1 }}>
            {number(unit.id)}
          </Box>
          {tags.map((tag) => (
            <Box role="cell" key={tag} sx={{ px: 1, minWidth: 0 }}>
              {unit.variants
                .filter((variant) => variant.language === tag)
                .map((variant, i) => (
                  <Box key={i}>
                    <CodedText language={tag} text={variant.text} codes={variant.codes} />
                  </Box>
                ))}
            </Box>
          ))}
        </Box>
      ))}
      {survey.taken > survey.sample.length && (
        <Typography sx={{ p: 2, color: 'text.secondary' }}>{t.more(survey.taken - survey.sample.length)}</Typography>
      )}
    </Box>
  );
}

/** What could not be taken, each with its line and reason. */
export function Left({ survey }: { readonly survey: UnitSurvey }) {
  const all = Object.values(survey.reasons).reduce((sum, n) => sum + n, 0);
  return (
    <Box role="table" aria-label={t.left}>
      {survey.left.map((unit, i) => (
        <Box
          role="row"
          key={i}
          sx={{
            display: 'grid',
            gridTemplateColumns: '110px 110px 150px 1fr',
            px: 2,
            py: 0.75,
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: 'background.paper',
          }}
        >
          <Box role="cell">{shared.unitNumber(unit.number)}</Box>
          <Box role="cell">{t.line(unit.line)}</Box>
          <Box role="cell">{words.intake.leftBecause[unit.reason]}</Box>
          <Box role="cell" sx={{ overflowWrap: 'anywhere' }}>
            {inWords(words.intake.left, unit.what)}
          </Box>
        </Box>
      ))}
      {all > survey.left.length && (
        <Typography sx={{ p: 2, color: 'text.secondary' }}>{t.more(all - survey.left.length)}</Typography>
      )}
    </Box>
  );
}

interface FootProps {
  readonly file: IntakeFileBody;
  readonly survey: UnitSurvey;
  readonly part: 'taken' | 'left' | null;
  readonly onPart: (part: 'taken' | 'left') => void;
}

/** The tally, and the button that writes. */
export function UnitsFoot({ file, survey, part, onPart }: FootProps) {
  const left = Object.entries(survey.reasons);
  return (
    <Box
      component="footer"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        px: 2,
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
        flexWrap: 'wrap',
      }}
    >
      <Box component="section" aria-label={intakeTexts.tally.label} sx={{ flex: 1 }}>
        {shared.units(survey.count)} ={' '}
        <WordButton aria-pressed={part === 'taken'} onClick={() => onPart('taken')}>
          {t.taken(survey.taken)}
        </WordButton>
        {left.map(([reason, n]) => (
          <span key={reason}>
            {' + '}
            <WordButton aria-pressed={part === 'left'} onClick={() => onPart('left')}>
              {t.leftBy(n, words.intake.leftBecause[reason as LeftReason])}
            </WordButton>
          </span>
        ))}
      </Box>
      <KeepReading file={file} />
      <InspectAhead
        disabled={survey.taken === 0}
        start={() => call('POST /intake/files/:id/inspect-ahead', { params: { id: file.id } })}
      />
      <PopoverButton
        variant={file.unitsWritten ? 'outlined' : 'contained'}
        disabled={survey.taken === 0}
        label={shared.toMemory.write(survey.taken)}
      >
        {(close) => <TargetForm file={file} survey={survey} onClose={close} />}
      </PopoverButton>
    </Box>
  );
}

function TargetForm({
  file,
  survey,
  onClose,
}: {
  readonly file: IntakeFileBody;
  readonly survey: UnitSurvey;
  readonly onClose: () => void;
}) {
  const say = useToast((state) => state.say);
  const navigate = useNavigate();
  const write = async (body: MemoryTargetBody): Promise<void> => {
    const started = await call('POST /intake/files/:id/write-units', { params: { id: file.id }, body });
    onClose();
    const result = await jobResult(started);
    if (!result) return;
    const { units, skipped, memories } = writtenTogether(result);
    const [memory] = memories;
    say(shared.toMemory.done(units, skipped, memory!.name), {
      label: shared.toMemory.open,
      run: () => void navigate(`/memories/${memory!.id}`),
    });
  };
  return (
    <MemoryTarget
      clientId={file.clientId}
      file={file}
      files={[file.id]}
      submit={shared.toMemory.write(survey.taken)}
      onSubmit={write}
    />
  );
}

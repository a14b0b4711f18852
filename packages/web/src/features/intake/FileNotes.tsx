import { Told } from './Told.js';
import { languageName } from '../../ui/languages.js';
import { exchangedWith, type Reading } from '@fair-copy/core/intake/reading.js';
import Box from '@mui/material/Box';
import type { IntakeFileBody } from '../../api/types.js';
import { moment } from '../../ui/format.js';
import { MarginNote, type NoteTone } from '../../ui/MarginNote.js';
import { WordButton } from '../../ui/WordButton.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';
import { shared } from '../../parts/messages.js';

const TONE: Readonly<Record<'error' | 'warning' | 'info', NoteTone>> = {
  error: 'error',
  warning: 'doubt',
  info: 'quiet',
};

/** What is to be said about the file as a whole, each with what can be done about it. */
export function FileNotes({
  file,
  reading,
  changes,
}: {
  readonly file: IntakeFileBody;
  readonly reading: Reading;
  readonly changes: ReadingChanges;
}) {
  const { source } = reading;
  const pictures = file.outcome?.pictures ?? null;
  const recipe = file.written ? null : file.recipe;
  const hidden =
    source.kind === 'workbook' ? source.sheets.filter((sheet) => sheet.hidden && sheet.name !== source.sheet) : [];
  const meetings = reading.join.regions === undefined && !file.written ? file.meetings : [];
  if (reading.notes.length + hidden.length + meetings.length === 0 && !pictures && !recipe) return null;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(380px, 1fr))',
        gap: '2px 24px',
        my: 0.75,
        maxHeight: 130,
        overflow: 'auto',
      }}
    >
      {recipe && <RecipeNote recipe={recipe} changes={changes} />}
      {pictures && <PictureNote pictures={pictures} />}
      {meetings.length > 0 && <MeetingNote meetings={meetings} reading={reading} changes={changes} />}
      {reading.notes.map((note, i) => (
        <MarginNote
          key={i}
          inline
          tone={TONE[note.severity]}
          {...((note.code === 'language-contradiction' || note.code === 'languages-exchanged') && {
            actions: <Contradiction reading={reading} column={(note.place.column ?? 1) - 1} changes={changes} />,
          })}
        >
          <Told note={note} />
        </MarginNote>
      ))}
      {hidden.map((sheet) => (
        <MarginNote
          key={sheet.name}
          tone="quiet"
          inline
          actions={<WordButton onClick={() => changes.takeSheet(sheet.name)}>{intakeTexts.takeSheet}</WordButton>}
        >
          {intakeTexts.hiddenSheet(sheet.name)}
        </MarginNote>
      ))}
    </Box>
  );
}

/** "en" in the file, "en-GB" in the termbase: asked once for the file. */
function MeetingNote({
  meetings,
  reading,
  changes,
}: {
  readonly meetings: IntakeFileBody['meetings'];
  readonly reading: Reading;
  readonly changes: ReadingChanges;
}) {
  const t = intakeTexts.meetings;
  const decide = (regions: 'one' | 'two'): void =>
    changes.decide({ join: { ...reading.join, languages: [...reading.join.languages], regions } });
  return (
    <MarginNote
      inline
      tone="question"
      actions={
        <>
          <WordButton onClick={() => decide('one')}>{t.one}</WordButton>
          <WordButton onClick={() => decide('two')}>{t.two}</WordButton>
        </>
      }
    >
      {t.asked(meetings.map(({ file, termbase }) => [languageName(file), languageName(termbase)]))}
    </MarginNote>
  );
}

function RecipeNote({
  recipe,
  changes,
}: {
  readonly recipe: NonNullable<IntakeFileBody['recipe']>;
  readonly changes: ReadingChanges;
}) {
  const when = moment(recipe.at);
  return recipe.applied ? (
    <MarginNote
      tone="settled"
      inline
      actions={<WordButton onClick={() => changes.applyRecipe(null)}>{intakeTexts.recipeBack}</WordButton>}
    >
      {intakeTexts.recipeUsed(recipe.name, when)}
    </MarginNote>
  ) : (
    <MarginNote
      tone="doubt"
      inline
      actions={
        <>
          <WordButton onClick={() => changes.applyRecipe(recipe.id)}>{intakeTexts.recipeUse}</WordButton>
          <WordButton onClick={() => changes.forgetRecipe(recipe.id)}>{intakeTexts.recipeForget}</WordButton>
        </>
      }
    >
      {intakeTexts.recipe(recipe.name, when)}
    </MarginNote>
  );
}

const NAMES_SHOWN = 6;

function PictureNote({
  pictures,
}: {
  readonly pictures: NonNullable<NonNullable<IntakeFileBody['outcome']>['pictures']>;
}) {
  const { found, missing, missingCount, unused } = pictures;
  const listed = (names: readonly string[]): string =>
    names.slice(0, NAMES_SHOWN).join(', ') + (names.length > NAMES_SHOWN ? ' …' : '.');
  const lost = missing.map(({ name, row }) => `${name} (${shared.row(row)})`);
  return (
    <MarginNote tone={missingCount ? 'doubt' : 'settled'} inline>
      {intakeTexts.picturesSaid(found, missingCount, unused.length)}{' '}
      {missingCount > 0 && intakeTexts.picturesMissing(listed(lost))}{' '}
      {unused.length > 0 && intakeTexts.picturesUnused(listed(unused))}
    </MarginNote>
  );
}

function Contradiction({
  reading,
  column,
  changes,
}: {
  readonly reading: Reading;
  readonly column: number;
  readonly changes: ReadingChanges;
}) {
  const contradiction = reading.columns[column]?.contradiction;
  if (!contradiction) return null;
  const choose = (...chosen: readonly (readonly [column: number, language: string])[]): void =>
    changes.decide({ roles: Object.fromEntries(chosen.map(([at, language]) => [at, { kind: 'term', language }])) });
  const { header, content } = contradiction;
  const other = exchangedWith(reading.columns, column);
  const opposite = other === null ? undefined : reading.columns[other]!.contradiction!.header;
  if (other !== null && opposite !== undefined)
    return (
      <>
        <WordButton onClick={() => choose([column, opposite], [other, header])}>
          {intakeTexts.role.exchange(languageName(header), languageName(opposite))}
        </WordButton>
        <WordButton onClick={() => choose([column, header], [other, opposite])}>
          {intakeTexts.role.headersRight}
        </WordButton>
      </>
    );
  return (
    <>
      <WordButton onClick={() => choose([column, content])}>
        {intakeTexts.role.useContent(languageName(content))}
      </WordButton>
      <WordButton onClick={() => choose([column, header])}>
        {intakeTexts.role.useHeader(languageName(header))}
      </WordButton>
    </>
  );
}

import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { intakeFile, intakeFiles } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { IntakeFileBody, UnitSurvey } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { FailedFile } from './FailedFile.js';
import { FileList } from './FileList.js';
import { ReadingSheet } from './ReadingSheet.js';
import { UnitsSheet } from './UnitsSheet.js';
import { useReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

export function IntakePage() {
  const id = Number(useParams().id ?? 0);
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
      <FileList chosen={id} />
      <Box
        component="section"
        aria-label={intakeTexts.title}
        sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}
      >
        {id ? <ChosenFile key={id} id={id} /> : <NoneChosen />}
      </Box>
    </Box>
  );
}

function NoneChosen() {
  const clientId = useDesk((state) => state.clientId);
  const asked = useQuery(intakeFiles(clientId));
  const failure = failureOf(asked);
  if (failure) return <Failed heading="h1" failure={failure} />;
  const { data: files } = asked;
  const title = files?.length ? intakeTexts.choose : files ? intakeTexts.empty : m.common.loading;
  return <EmptyState heading="h1" title={title} advice={intakeTexts.emptyAdvice} />;
}

function ChosenFile({ id }: { readonly id: number }) {
  const { data: file, error } = useKept(intakeFile(id));
  if (error) return <EmptyState heading="h1" title={intakeTexts.choose} advice={error.message} />;
  if (!file) return <EmptyState heading="h1" title={m.common.loading} />;
  if (file.state === 'failed') return <FailedFile file={file} />;
  if (file.units && !file.reading) return <UnitsOfFile file={file} survey={file.units} />;
  if (!file.reading) return <EmptyState heading="h1" title={file.name} advice={`${intakeTexts.state.reading} …`} />;
  return <ReadingSheet file={file} reading={file.reading} />;
}

function UnitsOfFile({ file, survey }: { readonly file: IntakeFileBody; readonly survey: UnitSurvey }) {
  return <UnitsSheet file={file} survey={survey} changes={useReadingChanges(file.id)} />;
}

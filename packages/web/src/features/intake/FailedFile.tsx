import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import type { IntakeFileBody } from '../../api/types.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { errorWords } from '../../words.js';
import { intakeTexts } from './messages.js';
import { useTakeOff } from './useTakeOff.js';

/** Says what is wrong with the file, where, and what to do. */
export function FailedFile({ file }: { readonly file: IntakeFileBody }) {
  const navigate = useNavigate();
  const fail = useToast((state) => state.fail);
  const takeOff = useTakeOff();
  const place = file.error?.diagnostic?.place;
  const where = [
    place?.sheet,
    place?.row && intakeTexts.steps.row(place.row),
    place?.line && intakeTexts.rows.line(place.line),
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <EmptyState
      heading="h1"
      title={`${file.name}: ${intakeTexts.state.failed}`}
      advice={`${where ? `${where}: ` : ''}${file.error ? errorWords(file.error) : ''}`}
    >
      <Button
        variant="outlined"
        onClick={() => call('PATCH /intake/files/:id/source', { params: { id: file.id }, body: {} }).catch(fail)}
      >
        {intakeTexts.readAgain}
      </Button>
      <Button onClick={() => takeOff(file).then(() => navigate('/intake'), fail)}>{intakeTexts.discard}</Button>
    </EmptyState>
  );
}
